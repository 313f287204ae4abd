import type { NextFunction, Request, Response } from 'express';
import { HttpProblem } from './problem.ts';

/**
 * Answers only where it is called by one of its own names, and by no other page's script: another name that leads here (DNS
 * rebinding) and another `Origin` are refused.
 */
export function onlyOwnHosts(hosts: () => readonly string[]) {
  return (request: Request, _response: Response, next: NextFunction): void => {
    const { host, origin } = request.headers;
    const isOurs = host !== undefined && hosts().includes(host);
    const fromOurs = origin === undefined || hosts().some((name) => origin === `http://${name}`);
    if (isOurs && fromOurs) return next();
    throw refused();
  };
}

/**
 * Refuses requests that a foreign page could have caused, by what the browser itself says of where they come from
 * (`Sec-Fetch-Site`). A link to the application from elsewhere can be followed.
 */
export function onlyOwnPages(request: Request, _response: Response, next: NextFunction): void {
  const { 'sec-fetch-site': site, 'sec-fetch-mode': mode } = request.headers;
  const isOwnSite = site === undefined || site === 'same-origin' || site === 'none';
  const isFollowed =
    mode === 'navigate' && request.method === 'GET' && !request.path.toLowerCase().startsWith('/api');
  if (isOwnSite || isFollowed) return next();
  throw refused();
}

const refused = () =>
  new HttpProblem(403, 'This server answers only its own pages, at 127.0.0.1 or localhost.');

/** The hosts under which a port of this machine is reached. */
export function ownHosts(port: number): string[] {
  return [`127.0.0.1:${port}`, `localhost:${port}`];
}
