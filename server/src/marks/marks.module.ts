import { Module } from '@nestjs/common';
import { MarksController } from './marks.controller.ts';
import { MarksRepository } from './marks.repository.ts';

@Module({ controllers: [MarksController], providers: [MarksRepository] })
export class MarksModule {}
