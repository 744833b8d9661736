import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException, Logger } from '@nestjs/common';
import type { Response } from 'express';
import { ZodValidationException } from 'nestjs-zod';
import type { ZodError } from 'zod';
import { CodedError, DatabaseGoneError, NoRoomError } from './coded-errors.ts';

/** Problem details of RFC 9457, with our code and, where one field is at fault, its path. */
interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly code: string;
  readonly path?: string;
}

/** Turns every error into problem details. What we did not foresee is logged, and says nothing of its inside. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly logger = new Logger('Problem');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const problem = problemOf(isNoRoom(error) ? new NoRoomError() : isGone(error) ? new DatabaseGoneError() : error);
    if (problem.status >= 500 && !(error instanceof CodedError) && !isNoRoom(error) && !isGone(error))
      this.logger.error(error instanceof Error ? (error.stack ?? error.message) : String(error));
    if (response.headersSent) {
      response.end();
      return;
    }
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  }
}

/** The system's words for a full disk, from whatever layer they come. */
function isNoRoom(error: unknown): boolean {
  const { code, cause } = (error ?? {}) as { code?: unknown; cause?: unknown };
  return code === 'ENOSPC' || code === 'EDQUOT' || code === '53100' || (cause !== undefined && isNoRoom(cause));
}

/** How a connection to PostgreSQL ends, or does not begin: by the system, and by its classes 08 and 57. */
const GONE = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', '57P01', '57P02', '57P03', '08000', '08003', '08006']);

function isGone(error: unknown): boolean {
  const { code, message, cause } = (error ?? {}) as { code?: unknown; message?: unknown; cause?: unknown };
  const isEnded = typeof message === 'string' && message.startsWith('Connection terminated');
  return isEnded || (typeof code === 'string' && GONE.has(code)) || (cause !== undefined && isGone(cause));
}

function problemOf(error: unknown): Problem {
  if (error instanceof CodedError) return problem(error.status, error.code, error.title, error.message, error.path);
  if (error instanceof ZodValidationException) {
    const issue = (error.getZodError() as ZodError).issues[0];
    const path = issue?.path.join('.') ?? '';
    return problem(400, 'bad-request', 'Not valid', `${path || 'The request'}: ${issue?.message ?? 'not valid'}.`, path);
  }
  if (error instanceof HttpException) {
    const status = error.getStatus();
    if (status === 429) return problem(429, 'too-many-tries', 'Too many tries', 'Too many codes were tried. Wait a minute.');
    const code = status === 413 ? 'too-large' : status === 404 ? 'not-found' : 'bad-request';
    return problem(status, code, error.name.replace(/Exception$/, ''), error.message);
  }
  const status = (error as { status?: unknown } | null)?.status;
  if (status === 413) return problem(413, 'too-large', 'Too large', 'The request is larger than this server takes.');
  if (status === 415) return problem(415, 'bad-request', 'Not valid', 'The body is in a character set that is not known here; UTF-8 is.');
  if (status === 400) return problem(400, 'bad-request', 'Not valid', 'The body is not JSON.');
  // Whatever a layer below calls the sender's fault is that.
  if (typeof status === 'number' && status > 400 && status < 500)
    return problem(status, 'bad-request', 'Not valid', 'The request cannot be read.');
  return problem(
    500,
    'internal',
    'Something went wrong here',
    'The server met an error of its own. Nothing was changed; the log says more.',
  );
}

function problem(status: number, code: string, title: string, detail: string, path?: string): Problem {
  return { type: 'about:blank', title, status, detail, code, ...(path !== undefined && path !== '' && { path }) };
}
