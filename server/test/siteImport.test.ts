import { readFileSync } from 'node:fs';
import { strToU8, zipSync } from 'fflate';
import { beforeAll, describe, expect, test } from 'vitest';
import { loadSite } from '@hatrail/cli/siteFile';
import { BadInput, writeSite } from '@hatrail/core/model/check';
import type { Site } from '@hatrail/core/model/site';
import { packSite, readBroughtSite } from '../src/siteImport.ts';

/** Site files that are brought in: a whole one is taken as it is, anything else is refused with what to do. */

let site: Site;
const files = new Map<string, Uint8Array>();
beforeAll(async () => {
  const loaded = await loadSite('demo/larkfell.hatrail.json');
  site = loaded.site;
  for (const { file } of site.pictures) files.set(file, (await loaded.read(file))!);
});

const others = (without: string) => new Map([...files].filter(([name]) => name !== without));
const document = (of: object) => ({ 'larkfell.hatrail.json': strToU8(JSON.stringify(of)) });
const zipped = (of: object, parts = files) => zipSync({ ...document(of), ...Object.fromEntries(parts) });
const raster = () => site.pictures.find(({ file }) => /\.(png|jpe?g|webp)$/.test(file))!;
const vector = () => site.pictures.find(({ file }) => file.endsWith('.svg'))!;
const withPicture = (id: string, change: object) => ({
  ...site,
  pictures: site.pictures.map((picture) => (picture.id === id ? { ...picture, ...change } : picture)),
});

describe('a whole site file', () => {
  test('is read with all its pictures, byte for byte', async () => {
    const brought = await readBroughtSite(packSite(site, 'larkfell', files));
    expect(writeSite(brought.site)).toBe(readFileSync('demo/larkfell.hatrail.json', 'utf8'));
    for (const [name, bytes] of files)
      expect(Buffer.from(brought.files.get(name)!).equals(bytes), name).toBe(true);
  });
  test('may lie in a folder within its zip, as systems pack them', async () => {
    const entries = { ...document(site), ...Object.fromEntries(files) };
    const inFolder = Object.fromEntries(
      Object.entries(entries).map(([name, data]) => [`larkfell/${name}`, data]),
    );
    const brought = await readBroughtSite(zipSync({ 'larkfell/': new Uint8Array(), ...inFolder }));
    expect(brought.site.name).toBe(site.name);
  });
  test('without pictures is its document alone', async () => {
    const bare = { ...site, pictures: [] };
    // Everything that named one is named as missing: such a site cannot come without them.
    await expect(readBroughtSite(strToU8(JSON.stringify(bare)))).rejects.toThrow(/is not in the site/);
  });
});

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
      'a drawing with a script in it',
      () =>
        zipped(
          site,
          new Map([
            ...others(vector().file),
            [
              vector().file,
              strToU8(
                '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>1</script></svg>',
              ),
            ],
          ]),
        ),
      /carries a script, .*: save it as a plain SVG/,
    ],
    ['a document that breaks a rule', () => zipped({ ...site, name: '' }), /name: Give a text; it is empty/],
    [
      'a document of lists of nothing',
      () => zipped({ ...site, pages: [null] }),
      /pages\[0\]: There is nothing here/,
    ],
    ['a zip whose end is gone', () => zipped(site).slice(0, -400), /damaged or cut short/],
  ];
  test.each(refused)('%s', async (_, bytes, message) => {
    const failure = await readBroughtSite(bytes()).catch((error: unknown) => error);
    expect(failure).toBeInstanceOf(BadInput);
    expect((failure as BadInput).message).toMatch(message);
    expect((failure as BadInput).message).toMatch(/[.:!]|px/);
    expect((failure as BadInput).message).not.toMatch(/undefined|Error:|at \//);
  });
});
