import { spawn, type ChildProcess } from 'node:child_process';
import { copyFileSync, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import Database from 'better-sqlite3';
import type { KeptSite, ListedSite } from '@hatrail/core/model/kept';

/** What all trials share: a server in a process of its own, what others meet meanwhile, and the count of what went wrong. */

/** A server that was started as an owner starts it. */
export interface Launched {
  url: string;
  liveUrl: string;
  child: ChildProcess;
  /** Ends it at once, as a power cut would. */
  kill(): Promise<void>;
  /** Longest that its event loop was held since {@link memoryOf} was last asked for, or since its start, ms. */
  loopHeld(): number;
}

/**
 * Starts a server on a folder.
 * @param before a command that runs the rest, such as one that puts a small disk in place first
 * @throws with what it said, where it does not start
 */
export function launch(data: string, before: readonly string[] = []): Promise<Launched> {
  const flags = ['--expose-gc', '--import', './e2e/try/collect.mjs', '--import', 'tsx'];
  const [command, ...args] = [...before, process.execPath, ...flags, 'server/src/main.ts'];
  const child = spawn(command!, args, {
    env: { ...process.env, PORT: '0', LIVE_PORT: '0', HATRAIL_DATA: data, LOG_LEVEL: 'silent' },
  });
  let said = '';
  return new Promise((resolve, reject) => {
    const hear = (part: Buffer) => {
      said += part.toString();
      const [url, liveUrl] = [/ready at (\S+)/, /sites are at (\S+)/].map((text) => text.exec(said)?.[1]);
      if (url && liveUrl) resolve({ url, liveUrl, child, kill, loopHeld });
    };
    const loopHeld = () => {
      const since = said.slice(said.lastIndexOf('loop watched') + 1);
      return Math.max(0, ...[...since.matchAll(/loop held (\S+) ms/g)].map(([, held]) => Number(held)));
    };
    const ended = new Promise<void>((done) => child.once('exit', () => done()));
    const kill = () => {
      child.kill('SIGKILL');
      return ended;
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    // A server that ends by itself while it is in use is what nobody should see.
    child.once('exit', (code, signal) => {
      if (signal !== 'SIGKILL' && said.includes('ready at'))
        console.error(`The server ended (${code}):\n${said.slice(-3000)}`);
    });
    child.once('exit', (code) => reject(new Error(said || `It ended with ${code} and said nothing.`)));
  });
}

export const newFolder = () => mkdtempSync(join(tmpdir(), 'hatrail-try-'));

/** What was tried, and what went wrong: nothing should. */
export class Tally {
  tried = 0;
  readonly problems: string[] = [];
  readonly figures: Record<string, string | number> = {};

  /** Notes something that must be so. */
  must(isSo: boolean, what: string): void {
    if (!isSo) this.problems.push(what);
  }

  toString(): string {
    const lines = Object.entries(this.figures).map(([name, value]) => `  ${name}: ${value}`);
    const wrong = this.problems.slice(0, 20).map((problem) => `  WRONG: ${problem}`);
    return [`${this.tried} tried, ${this.problems.length} went wrong`, ...lines, ...wrong].join('\n');
  }
}

/** Asks for the list of sites again and again, and notes the longest that it took: what others meet meanwhile. */
export function watchOthers(url: string): () => Promise<number> {
  let isOver = false;
  let longest = 0;
  const watching = (async () => {
    while (!isOver) {
      const begun = performance.now();
      await fetch(`${url}/api/sites`).then((answer) => answer.arrayBuffer());
      longest = Math.max(longest, performance.now() - begun);
      await new Promise((go) => setTimeout(go, 15));
    }
  })();
  return async () => {
    isOver = true;
    await watching;
    return longest;
  };
}

/** Resident memory of a server once it has let go of what it does not need, bytes. */
export async function memoryOf({ child }: Launched): Promise<number> {
  const { pid } = child;
  for (let i = 0; i < 3; i++) {
    child.kill('SIGUSR2');
    await wait(400);
  }
  return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) * 1024;
}

/** Looks into a data folder: rows without files, files without rows, and what was left half-written. */
export function leftBehind(folder: string): string[] {
  // A running server has its database for itself: a copy is looked at, with what is still in its log.
  const copy = newFolder();
  for (const name of readdirSync(folder).filter((each) => /^hatrail\.sqlite(-wal)?$/.test(each)))
    copyFileSync(join(folder, name), join(copy, name));
  const db = new Database(join(copy, 'hatrail.sqlite'));
  try {
    const rows = db
      .prepare<[], { hash: string }>(
        'SELECT hash FROM file UNION SELECT each.value FROM release, json_each(release.pictures) AS each',
      )
      .all();
    const named = new Set(rows.map(({ hash }) => hash));
    const files = new Set(readdirSync(join(folder, 'pictures')));
    return [
      ...[...named].filter((hash) => !files.has(hash)).map((hash) => `a row without its file: ${hash}`),
      ...[...files].filter((name) => !named.has(name)).map((name) => `a file without a row: ${name}`),
      ...readdirSync(join(folder, 'drafts')).map((name) => `a draft: ${name}`),
      ...readdirSync(folder)
        .filter((name) => name.endsWith('.new'))
        .map((name) => `half a database: ${name}`),
    ];
  } finally {
    db.close();
    rmSync(copy, { recursive: true });
  }
}

/** The first site of a server, whole. */
export async function firstSite(url: string): Promise<KeptSite> {
  const [first] = (await (await fetch(`${url}/api/sites`)).json()) as [ListedSite];
  return (await (await fetch(`${url}/api/sites/${first.id}`)).json()) as KeptSite;
}

export const jsonBody = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});
