import { fork, type ChildProcess } from 'node:child_process';
import { BadInput, type Problem } from '@hatrail/core/model/badInput';
import type { Job, JobInput, JobResult } from './jobs.ts';

/** What a process apart is sent, and what it answers. */
export interface Order {
  job: Job;
  input: unknown;
  /** Whether it is a vector drawing, which takes more to be read. */
  isVector: boolean;
}
/** Said by a process once everything that it needs is loaded: only from then on time counts. */
export const BEGUN = 'begun';
export type Answer =
  { result: unknown } | { refused: string; problems: Problem[] } | { failed: string; code?: string };

/** Processes at work at the same time, so that a slow job does not keep all others waiting. */
const PROCESSES = 2;
/** Longest that a job may take, ms, and what to do where it takes longer, or more memory than there is for it. */
const LIMITS: Record<Job, { most: number; advice: string }> = {
  picture: { most: 10_000, advice: 'Make it smaller or simpler and try again.' },
  font: { most: 5000, advice: 'Bring it in another format, WOFF2 best.' },
  crop: { most: 10_000, advice: 'Make the picture smaller first.' },
  turn: { most: 10_000, advice: 'Make the picture smaller first.' },
  sized: { most: 10_000, advice: 'Make the picture smaller and bring it in again.' },
  warm: { most: 10_000, advice: '' },
  check: { most: 10_000, advice: 'Save it in smaller steps.' },
  site: { most: 60_000, advice: 'Take out pictures that are larger than they are shown.' },
};
/** A vector drawing is small or it is none: ms. */
const MOST_VECTOR = 4000;
/** Longest that loading what a job needs may take, ms. */
const MOST_LOADING = 30_000;
const ROOT = new URL('../../../', import.meta.url).pathname;

/**
 * Jobs on bytes from outside, each in a process of its own with limits of time and memory, so that none can stop or bring
 * down the server.
 */
export class Apart {
  readonly #all = new Set<ChildProcess>();
  readonly #idle: ChildProcess[] = [];
  readonly #waiting: (() => void)[] = [];
  #free = PROCESSES;

  /**
   * Does a job, as soon as a process is free.
   * @throws {BadInput} where the input is refused, or takes too long or too much memory
   */
  async run<J extends Job>(job: J, input: JobInput<J>, isVector = false): Promise<JobResult<J>> {
    const { most, advice } = LIMITS[job];
    const answer = await this.#ask({ job, input, isVector }, isVector ? MOST_VECTOR : most);
    if ('result' in answer) return answer.result as JobResult<J>;
    if ('refused' in answer) throw new BadInput(answer.refused, answer.problems);
    const why = WHY[answer.code ?? ''];
    if (why === undefined) throw Object.assign(new Error(answer.failed), { code: answer.code });
    throw new BadInput(`${'name' in input ? input.name : 'This file'} ${why}. ${advice}`);
  }

  /** Starts the processes, so that the first jobs need not wait for them. */
  warm(): void {
    for (let i = 0; i < PROCESSES; i++)
      void this.#ask({ job: 'warm', input: {}, isVector: true }, MOST_LOADING).catch(() => undefined);
  }

  /** Ends all processes. */
  close(): void {
    for (const child of this.#all) child.kill('SIGKILL');
  }

  async #ask(order: Order, most: number): Promise<Answer> {
    if (this.#free === 0) await new Promise<void>((go) => this.#waiting.push(go));
    else this.#free--;
    try {
      const child = this.#idle.pop() ?? (await this.#start());
      const answer = await ask(child, order, most);
      if (this.#all.has(child)) this.#idle.push(child);
      return answer;
    } finally {
      const next = this.#waiting.shift();
      if (next) next();
      else this.#free++;
    }
  }

  /** Starts a process; what that takes is not counted as part of any job. */
  #start(): Promise<ChildProcess> {
    const child = fork(new URL('./process.ts', import.meta.url), [], {
      cwd: ROOT,
      execArgv: ['--import', 'tsx', '--max-old-space-size=768'],
      serialization: 'advanced',
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    this.#all.add(child);
    child.once('exit', () => {
      this.#all.delete(child);
      const at = this.#idle.indexOf(child);
      if (at >= 0) this.#idle.splice(at, 1);
    });
    return new Promise((ready, failed) => {
      child.once('message', () => {
        // It ends with the server, and does not keep it from ending.
        child.unref();
        child.channel?.unref();
        ready(child);
      });
      child.once('error', failed);
      child.once('exit', (code) => failed(new Error(`The process apart did not start (${code}).`)));
    });
  }
}

const TOO_LONG = 'TOO_LONG';
const TOO_LARGE = 'TOO_LARGE';
const WHY: Record<string, string> = {
  [TOO_LONG]: 'takes too long to read',
  [TOO_LARGE]: 'takes too much memory to read',
};

/** One job in one process, which is ended where it takes longer. */
function ask(child: ChildProcess, order: Order, most: number): Promise<Answer> {
  return new Promise((resolve) => {
    const end = (answer: Answer) => {
      clearTimeout(timer);
      child.off('message', heard).off('exit', died);
      resolve(answer);
    };
    const heard = (said: Answer | typeof BEGUN) => {
      if (said !== BEGUN) return end(said);
      clearTimeout(timer);
      timer = setTimeout(late, most);
    };
    const died = () => end({ failed: 'ended', code: TOO_LARGE });
    const late = () => {
      child.off('exit', died).once('exit', () => end({ failed: 'late', code: TOO_LONG }));
      child.kill('SIGKILL');
    };
    let timer = setTimeout(late, MOST_LOADING);
    child.on('message', heard).once('exit', died);
    child.send(order);
  });
}
