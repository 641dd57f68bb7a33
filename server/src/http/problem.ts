import type { NextFunction, Request, Response } from 'express';
import type { Logger } from 'pino';
import * as z from 'zod';

export interface Issue {
  path: string;
  message: string;
}

export const ProblemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  issues: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  /** With 409: the row as it is now. */
  current: z.unknown().optional(),
});

/** An expected refusal, sent as RFC 9457 problem JSON. */
export class Problem extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 422 | 429 | 507,
    readonly title: string,
    readonly detail: string,
    readonly more: { issues?: Issue[]; current?: unknown } = {},
  ) {
    super(`${title}: ${detail}`);
  }
}

/** Enough of what was asked for to know it again; no answer grows with what was sent. */
const MOST_ECHOED = 80;
const briefly = (text: string): string => (text.length <= MOST_ECHOED ? text : `${text.slice(0, MOST_ECHOED)}…`);

export const notFound = (what: string, id: string): Problem => new Problem(404, `Unknown ${what}`, `There is no ${what} "${briefly(id)}".`);

/** Nobody mends more at a time. */
const MOST_ISSUES = 100;
const MOST_IN_DETAIL = 12;

export function unacceptable(issues: Issue[]): Problem {
  const first = issues.slice(0, MOST_IN_DETAIL).map(({ path, message }) => (path ? `${path}: ${message}` : message));
  const more = issues.length > MOST_IN_DETAIL ? [`and ${issues.length - MOST_IN_DETAIL} more`] : [];
  return new Problem(422, 'Not acceptable', [...first, ...more].join(' · ') || 'See issues.', { issues: issues.slice(0, MOST_ISSUES) });
}

/** "units.3.count": where in the body a message belongs. */
export const pathOf = (path: readonly PropertyKey[]): string => path.map(String).join('.');

/** Parses or throws 422 with every issue and its path. */
export function parseOr422<T extends z.ZodType>(schema: T, value: unknown): z.output<T> {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  throw unacceptable(parsed.error.issues.map(({ path, message }) => ({ path: pathOf(path), message })));
}

/** A refusal as RFC 9457 has it. */
export const problemJson = ({ status, title, detail, more }: Pick<Problem, 'title' | 'detail' | 'more'> & { status: number }) => ({
  type: 'about:blank',
  title,
  status,
  detail,
  ...more,
});

function send(res: Response, status: number, title: string, detail: string, more: Problem['more'] = {}): void {
  res
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify(problemJson({ status, title, detail, more })));
}

/** What the database still refuses of what the schemas let through, by its code (PostgreSQL manual, appendix A), in words. */
const REFUSED_BY_DATABASE: Readonly<Record<string, string>> = {
  22003: 'A number is too large to be kept.',
  22007: 'A date or time is none.',
  22008: 'A date or time is too far away to be kept.',
  22021: 'A text holds a character that cannot be kept (NUL, or half of one).',
  '22P05': 'A text holds a character that cannot be kept (NUL, or half of one).',
  23502: 'Something is missing that must be there.',
  23503: 'Something is named that is not there (any more).',
  23505: 'Something with the same id is there already.',
  23514: 'A value lies outside of what can be.',
};

function refusalOfDatabase(error: unknown): string | null {
  const cause = error instanceof Error ? error.cause : undefined;
  const code = typeof cause === 'object' && cause !== null && 'code' in cause ? cause.code : undefined;
  return typeof code === 'string' ? (REFUSED_BY_DATABASE[code] ?? null) : null;
}

/** Codes of a database that is not there now: refused or broken connections, one that is starting or ending (same appendix). */
const AWAY = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', '57P01', '57P02', '57P03', '08006', '08003', '08001']);

/** Codes of a disk that has no room left, of the database and of the system. */
const FULL = new Set(['53100', 'ENOSPC', 'EDQUOT']);

/** An error, and what caused it. */
function* causesOf(error: unknown): Generator<Error & { code?: unknown }> {
  for (let one = error, depth = 0; one instanceof Error && depth < 3; one = one.cause, depth += 1) yield one;
}

const isFull = (error: unknown): boolean => [...causesOf(error)].some(({ code }) => FULL.has(String(code)));

const isAway = (error: unknown): boolean =>
  [...causesOf(error)].some(({ code, message }) => AWAY.has(String(code)) || /^Connection terminated|is not queryable/.test(message));

interface BodyParserError {
  type: string;
  limit?: number;
}
const isBodyParserError = (error: unknown): error is BodyParserError =>
  typeof error === 'object' && error !== null && typeof (error as BodyParserError).type === 'string';

/** The last handler: every error leaves as problem JSON, and never with a stack trace. */
export function problemHandler(log: Logger) {
  return (error: unknown, _req: Request, res: Response, next: NextFunction): void => {
    if (res.headersSent) {
      next(error);
      return;
    }
    if (error instanceof Problem) {
      send(res, error.status, error.title, error.detail, error.more);
      return;
    }
    if (error instanceof URIError) {
      send(res, 400, 'Unreadable', 'The address is not valid: a "%" in it is followed by something else than a character.');
      return;
    }
    const refusal = refusalOfDatabase(error);
    if (refusal !== null) {
      // A schema should have said so with the field.
      log.warn({ err: error }, 'refused by the database');
      send(res, 422, 'Not acceptable', `${refusal} Nothing was changed.`);
      return;
    }
    if (isFull(error)) {
      log.error({ err: error }, 'the disk is full');
      send(res, 507, 'Disk full', 'There is no room left where the data lies; nothing was changed. Free some, then try again.');
      return;
    }
    if (isAway(error)) {
      log.error({ err: error }, 'the database is away');
      send(res, 503, 'Database away', 'The database does not answer. What you did is not kept yet: try again in a moment.');
      return;
    }
    if (isBodyParserError(error)) {
      if (error.type === 'entity.too.large') send(res, 413, 'Too large', `The body may have at most ${error.limit ?? 0} bytes.`);
      else if (error.type === 'entity.parse.failed')
        send(res, 400, 'Unreadable', 'The body is not valid JSON.', { issues: [{ path: '', message: 'not valid JSON' }] });
      else send(res, 400, 'Unreadable', 'The body could not be read.');
      return;
    }
    log.error({ err: error }, 'request failed');
    send(res, 500, 'Internal error', 'Something went wrong here; nothing was changed. The log says more.');
  };
}
