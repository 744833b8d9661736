import { Body, Controller, Delete, Get, HttpCode, Post, Req, Res, UseGuards } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { ForeignRequestError, WrongCodeError } from '../errors/coded-errors.ts';
import { WritesNothing } from '../room/room.guard.ts';
import { AccessCodeDto } from './access.dto.ts';
import { AccessService } from './access.service.ts';
import { isFromHere, SESSION_COOKIE, sessionTokenOf } from './own-pages.middleware.ts';
import { WithoutSession } from './session.guard.ts';
import { SESSION_MS, SessionsRepository } from './sessions.repository.ts';
import { WrongCodeThrottle } from './wrong-code.throttle.ts';

const COOKIE = { httpOnly: true, sameSite: 'strict', path: '/' } as const;

@ApiTags('access')
@Controller('api/access')
export class AccessController {
  constructor(
    private readonly access: AccessService,
    private readonly sessions: SessionsRepository,
  ) {}

  /** Whether the network is let in, and for the machine itself also where and with which code. */
  @Get()
  @WithoutSession()
  state(@Req() request: Request): { open: boolean; addresses: readonly string[]; code?: string } {
    const { isOpen, code } = this.access;
    if (!isFromHere(request) || !isOpen) return { open: isOpen, addresses: [] };
    return { open: true, addresses: this.access.addresses(request.socket.localPort ?? 0), code };
  }

  /** Begins a session for who knows the code; who guesses is slowed down. */
  @Post()
  @HttpCode(204)
  @WritesNothing()
  @WithoutSession()
  @UseGuards(WrongCodeThrottle)
  async enter(@Body() { code }: AccessCodeDto, @Res({ passthrough: true }) response: Response): Promise<void> {
    if (!this.access.isCode(code)) throw new WrongCodeError();
    response.cookie(SESSION_COOKIE, await this.sessions.begin(), { ...COOKIE, maxAge: SESSION_MS });
  }

  /** Ends the session that asks. */
  @Delete()
  @HttpCode(204)
  async leave(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = sessionTokenOf(request);
    if (token !== undefined) await this.sessions.end(token);
    response.clearCookie(SESSION_COOKIE, COOKIE);
  }

  /** Ends every session and makes a new code; only at the machine itself. */
  @Delete('sessions')
  @HttpCode(204)
  async endAll(@Req() request: Request): Promise<void> {
    if (!isFromHere(request)) throw new ForeignRequestError('Only the machine at the bench sends everybody out');
    await this.sessions.endAll();
    this.access.renewCode();
  }
}
