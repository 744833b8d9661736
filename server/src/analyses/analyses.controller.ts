import type { Result, SolveJobDocument } from '@mindful-probe/core';
import { checkConnections } from '@mindful-probe/core';
import { Body, Controller, HttpCode, Post, Req, Res } from '@nestjs/common';
import { ApiProduces, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { UnsolvableError } from '../errors/coded-errors.ts';
import { WritesNothing } from '../room/room.guard.ts';
import { SolveJobDto } from './analyses.dto.ts';
import { AnalysesService } from './analyses.service.ts';

const LINES = 'application/x-ndjson';

@ApiTags('analyses')
@Controller('api')
export class AnalysesController {
  constructor(private readonly analyses: AnalysesService) {}

  /**
   * The solution of a circuit. Who accepts lines is told the progress, `{"progress":0.4}` a line, and gets the
   * solution or the problem as the last one. Who hangs up stops the computation.
   */
  @Post('solve')
  @WritesNothing()
  @HttpCode(200)
  @ApiProduces('application/json', LINES)
  async solve(@Body() job: SolveJobDto, @Req() request: Request, @Res() response: Response): Promise<void> {
    const connected = checkConnections(job.circuit);
    if (!connected.ok) throw new UnsolvableError(connected.error);
    const hungUp = new AbortController();
    response.on('close', () => hungUp.abort());
    const inLines = request.accepts(['application/json', LINES]) === LINES;
    if (inLines) response.type(LINES);
    const tell = inLines ? (share: number) => void response.write(`${JSON.stringify({ progress: share })}\n`) : undefined;
    const solved = await this.run(job, hungUp.signal, tell);
    if (!solved) return;
    if (inLines) response.end(`${JSON.stringify(solved.ok ? { solution: solved.value } : { error: solved.error })}\n`);
    else if (solved.ok) response.json(solved.value);
    else throw new UnsolvableError(solved.error);
  }

  /** Undefined where nobody waits for it any more. */
  private async run(
    job: SolveJobDto,
    signal: AbortSignal,
    tell: ((share: number) => void) | undefined,
  ): Promise<Result<SolveJobDocument> | undefined> {
    try {
      return await this.analyses.solve(job, signal, tell);
    } catch (error) {
      if (signal.aborted) return undefined;
      throw error;
    }
  }
}
