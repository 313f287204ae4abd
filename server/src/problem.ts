import type { NextFunction, Request, Response } from 'express';
import { BadInput, type Problem } from '@hatrail/core/model/badInput';

/** An answer that is no success, as `application/problem+json` (RFC 9457). */
export class HttpProblem extends Error {
  readonly status: number;
  readonly more: Record<string, unknown>;

  /** @param more further members of the answer, such as `fields` or both versions of a document */
  constructor(status: number, message: string, more: Record<string, unknown> = {}) {
    super(message);
    this.status = status;
    this.more = more;
  }
}

export function notFound(what: string): HttpProblem {
  return new HttpProblem(404, `There is no such ${what}: it may have been deleted. Go back to the list.`);
}

export function badInput(message: string, fields: Problem[] = []): HttpProblem {
  return new HttpProblem(422, message, { fields });
}

/** What came is larger than can be taken. @param what it is, such as “A picture” */
export function tooLarge(what: string, bytes: number, advice: string): HttpProblem {
  return new HttpProblem(413, `${what} may have ${bytes / 2 ** 20} MB at most. ${advice}`);
}

/** Whether something failed because there is no room left where data is kept. */
export function fullDisk(error: unknown): boolean {
  const { code } = (error ?? {}) as { code?: unknown };
  return code === 'ENOSPC' || code === 'EDQUOT' || code === 'SQLITE_FULL' || code === 'SQLITE_IOERR_WRITE';
}

/** Turns whatever was thrown into an answer. What is unexpected is logged and said in general words. */
export function problemHandler(log: (error: unknown) => void) {
  return (error: unknown, _request: Request, response: Response, next: NextFunction): void => {
    const problem = asProblem(error);
    if (problem.status >= 500) log(error);
    // An answer that has begun can only be broken off.
    if (response.headersSent) return next(error);
    for (const name of ['Cache-Control', 'Content-Disposition', 'Content-Encoding'])
      response.removeHeader(name);
    response
      .status(problem.status)
      .type('application/problem+json')
      .send(JSON.stringify({ title: problem.message, status: problem.status, ...problem.more }));
  };
}

/** What the web server's own refusals mean, by their status. */
const REFUSALS: Record<number, string> = {
  400: 'This request cannot be read: reload the page and try again.',
  404: 'There is nothing at this address. Go back to the list.',
  412: 'This has changed since it was fetched: reload the page.',
  413: 'This is too large to be taken.',
  414: 'This address is too long: check it.',
  415: 'This is packed or written in a way that is not read here: send it as plain UTF-8.',
  416: 'There is no such part of this file: fetch it whole.',
};

function asProblem(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  if (error instanceof BadInput) return badInput(error.message, error.problems);
  const { type, status, code } = (error ?? {}) as { type?: unknown; status?: unknown; code?: unknown };
  if (type === 'entity.parse.failed') return badInput('The JSON of this request breaks off or is damaged.');
  // Express's own, of an address whose percent signs mean nothing.
  if (error instanceof URIError) return new HttpProblem(400, 'This address cannot be read: check it.');
  if (type === 'entity.too.large') {
    const { limit } = error as { limit?: number };
    return tooLarge('What is sent here', limit ?? 0, 'Save it in smaller steps.');
  }
  if (fullDisk(error)) {
    return new HttpProblem(
      507,
      'The disk is full, so nothing was saved. Free some space; what is open here is kept meanwhile, and can be exported.',
    );
  }
  if (typeof code === 'string' && /^SQLITE_(CORRUPT|NOTADB)/.test(code)) {
    return new HttpProblem(
      500,
      'The database is damaged, so nothing was saved. End Hat Rail and start it again: it says which copy can be put back.',
    );
  }
  if (typeof code === 'string' && /^(Z_|ERR_BROTLI|ERR__ERROR)/.test(code))
    return new HttpProblem(400, 'What was sent is damaged: its packing cannot be undone. Send it again.');
  if (code === 'ECONNRESET' || code === 'ERR_STREAM_PREMATURE_CLOSE')
    return new HttpProblem(400, 'This was broken off before it had come whole. Send it again.');
  // The web server's own refusals: of encodings, ranges, conditions and lengths.
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new HttpProblem(status, REFUSALS[status] ?? REFUSALS[400]!);
  return new HttpProblem(500, 'Something went wrong here; nothing was changed. Try again.');
}
