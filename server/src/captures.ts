import { randomUUID } from 'node:crypto';
import { copyFile, readFile } from 'node:fs/promises';
import type { TakenFile, TakenPictures } from '@hatrail/core/model/kept';
import type { CaptureState, FoundPage, FoundSite, SeenSite } from '@hatrail/core/gather/captured';
import { BadInput } from '@hatrail/core/model/badInput';
import { checkSite } from '@hatrail/core/model/check';
import type { SeenPart } from '@hatrail/core/model/seen';
import { siteOfSeen } from '@hatrail/core/start/seenSite';
import { readHeaderOf, takeSite, tryHeaderOn } from '@hatrail/capture/capture';
import { findPages } from '@hatrail/capture/findPages';
import type { Correction } from '@hatrail/capture/own';
import type { Source } from '@hatrail/capture/session';
import type { Tried } from '@hatrail/capture/ownTrial';
import { fileName, filesOf, lookAt, numbered, type Draft } from './captureDrafts.ts';
import type { Context } from './context.ts';
import type { FileFacts } from './fileRows.ts';
import { takePicture } from './intake.ts';
import { HttpProblem, badInput, notFound } from './problem.ts';

/** How long what was seen waits to be kept, ms. */
const WAITS = 30 * 60_000;

/** While one of these goes on, nothing else begins. */
const BUSY: ReadonlySet<CaptureState['phase']> = new Set(['looking', 'taking', 'reading', 'trying']);

interface Job {
  state: CaptureState;
  source: Source;
  stop: AbortController;
  /** Every path that it was given, to be cleared away. */
  paths: string[];
  files: Map<string, Draft>;
  /** What was seen, with the paths of its files. */
  seen?: SeenSite;
  /** Whether its files are on their way to where they are kept. */
  isBeingKept?: boolean;
  /** What is left out of pages, by their addresses. */
  without: Map<string, string[]>;
  timer?: NodeJS.Timeout;
}

/** Bringing in sites from where they are: one at a time, in steps that the owner sees and can stop. */
export class Captures {
  readonly #context: Context;
  readonly #never: () => readonly string[];
  readonly #log: (error: unknown) => void;
  #job: Job | undefined;

  /** @param never hosts of the application itself, which no page may reach */
  constructor(context: Context, never: () => readonly string[], log: (error: unknown) => void) {
    this.#context = context;
    this.#never = never;
    this.#log = log;
  }

