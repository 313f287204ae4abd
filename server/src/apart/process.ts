import { BadInput } from '@hatrail/core/model/badInput';
import { JOBS, LOADED_FOR, type Job } from './jobs.ts';
import { BEGUN, type Answer, type Order } from './apart.ts';

/** The process apart: does one job at a time, ends with the server, and ends itself before it takes too much memory. */

/** Most memory, bytes. */
const MOST_MEMORY = 1.2 * 2 ** 30;
/** Told by the exit code. */
const TOO_MUCH = 77;

setInterval(() => {
  if (process.memoryUsage.rss() > MOST_MEMORY) process.exit(TOO_MUCH);
}, 40).unref();

process.on('disconnect', () => process.exit(0));
process.on('message', ({ job, input, isVector }: Order) => {
  void Promise.all([isVector ? import('@hatrail/node/svg') : undefined, LOADED_FOR[job]?.()])
    .then(() => process.send?.(BEGUN))
    .then(() => answer(job, input))
    .then((said) => process.send?.(said));
});

async function answer(job: Job, input: unknown): Promise<Answer> {
  try {
    return { result: await (JOBS[job] as (given: unknown) => Promise<unknown>)(input) };
  } catch (error) {
    if (error instanceof BadInput) return { refused: error.message, problems: error.problems };
    const { message, code } = error as NodeJS.ErrnoException;
    return { failed: message, ...(code !== undefined && { code }) };
  }
}

process.send?.('ready');
