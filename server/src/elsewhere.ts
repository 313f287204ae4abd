import express, { type Router } from 'express';

/** Sites that were made elsewhere, by hand, as another host would serve them: to be brought in by their address. */
const ROOT = new URL('../../demo/', import.meta.url).pathname;
const ELSEWHERE = ['wether-lane'];

/** Their folders as they are; every address that is none of theirs is left to whoever comes next. */
export function elsewhere(): Router {
  const router = express.Router({ strict: true });
  for (const slug of ELSEWHERE)
    router.use(`/${slug}`, express.static(`${ROOT}${slug}`, { extensions: ['html'], redirect: true }));
  return router;
}
