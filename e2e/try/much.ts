import { setTimeout as wait } from 'node:timers/promises';
import { loadSite } from '@hatrail/node/siteFile';
import type { KeptSite, Revisions } from '@hatrail/core/model/kept';
import { zipSync } from 'fflate';
import { firstSite, jsonBody, launch, memoryOf, newFolder, Tally, watchOthers } from './trying.ts';

const PAGES = 400;
const SITES = 200;

/** Much of everything, with figures: many edits, sites and pages, and how long others wait meanwhile. */
export async function tryMuch(edits: number): Promise<Tally> {
  const tally = new Tally();
  const { figures } = tally;
  const server = await launch(newFolder());
  const { url } = server;
  const timed = async (path: string, init?: RequestInit): Promise<number> => {
    const begun = performance.now();
    const answer = await fetch(url + path, init);
    await answer.arrayBuffer();
    tally.must(answer.ok, `${init?.method ?? 'GET'} ${path}: ${answer.status}`);
    return performance.now() - begun;
  };
  /** Does something, and notes how long nobody else had a turn meanwhile. */
  const held = async <T>(what: string, work: () => Promise<T>): Promise<T> => {
    await memoryOf(server);
    const done = await work();
    await wait(30);
    figures[`  ${what}: held the loop at most`] = `${server.loopHeld().toFixed(0)} ms`;
    return done;
  };
  const settled = (times: number[]) => {
    const sorted = [...times].sort((a, b) => a - b);
    return `${sorted[sorted.length >> 1]!.toFixed(1)} ms, the longest ${sorted.at(-1)!.toFixed(0)} ms`;
  };

  const kept = await firstSite(url);
  const memory = await memoryOf(server);
  const times: number[] = [];
  let revision = kept.revisions.headers.night!;
  for (; tally.tried < edits; tally.tried++) {
    const value = structuredClone(kept.site.headers[0]!);
    value.looks.scrolled.fill!.opacity = (tally.tried % 100) / 100;
    const begun = performance.now();
    const answer = await fetch(
      `${url}/api/sites/${kept.id}`,
      jsonBody('PATCH', { headers: [{ id: 'night', revision, value }] }),
    );
    revision = ((await answer.json()) as Revisions).headers.night!;
    times.push(performance.now() - begun);
  }
  figures[`${edits} edits`] = settled(times);
  figures['memory grew by'] = `${(((await memoryOf(server)) - memory) / 2 ** 20).toFixed(0)} MB`;

  for (let i = 0; i < SITES; i++) await timed(`/api/sites/${kept.id}/duplicate`, { method: 'POST' });
  figures[`list of ${SITES} sites`] = settled(await each(20, () => timed('/api/sites')));

  const { site, read } = await loadSite('demo/larkfell.hatrail.json');
  const pages = Array.from({ length: PAGES }, (_, i) => {
    const page = structuredClone(site.pages[i % site.pages.length]!);
    return i < site.pages.length
      ? page
      : { ...page, id: `page-${i}`, path: `/page-${i}`, title: `Page ${i}` };
  });
  const entries: Record<string, Uint8Array> = {
    'much.hatrail.json': Buffer.from(JSON.stringify({ ...site, name: 'Much', pages })),
  };
  for (const { file } of site.pictures) entries[file] = (await read(file))!;
  const zip = new Uint8Array(zipSync(entries, { level: 0 }));
  const stop = watchOthers(url);
  const much = await held(`${PAGES} pages brought in`, async () => {
    const begun = performance.now();
    const brought = await fetch(`${url}/api/sites`, { method: 'POST', body: zip });
    figures[`${PAGES} pages brought in`] = `${(performance.now() - begun).toFixed(0)} ms`;
    return (await brought.json()) as KeptSite;
  });
  const at = `/api/sites/${much.id}`;
  let at400 = much.revisions.pages.home!;
  const edited = `an edit of one word of ${PAGES} pages`;
  figures[edited] = settled(
    await held(edited, () =>
      each(30, async (i) => {
        const value = { ...much.site.pages[0]!, title: `Home ${i}` };
        const from = performance.now();
        const answer = await fetch(
          url + at,
          jsonBody('PATCH', { pages: [{ id: 'home', revision: at400, value }] }),
        );
        at400 = ((await answer.json()) as Revisions).pages.home!;
        return performance.now() - from;
      }),
    ),
  );
  const several = async (what: string, times: number, path: string, init?: RequestInit) => {
    figures[what] = settled(await held(what, () => each(times, () => timed(path, init))));
  };
  await several('the header’s files, first', 1, `${at}/headers/night/files`);
  await several('the header’s files, again', 5, `${at}/headers/night/files`);
  await several('the whole site read', 10, at);
  await several('saved as a site file', 1, `${at}/file`);
  await several('a release made', 1, `${at}/releases`, jsonBody('POST', { note: '' }));
  const visit = async () => {
    const from = performance.now();
    await (await fetch(`${server.liveUrl}/${much.slug}/`)).arrayBuffer();
    return performance.now() - from;
  };
  figures['its first visit'] = settled(await held('its first visit', () => each(1, visit)));
  figures['a visit after that'] = settled(await held('a visit after that', () => each(10, visit)));
  const others = await stop();
  figures['others waited at most'] = `${others.toFixed(0)} ms`;
  await server.kill();
  return tally;
}

async function each(count: number, work: (i: number) => Promise<number>): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < count; i++) times.push(await work(i));
  return times;
}
