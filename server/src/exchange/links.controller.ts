import { HTML_POLICY } from '@mindful-probe/print';
import { Controller, Delete, Get, Header, HttpCode, Param, Post, StreamableFile } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { WithoutSession } from '../access/session.guard.ts';
import { LinkEndedError } from '../errors/coded-errors.ts';
import { WritesNothing } from '../room/room.guard.ts';
import { ExchangeService } from './exchange.service.ts';
import { LinksService, type ReadingLink } from './links.service.ts';

@ApiTags('exchange')
@Controller('api')
export class LinksController {
  constructor(
    private readonly links: LinksService,
    private readonly exchange: ExchangeService,
  ) {}

  /** A link by which somebody without the code reads this write-up, for four hours. */
  @Post('specimens/:id/links')
  @WritesNothing()
  async begin(@Param('id') id: string): Promise<ReadingLink> {
    await this.exchange.mustBeThere(id);
    return this.links.begin(id);
  }

  /** Ends every link to this write-up. */
  @Delete('specimens/:id/links')
  @WritesNothing()
  @HttpCode(204)
  end(@Param('id') id: string): void {
    this.links.endAll(id);
  }

  /** The write-up behind a link, as a page: nothing else of the shelf is told. */
  @Get('read/:token')
  @WithoutSession()
  @Header('content-security-policy', HTML_POLICY)
  @Header('cache-control', 'no-store')
  @Header('referrer-policy', 'no-referrer')
  @Header('x-robots-tag', 'noindex')
  async read(@Param('token') token: string): Promise<StreamableFile> {
    const id = this.links.specimenOf(token);
    if (id === undefined) throw new LinkEndedError();
    const { bytes } = await this.exchange.writeUp(id, 'html');
    return new StreamableFile(bytes, { type: 'text/html; charset=utf-8' });
  }
}
