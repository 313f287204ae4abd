import { readFileSync } from 'node:fs';
import Ajv from 'ajv';
import { describe, expect, test } from 'vitest';
import { FORMAT_FILE, SCHEMA_FILE, siteFileSchema, withTables } from '../../e2e/schema.ts';
import { readSite, writeSite } from '../src/model/check.ts';
import { FORMAT, type Site } from '../src/model/site.ts';
import { UPGRADES } from '../src/model/upgrades.ts';

/** Site files of every version, and the schema of this one. */

const versions = Array.from({ length: FORMAT }, (_, i) => i + 1);
const file = (version: number) =>
  readFileSync(new URL(`files/version-${version}.hatrail.json`, import.meta.url), 'utf8');

describe('site files of earlier versions', () => {
  test('there is a way from each version to the next', () => {
    expect(UPGRADES).toHaveLength(FORMAT - 1);
  });
  test.each(versions)('version %i is read whole, and written as one of this version', (version) => {
    const { $schema: _, format, ...kept } = JSON.parse(file(version)) as Record<string, unknown>;
    expect(format).toBe(version);
    const site = readSite(file(version));
    expect(site).toEqual({ ...kept, format: FORMAT });
    expect(readSite(writeSite(site))).toEqual(site);
  });
});

describe('the schema of the site file', () => {
  const schema = siteFileSchema();
  const isValid = new Ajv({ strict: false }).compile(schema);
  const demo = (name: string) =>
    JSON.parse(readFileSync(`demo/${name}.hatrail.json`, 'utf8')) as Site & { $schema: string };

  test('the one that is in the documentation is made from the rules as they are', () => {
    expect(JSON.parse(readFileSync(SCHEMA_FILE, 'utf8'))).toEqual(schema);
    // Widths of columns are the formatter's.
    const bare = (text: string) => text.replace(/-{3,}/g, '-').replace(/\s+/g, ' ');
    const told = readFileSync(FORMAT_FILE, 'utf8');
    expect(bare(told)).toBe(bare(withTables(told)));
  });
  test.each(['larkfell', 'pellow'])('the demo site %s keeps to it, and names it', (name) => {
    const site = demo(name);
    expect(isValid(site), JSON.stringify(isValid.errors)).toBe(true);
    expect(site.$schema).toBe(schema.$id);
  });
  test.each<[string, (site: ReturnType<typeof demo>) => void]>([
    ['an opacity above 1', ({ headers }) => Object.assign(headers[0]!.looks.top, { fill: { opacity: 2 } })],
    ['a layer that is none', ({ headers }) => Object.assign(headers[0]!.looks.top, { glow: {} })],
    [
      'an item of a kind that is none',
      ({ headers }) => Object.assign(headers[0]!.rails[0]!.start[0]!, { kind: 'bell' }),
    ],
    ['a page without a title', ({ pages }) => Reflect.deleteProperty(pages[0]!, 'title')],
    ['another version', (site) => Object.assign(site, { format: 2 })],
  ])('%s does not', (_, change) => {
    const site = demo('larkfell');
    change(site);
    expect(isValid(site)).toBe(false);
  });
});
