import type { NextFunction, Request, Response } from 'express';
import { BadInput, type Problem } from '@hatrail/core/model/check';

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

/** Turns whatever was thrown into an answer. What is unexpected is logged and said in general words. */
export function problemHandler(log: (error: unknown) => void) {
  return (error: unknown, _request: Request, response: Response, next: NextFunction): void => {
    if (response.headersSent) return next(error);
    const problem = asProblem(error);
    if (problem.status >= 500) log(error);
    response
      .status(problem.status)
      .type('application/problem+json')
      .send(JSON.stringify({ title: problem.message, status: problem.status, ...problem.more }));
  };
}

function asProblem(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  if (error instanceof BadInput) return badInput(error.message, error.problems);
  const type = (error as { type?: unknown } | undefined)?.type;
  if (type === 'entity.parse.failed') return badInput('The JSON of this request breaks off or is damaged.');
  if (type === 'entity.too.large') return new HttpProblem(413, 'This is too large: 64 MB at most.');
  // Express's own, of an address whose percent signs mean nothing.
  if (error instanceof URIError) return new HttpProblem(400, 'This address cannot be read: check it.');
  return new HttpProblem(500, 'Something went wrong here; nothing was changed. Try again.');
}