  /**
   * Begins to look for the pages of a site.
   * @throws 409 where another is being brought in
   */
  start(source: Omit<Source, 'never'>): CaptureState {
    const job = this.#begin(source, 'looking');
    void this.#work(job, async () => {
      const found = await findPages(job.source, this.#working(job));
      job.state = { id: job.state.id, phase: 'found', found };
    });
    return job.state;
  }

  /** Begins to read the header of one page by itself. @throws 409 where something else is going on */
  readOwn(source: Omit<Source, 'never'>, said: readonly Correction[]): CaptureState {
    const job = this.#begin(source, 'reading');
    void this.#work(job, async () => {
      const own = await readHeaderOf(job.source, said, this.#working(job));
      job.state = { id: job.state.id, phase: 'read', own };
    });
    return job.state;
  }

  /** Begins to try a header of a site on one of its pages, as that stands now. @throws 409, 422 */
  tryOwn(source: Omit<Source, 'never'>, tried: () => Promise<Tried>): CaptureState {
    const job = this.#begin(source, 'trying');
    void this.#work(job, async () => {
      const trial = await tryHeaderOn(job.source, await tried(), this.#working(job));
      job.state = { id: job.state.id, phase: 'tried', trial };
    });
    return job.state;
  }

  /** A new job in the place of one that is done. @throws 409 where one is not */
  #begin(source: Omit<Source, 'never'>, phase: CaptureState['phase']): Job {
    const { phase: now, id } = this.#job?.state ?? {};
    if (now !== undefined && BUSY.has(now))
      throw new HttpProblem(409, 'Another site is being brought in: wait for it, or stop it.', {
        capture: id,
      });
    this.#drop();
    const job: Job = {
      state: { id: randomUUID(), phase },
      source: { ...source, never: this.#never() },
      stop: new AbortController(),
      paths: [],
      files: new Map(),
      without: new Map(),
    };
    this.#job = job;
    return job;
  }

  /** @throws 404 */
  state(id: string): CaptureState {
    return this.#known(id).state;
  }

  /** Takes the pages of these addresses. @throws 422 where one was not found, or it is not the time for it */
  take(id: string, addresses: readonly string[]): CaptureState {
    const job = this.#known(id);
    const { found } = job.state;
    if (job.state.phase !== 'found' || !found) throw badInput('Its pages are not chosen now.');
    const pages = found.pages.filter(({ address }) => addresses.includes(address));
    if (pages.length === 0) throw badInput('Choose a page that was found.');
    this.#take(job, found, pages);
    return job.state;
  }

  /** Takes the pictures of a page again, without some parts of it. @throws 422 where it was not taken */
  again(id: string, address: string, paths: readonly string[]): CaptureState {
    const job = this.#known(id);
    const { found, phase } = job.state;
    const page = found?.pages.find((each) => each.address === address);
    if (phase !== 'taken' || !found || !page || !job.seen) throw badInput('This page has not been taken.');
    job.without.set(address, [...(job.without.get(address) ?? []), ...paths]);
    this.#take(job, found, [page]);
    return job.state;
  }

  #take(job: Job, found: FoundSite, pages: readonly FoundPage[]): void {
    const { id } = job.state;
    job.state = { id, phase: 'taking', found };
    void this.#work(job, async () => {
      const draft = () => {
        const path = this.#context.files.draftPath();
        job.paths.push(path);
        return path;
      };
      const working = { ...this.#working(job), without: job.without };
      const seen = await takeSite(job.source, found, pages, draft, working);
      this.#tell(job, { what: 'Looking at the pictures', done: 0, of: 1 });
      await lookAt(this.#context.apart, seen, job.files);
      job.seen = job.seen ? merged(job.seen, seen) : seen;
      job.state = { id, phase: 'taken', found, ...numbered(job.seen, job.files) };
    });
  }

  /** A picture that was taken, made smaller, as bytes. @throws 404 */
  async picture(id: string, number: string, isLarge = false): Promise<Uint8Array> {
    const job = this.#known(id);
    const draft = [...job.files.values()][Number(number)];
    if (!draft?.width) throw notFound('picture');
    const { apart, files } = this.#context;
    const to = files.draftPath();
    try {
      await apart.run('sized', { path: draft.path, to, width: isLarge ? 960 : 320 });
      return await readFile(to);
    } catch (error) {
      // It was kept, or let go, while it was being made smaller: its file has its place elsewhere already, or the job is over.
      if (this.#job !== job || job.isBeingKept) throw notFound('picture');
      throw error;
    } finally {
      await files.dropDraft(to);
    }
  }

  /** Makes a site of what was seen. @returns its id */
  async keep(id: string, seen: SeenSite | undefined, without: readonly SeenPart[]): Promise<string> {
    const job = this.#known(id);
    if (job.state.phase !== 'taken' || !seen) throw badInput('Nothing has been taken yet.');
    const { files, sites } = this.#context;
    const drafts = [...job.files.values()];
    const site = siteOfSeen(seen, filesOf(job.files), new Set(without));
    const problems = checkSite(site);
    if (problems[0]) throw badInput(problems[0].message, problems);
    const facts = new Map<string, FileFacts>();
    const byFile = new Map(drafts.map((draft) => [fileName(draft), draft]));
    for (const { id: part, file } of [...site.pictures, ...(site.fonts ?? [])]) {
      const { hash, width, height } = byFile.get(file)!;
      facts.set(part, { hash, ...(width && height && { width, height }) });
    }
    const named = new Set([...facts.values()].map(({ hash }) => hash));
    job.isBeingKept = true;
    try {
      const made = await files.keep(
        drafts.filter(({ hash }) => named.has(hash)).map(({ path, hash }) => ({ path, hash })),
        () => sites.create(site, facts),
      );
      this.#drop();
      return made;
    } finally {
      job.isBeingKept = false;
    }
  }

  /** Takes the pictures of what was seen into a site that is here already. Its document names them with its next save. */
  async into(id: string, site: string): Promise<TakenPictures[]> {
    const job = this.#known(id);
    const { seen, phase } = job.state;
    if (phase !== 'taken' || !seen) throw badInput('Nothing has been taken yet.');
    const drafts = [...job.files.values()];
    const pages: TakenPictures[] = [];
    for (const { address, title, colour, pictures } of seen.pages) {
      const taken: TakenPictures['pictures'] = [];
      for (const { width, file } of pictures) {
        const name = `${title} ${width}`;
        taken.push({ width, file: await this.#copyInto(site, name, drafts[Number(file)]!.path) });
      }
      pages.push({ address, title, colour, pictures: taken });
    }
    this.#drop();
    return pages;
  }

  /** Takes a copy into a site, so that it can be tried again where another one fails. */
  async #copyInto(site: string, name: string, draft: string): Promise<TakenFile> {
    const { files } = this.#context;
    const path = files.draftPath();
    try {
      await copyFile(draft, path);
      return await takePicture(this.#context, site, { name, path, size: 0, isVector: false });
    } finally {
      await files.dropDraft(path);
    }
  }

  /** Ends it, whatever it is doing, and clears away what it took. */
  stop(id: string): void {
    this.#known(id);
    this.#drop();
  }

  /** Ends whatever is going on. */
  close(): void {
    this.#drop();
  }

  #known(id: string): Job {
    if (this.#job?.state.id !== id) throw notFound('site being brought in');
    return this.#job;
  }

  #working(job: Job) {
    return {
      signal: job.stop.signal,
      tell: (step: NonNullable<CaptureState['step']>) => this.#tell(job, step),
    };
  }

  #tell(job: Job, step: NonNullable<CaptureState['step']>): void {
    job.state = { ...job.state, step };
  }

  async #work(job: Job, work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch (error) {
      if (!(error instanceof BadInput)) this.#log(error);
      const message =
        error instanceof BadInput
          ? error.message
          : 'It could not be brought in: try again, or with fewer pages.';
      const { id, found } = job.state;
      if (job.seen && found && this.#job === job) {
        // A page that could not be taken again takes nothing from what was taken before.
        job.seen = { ...job.seen, notes: [...job.seen.notes, message] };
        job.state = { id, phase: 'taken', found, ...numbered(job.seen, job.files) };
      } else {
        job.state = { id, phase: 'failed', message };
        await this.#clear(job);
      }
    }
    // Stopped meanwhile: what came last is cleared away, too.
    if (this.#job !== job) return this.#clear(job);
    job.timer = setTimeout(() => this.#job === job && this.#drop(), WAITS);
    job.timer.unref();
  }

  async #clear({ paths }: Job): Promise<void> {
    await Promise.all(paths.map((path) => this.#context.files.dropDraft(path)));
  }

  #drop(): void {
    const job = this.#job;
    this.#job = undefined;
    if (!job) return;
    clearTimeout(job.timer);
    job.stop.abort();
    void this.#clear(job);
  }
}

/** What was seen before, with pages that were taken again. */
function merged(before: SeenSite, again: SeenSite): SeenSite {
  const pages = before.pages.map(
    (page) => again.pages.find(({ address }) => address === page.address) ?? page,
  );
  return { ...before, pages, notes: [...new Set([...before.notes, ...again.notes])] };
}
