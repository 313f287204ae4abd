import { setTimeout as wait } from 'node:timers/promises';
import sharp from 'sharp';
import type { Revisions, TakenFile } from '@hatrail/core/model/kept';
import { random } from '../../core/test/made.ts';
import { firstSite, jsonBody, launch, leftBehind, newFolder, Tally, type Launched } from './trying.ts';

/** What was told as saved. */
interface Told {
  revision: number;
  opacity: number;
  /** Files that were taken in, and those that were let go of. */
  files: Set<string>;
  releases: number;
}

/**
 * Ends the server in the middle of saving, bringing in, letting go and publishing, starts it again, and looks whether all
 * that was told as done is there, and nothing half-done is left.
 */
export async function tryKills(count: number): Promise<Tally> {
  const tally = new Tally();
  const folder = newFolder();
  const by = random(count + 17);
  let told: Told | undefined;
  for (; tally.tried <= count; tally.tried++) {
    const server = await launch(folder);
    const where = `kill ${tally.tried}`;
    told = await lookedAfter(server, told, tally, where);
    tally.problems.push(...leftBehind(folder).map((what) => `${where}: ${what}`));
    if (tally.tried === count) {
      await server.kill();
      break;
    }
    const work = busy(server, told, by);
    await wait(by() * 180);
    await server.kill();
    await work;
  }
  return tally;
}

/** Compares what is there with what was told, and begins anew from there. */
async function lookedAfter(
  { url }: Launched,
  told: Told | undefined,
  tally: Tally,
  where: string,
): Promise<Told> {
  const { id, site, revisions, hashes } = await firstSite(url);
  const opacity = site.headers[0]!.looks.scrolled.fill!.opacity!;
  const releases = ((await (await fetch(`${url}/api/sites/${id}/releases`)).json()) as unknown[]).length;
  if (told) {
    const isThere = revisions.headers.night! >= told.revision;
    tally.must(isThere, `${where}: revision ${told.revision} was told, ${revisions.headers.night} is there`);
    if (revisions.headers.night === told.revision)
      tally.must(opacity === told.opacity, `${where}: ${told.opacity} was told, ${opacity} is there`);
    tally.must(releases >= told.releases, `${where}: a release is lost`);
    for (const file of told.files) tally.must(file in hashes, `${where}: the file ${file} is lost`);
  }
  const file = await fetch(`${url}/api/sites/${id}/file`);
  tally.must(
    file.ok && (await file.arrayBuffer()).byteLength > 1000,
    `${where}: the site cannot be exported`,
  );
  for (const hash of Object.values(hashes)) {
    const picture = await fetch(`${url}/api/pictures/${hash}`);
    tally.must(picture.ok, `${where}: a picture answers ${picture.status}`);
    await picture.arrayBuffer();
  }
  const files = new Set(Object.keys(hashes).filter((name) => name.startsWith('shade')));
  return { revision: revisions.headers.night!, opacity, releases, files };
}

/** Does all that writes, at once, until the server is gone. */
async function busy({ url }: Launched, told: Told, by: () => number): Promise<void> {
  const kept = await firstSite(url).catch(() => undefined);
  if (!kept) return;
  const { id, site } = kept;
  const at = `${url}/api/sites/${id}`;
  const forEver = async (step: () => Promise<void>) => {
    try {
      for (;;) await step();
    } catch {
      // The server is gone.
    }
  };
  const edit = async () => {
    const value = structuredClone(site.headers[0]!);
    value.looks.scrolled.fill!.opacity = Math.round(by() * 100) / 100;
    const changes = { headers: [{ id: value.id, revision: told.revision, value }] };
    const saved = (await (await fetch(at, jsonBody('PATCH', changes))).json()) as Revisions;
    told.revision = saved.headers.night!;
    told.opacity = value.looks.scrolled.fill!.opacity;
  };
  const bring = async () => {
    const shade = Math.floor(by() * 8) * 30;
    const background = { r: shade, g: shade, b: shade };
    const bytes = await sharp({ create: { width: 40, height: 30, channels: 3, background } })
      .png()
      .toBuffer();
    const answer = await fetch(`${at}/files?name=shade.png`, { method: 'POST', body: new Uint8Array(bytes) });
    const taken = (await answer.json()) as TakenFile;
    told.files.add(taken.id);
    if (by() < 0.6) {
      told.files.delete(taken.id);
      await fetch(`${at}/files/${taken.id}`, { method: 'DELETE' });
    }
  };
  const publish = async () => {
    await fetch(`${at}/releases`, jsonBody('POST', { note: 'Tried' }));
    told.releases++;
    await wait(by() * 60);
  };
  await Promise.all([forEver(edit), forEver(bring), forEver(bring), forEver(publish)]);
}
