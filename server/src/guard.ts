import type { NextFunction, Request, Response } from 'express';
import { HttpProblem } from './problem.ts';

/**
 * Refuses requests that a foreign page could have caused: a `Host` that is not ours (DNS rebinding), or an `Origin`
 * that is not (another site's page).
 */
export function guard(hosts: () => readonly string[]) {
  return (request: Request, _response: Response, next: NextFunction): void => {
    const { host, origin } = request.headers;
    const isOurs = host !== undefined && hosts().includes(host);
    const fromOurs = origin === undefined || hosts().some((name) => origin === `http://${name}`);
    if (isOurs && fromOurs) return next();
    throw new HttpProblem(403, 'This server answers only its own pages, at 127.0.0.1 or localhost.');
  };
}

/** The hosts under which a port of this machine is reached. */
export function ownHosts(port: number): string[] {
  return [`127.0.0.1:${port}`, `localhost:${port}`];
}
