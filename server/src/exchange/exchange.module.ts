import { Module } from '@nestjs/common';
import { SpecimensModule } from '../specimens/specimens.module.ts';
import { ExchangeController } from './exchange.controller.ts';
import { ExchangeService } from './exchange.service.ts';

@Module({ imports: [SpecimensModule], controllers: [ExchangeController], providers: [ExchangeService], exports: [ExchangeService] })
export class ExchangeModule {}
