import { execFileSync } from 'node:child_process';
import { readdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { random } from '../../core/test/made.ts';
import { firstSite, jsonBody, launch, leftBehind, newFolder, Tally } from './trying.ts';

/** Room of the small disk, bytes. */
const ROOM = 24 * 2 ** 20;

/** A small disk of its own; `undefined` where this machine does not let one be made. */
function smallDisk(): string | undefined {
  const folder = newFolder();
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${ROOM}`, 'tmpfs', folder], { stdio: 'ignore' });
    return folder;
  } catch {
    return undefined;
  }
}

/** Fills a disk but for so many bytes; gives the file that does. */
function fill(folder: string, but: number): string {
  const path = join(folder, `filling-${Date.now()}`);
  const { bavail, bsize } = statfsSync(folder);
  writeFileSync(path, Buffer.alloc(Math.max(0, bavail * bsize - but)));
  return path;
}

/**
 * Lets the disk run full in the middle of everything: it is said as such, nothing is half-written, what there is can be seen
 * and exported, the server starts, and room alone mends it.
 * @returns `undefined` where no small disk can be made here, which takes the right to mount one
 */
export async function tryDisk(count: number): Promise<Tally | undefined> {
  const folder = smallDisk();
  if (!folder) return undefined;
  const tally = new Tally();
  const by = random(count + 29);
  try {
    const full = fill(folder, 0);
    const refused = await launch(folder).then(
      async (server) => (await server.kill(), 'It started.'),
      (error: Error) => error.message,
    );
    tally.must(
      /room|cannot be used/.test(refused) && !/at .*\.ts/.test(refused),
      `first start on a full disk: ${refused.slice(0, 200)}`,
    );
    rmSync(full);
    let server = await launch(folder);
    for (; tally.tried < count; tally.tried++) {
      const where = `filling ${tally.tried}`;
      const filling = fill(folder, Math.floor(by() ** 3 * 300_000));
      const { id, site, revisions, hashes } = await firstSite(server.url);
      const at = `${server.url}/api/sites/${id}`;
      let told = {
        revision: revisions.headers.night!,
        opacity: site.headers[0]!.looks.scrolled.fill!.opacity,
      };
      for (let i = 0; i < 30; i++) {
        const value = structuredClone(site.headers[0]!);
        value.looks.scrolled.fill!.opacity = Math.round(by() * 1000) / 1000;
        // As long as an owner's menu may be, so that the disk is full soon.
        const changes = { headers: [{ id: value.id, revision: told.revision, value }] };
        const answer = await fetch(at, jsonBody('PATCH', changes));
        const text = await answer.text();
        if (answer.ok)
          told = { revision: JSON.parse(text).headers.night, opacity: value.looks.scrolled.fill!.opacity };
        else
          tally.must(
            answer.status === 507 && /disk is full/.test(text),
            `${where}, an edit: ${answer.status} ${text.slice(0, 90)}`,
          );
      }
      const bytes = await sharp({
        create: {
          width: 700,
          height: 500,
          channels: 3,
          noise: { type: 'gaussian', mean: 120, sigma: 40 },
          background: '#000',
        },
      })
        .png()
        .toBuffer();
      const bring = await fetch(`${at}/files?name=noise.png`, {
        method: 'POST',
        body: new Uint8Array(bytes),
      });
      const said = await bring.text();
      tally.must(
        bring.ok || (bring.status === 507 && /disk is full/.test(said)),
        `${where}, a picture: ${bring.status} ${said.slice(0, 90)}`,
      );
      if (bring.ok) await fetch(`${at}/files/${JSON.parse(said).id}`, { method: 'DELETE' });
      // Full or not, it starts, and shows and exports what there is.
      await server.kill();
      server = await launch(folder);
      const now = await firstSite(server.url);
      const again = `${server.url}/api/sites/${now.id}`;
      tally.must(
        now.revisions.headers.night === told.revision,
        `${where}: revision ${told.revision} was told, ${now.revisions.headers.night} is there`,
      );
      tally.must(
        now.site.headers[0]!.looks.scrolled.fill!.opacity === told.opacity,
        `${where}: what was told as saved is not there`,
      );
      for (const path of ['/file', '/headers/night/files', '/headers/night/download'])
        tally.must(
          await fetch(`${again}${path}`).then(async (answer) => (await answer.arrayBuffer(), answer.ok)),
          `${where}: ${path} cannot be had`,
        );
      for (const hash of Object.values(hashes))
        tally.must(
          (await fetch(`${server.url}/api/pictures/${hash}?width=320`)).ok,
          `${where}: a picture cannot be seen`,
        );
      rmSync(filling);
      const saved = await fetch(
        again,
        jsonBody('PATCH', {
          headers: [{ id: 'night', revision: told.revision, value: now.site.headers[0] }],
        }),
      );
      tally.must(saved.ok, `${where}: with room again, saving answers ${saved.status}`);
    }
    await server.kill();
    tally.problems.push(...leftBehind(folder));
    tally.must(
      readdirSync(folder).every((name) => !name.startsWith('filling')),
      'the disk was left full',
    );
  } finally {
    execFileSync('umount', ['-l', folder], { stdio: 'ignore' });
  }
  return tally;
}
