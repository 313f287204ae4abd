import { mkdtempSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { beforeAll, describe, expect, test } from 'vitest';
import { loadSite } from '@hatrail/node/siteFile';
import { writeSite } from '@hatrail/core/model/check';
import { BadInput } from '@hatrail/core/model/badInput';
import type { Site } from '@hatrail/core/model/site';
import { JOBS } from '../src/apart/jobs.ts';

/** Site files that are brought in: a whole one is taken as it is, anything else is refused with what to do. */

let site: Site;
const files = new Map<string, Uint8Array>();
beforeAll(async () => {
  const loaded = await loadSite('demo/larkfell.hatrail.json');
  site = loaded.site;
  for (const { file } of site.pictures) files.set(file, (await loaded.read(file))!);
});

/** Reads a site file as the process apart does; gives the document's text, and the bytes of its files by their ids. */
async function brought(bytes: Uint8Array): Promise<{ text: string; files: Map<string, Buffer> }> {
  const at = mkdtempSync(join(tmpdir(), 'hatrail-'));
  const [path, folder] = [join(at, 'came'), join(at, 'out')];
  writeFileSync(path, bytes);
  mkdirSync(folder);
  const { files: ready } = await JOBS.site({ path, folder });
  return {
    text: readFileSync(join(folder, 'site.json'), 'utf8'),
    files: new Map(Object.entries(ready).map(([id, file]) => [id, readFileSync(file.path)])),
  };
}

const others = (without: string) => new Map([...files].filter(([name]) => name !== without));
const document = (of: object) => ({ 'larkfell.hatrail.json': strToU8(JSON.stringify(of)) });
const zipped = (of: object, parts = files) => zipSync({ ...document(of), ...Object.fromEntries(parts) });
const withFile = (name: string, bytes: Uint8Array) => new Map([...others(name), [name, bytes]]);
const raster = () => site.pictures.find(({ file }) => /\.(png|jpe?g|webp)$/.test(file))!;
const vector = () => site.pictures.find(({ file }) => file.endsWith('.svg'))!;
const withPicture = (id: string, change: object) => ({
  ...site,
  pictures: site.pictures.map((picture) => (picture.id === id ? { ...picture, ...change } : picture)),
});

describe('a whole site file', () => {
  test('is read with all its pictures, byte for byte', async () => {
    const { text, files: came } = await brought(zipped(site));
    expect(writeSite(JSON.parse(text) as Site)).toBe(readFileSync('demo/larkfell.hatrail.json', 'utf8'));
    for (const { id, file } of site.pictures) expect(came.get(id)!.equals(files.get(file)!), file).toBe(true);
  });
  test('may lie in a folder within its zip, as systems pack them', async () => {
    const entries = { ...document(site), ...Object.fromEntries(files) };
    const inFolder = Object.fromEntries(
      Object.entries(entries).map(([name, data]) => [`larkfell/${name}`, data]),
    );
    const { text } = await brought(zipSync({ 'larkfell/': new Uint8Array(), ...inFolder }));
    expect((JSON.parse(text) as Site).name).toBe(site.name);
  });
  test('without pictures is its document alone', async () => {
    const bare = { ...site, pictures: [] };
    // Everything that named one is named as missing: such a site cannot come without them.
    await expect(brought(strToU8(JSON.stringify(bare)))).rejects.toThrow(/is not in the site/);
  });
});

/** A zip in which one byte of a picture, packed as it is, is another. */
function spoiltSum(zip: Uint8Array): Uint8Array {
  const spoilt = zipSync({ 'a.jpg': [files.get(raster().file)!, { level: 0 }] });
  const plain = zip.slice();
  const at = Buffer.from(zip).indexOf(Buffer.from(spoilt).subarray(200, 240));
  plain[at < 0 ? Math.floor(zip.length / 3) : at]! ^= 0xff;
  return plain;
}

/** A zip of zeros, much more of them than its heads tell. */
function lyingZip(): Uint8Array {
  const zip = Buffer.from(zipSync({ 'x.hatrail.json': new Uint8Array(4_000_000) }));
  for (const [mark, offset] of [
    [0x04034b50, 22],
    [0x02014b50, 24],
  ] as const) {
    const head = Buffer.alloc(4);
    head.writeUInt32LE(mark);
    zip.writeUInt32LE(1000, zip.indexOf(head) + offset);
  }
  return zip;
}

describe('refused, with what to do', () => {
  const refused: [string, () => Uint8Array, RegExp][] = [
    ['nothing at all', () => new Uint8Array(), /no whole site file/],
    ['a picture in the place of a site', () => files.get(raster().file)!, /breaks off or is damaged/],
    [
      'two sites in one zip',
      () => zipSync({ ...document(site), 'other.hatrail.json': strToU8('{}'), ...Object.fromEntries(files) }),
      /holds 2 site files; it should hold one/,
    ],
    ['a picture that is not there', () => zipped(site, others(raster().file)), /is not with it: bring/],
    [
      'a picture of another size than it says',
      () => zipped(withPicture(raster().id, { width: raster().width + 1 })),
      /px, but the site file says otherwise/,
    ],
    [
      'a picture that is none',
      () => zipped(site, new Map([...others(raster().file), [raster().file, strToU8('no picture')]])),
      /aurora\.jpg is no picture that can be used: bring a JPEG/,
    ],
    [
      'a picture cut short',
      () =>
        zipped(
          site,
          new Map([...others(raster().file), [raster().file, files.get(raster().file)!.slice(0, 40)]]),
        ),
      /is no picture that can be used/,
    ],
    [
      'half a picture',
      () => zipped(site, withFile(raster().file, files.get(raster().file)!.slice(0, 90_000))),
      /aurora\.jpg is damaged or cut short/,
    ],
    [
      'a drawing that breaks off',
      () => zipped(site, withFile(vector().file, files.get(vector().file)!.slice(0, 90))),
      /is no whole SVG/,
    ],
    ['a zip whose sums are wrong', () => spoiltSum(zipped(site)), /damaged or cut short/],
    ['a zip that unpacks to more than it says', () => lyingZip(), /damaged or cut short/],
    ['a document that breaks a rule', () => zipped({ ...site, name: '' }), /name: Give a text; it is empty/],
    [
      'a document of lists of nothing',
      () => zipped({ ...site, pages: [null] }),
      /pages\[0\]: There is nothing here/,
    ],
    ['a zip whose end is gone', () => zipped(site).slice(0, -400), /damaged or cut short/],
  ];
  test.each(refused)('%s', async (_, bytes, message) => {
    const failure = await brought(bytes()).catch((error: unknown) => error);
    expect(failure).toBeInstanceOf(BadInput);
    expect((failure as BadInput).message).toMatch(message);
    expect((failure as BadInput).message).toMatch(/[.:!]|px/);
    expect((failure as BadInput).message).not.toMatch(/undefined|Error:|at \//);
  });
});
