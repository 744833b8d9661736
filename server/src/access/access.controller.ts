import { Body, Controller, Get, HttpCode, Post, Req, Res, UseGuards } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { ThrottlerGuard } from '@nestjs/throttler';
import type { Request, Response } from 'express';
import { WrongCodeError } from '../errors/coded-errors.ts';
import { AccessCodeDto } from './access.dto.ts';
import { AccessService } from './access.service.ts';
import { isFromHere, SESSION_COOKIE } from './own-pages.middleware.ts';

const SESSION_MS = 12 * 3600 * 1000;

@ApiTags('access')
@Controller('api/access')
export class AccessController {
  constructor(private readonly access: AccessService) {}

  /** Whether the network is let in, and for the machine itself also where and with which code. */
  @Get()
  state(@Req() request: Request): { open: boolean; addresses: readonly string[]; code?: string } {
    const { isOpen, code } = this.access;
    if (!isFromHere(request) || !isOpen) return { open: isOpen, addresses: [] };
    return { open: true, addresses: this.access.addresses(request.socket.localPort ?? 0), code };
  }

  /** Begins a session for who knows the code; who guesses is slowed down. */
  @Post()
  @HttpCode(204)
  @UseGuards(ThrottlerGuard)
  enter(@Body() { code }: AccessCodeDto, @Res({ passthrough: true }) response: Response): void {
    if (!this.access.isCode(code)) throw new WrongCodeError();
    response.cookie(SESSION_COOKIE, 'in', { signed: true, httpOnly: true, sameSite: 'strict', maxAge: SESSION_MS, path: '/' });
  }
}
