import { beforeAll, describe, expect, test } from 'vitest';
import { DRESSED, dressedSite, seeds } from '../../e2e/dressed.ts';
import { generatedSite } from '../../e2e/generated.ts';
import { random } from '../../core/test/made.ts';
import { moveEntry, placeEntry } from '@hatrail/core/gather/menuTree';
import { removeSwatch, usesOf } from '@hatrail/core/gather/swatches';
import { removePage, removePicture, usesOfPart } from '@hatrail/core/gather/uses';
import { layoutHeader, solvedFold } from '@hatrail/core/header/layout';
import { trialOf, wearTrial } from '@hatrail/core/header/trials';
import { changesOf, withChanges } from '@hatrail/core/model/changes';
import { checkSite, readSite, writeSite } from '@hatrail/core/model/check';
import { entriesOf } from '@hatrail/core/model/menu';
import type { Site } from '@hatrail/core/model/site';
import { loadSite, type LoadedSite } from '@hatrail/node/siteFile';
import { skiaMeasure } from '@hatrail/node/skia';

/** What holds of every document and its fold, over sites made up by chance: the same for the same seed. */

const measure = skiaMeasure();
let loaded: LoadedSite;
beforeAll(async () => {
  loaded = await loadSite('demo/larkfell.hatrail.json');
});

const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

describe('the document', () => {
  const made = (): Site[] => [
    ...seeds(20).map((seed) => generatedSite(loaded.site, seed)),
    ...DRESSED.map((seed) => dressedSite(loaded.site, seed).site),
  ];

  test('every made-up site is sound, and its file reads back to the same', () => {
    for (const site of made()) {
      expect(checkSite(site)).toEqual([]);
      const text = writeSite(site);
      expect(readSite(text)).toEqual(copy(site));
      expect(writeSite(readSite(text))).toBe(text);
    }
  });

  test('what differs between any two, put into the first, makes the second', () => {
    const sites = made().slice(0, 24);
    const revisions = { site: 1, pages: {}, headers: {}, order: { pages: 1, headers: 1 } };
    for (const [i, after] of sites.entries()) {
      const before = sites[(i * 7 + 3) % sites.length]!;
      const changes = changesOf(before, after, revisions);
      if (before === after) expect(changes).toBeUndefined();
      else expect(withChanges(before, copy(changes!))).toEqual(copy(after));
    }
  });

  test('a swatch, picture or page that goes leaves a sound site, and nothing that names it', () => {
    for (const site of [
      ...made().slice(16, 20),
      ...DRESSED.slice(0, 8).map((s) => dressedSite(loaded.site, s).site),
    ]) {
      for (const { id } of site.palette.slice(1)) {
        const draft = copy(site);
        removeSwatch(draft, id, { swatch: site.palette[0]!.id });
        expect(checkSite(draft), `swatch ${id}`).toEqual([]);
        expect(usesOf(draft, id)).toEqual([]);
      }
      for (const { id } of site.pictures) {
        const draft = copy(site);
        removePicture(draft, id);
        expect(checkSite(draft), `picture ${id}`).toEqual([]);
        expect(usesOfPart(draft, 'picture', id)).toEqual([]);
        expect(JSON.stringify(draft.headers)).not.toContain(`"picture":"${id}"`);
      }
      for (const { id } of site.pages.slice(1)) {
        const [alone, instead] = [copy(site), copy(site)];
        removePage(alone, id);
        removePage(instead, id, site.pages[0]!.id);
        for (const draft of [alone, instead]) {
          expect(checkSite(draft), `page ${id}`).toEqual([]);
          expect(usesOfPart(draft, 'page', id)).toEqual([]);
        }
      }
    }
  });

  test('a menu’s entries moved at random are all still there, no deeper than two levels, and the site is sound', () => {
    const next = random(5);
    const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
    for (const site of made().slice(0, 12)) {
      const draft = copy(site);
      const menu = draft.menus[0]!;
      const ids = () => entriesOf(menu).map(({ entry }) => entry.id);
      const before = ids().sort();
      for (let i = 0; i < 60; i++) {
        if (next() < 0.5) moveEntry(menu, pick(before), pick(['up', 'down', 'in', 'out'] as const));
        else placeEntry(menu, pick(before), pick(before), pick(['before', 'after', 'below'] as const));
        expect(ids().sort()).toEqual(before);
      }
      expect(Math.max(...entriesOf(menu).map(({ level }) => level))).toBeLessThanOrEqual(2);
      expect(checkSite(draft)).toEqual([]);
    }
  });

  test('a look that is set aside and worn again is the same, whatever was done meanwhile', () => {
    for (const seed of DRESSED) {
      const { header } = dressedSite(loaded.site, seed);
      const other = dressedSite(loaded.site, seed + 1).header;
      const trial = trialOf(header, 'trial-1', 'First');
      const draft = { ...copy(header), looks: copy(other.looks), manner: copy(other.manner) };
      draft.rails.forEach((rail) => (rail.looks = copy(other.looks)));
      wearTrial(draft, trial);
      expect(draft).toEqual(copy(header));
    }
  });
});

describe('the fold', () => {
  test.each(seeds(24))('is the least width from which nothing overlaps: header %i', (seed) => {
    const site = generatedSite(loaded.site, seed);
    const [header] = site.headers;
    const fold = solvedFold(site, header!, measure);
    const clashes = (width: number) => {
      const { inks, folded } = layoutHeader(site, header!, width, measure);
      const boxes = inks.map(({ box, rail, item }) => ({ ...box, rail, item }));
      const over = boxes.filter((a, i) =>
        boxes.some(
          (b, k) =>
            k > i &&
            a.rail === b.rail &&
            // A basket’s count stands on the basket.
            a.item !== b.item &&
            a.x < b.x + b.width - 0.5 &&
            b.x < a.x + a.width - 0.5 &&
            a.y < b.y + b.height - 0.5 &&
            b.y < a.y + a.height - 0.5,
        ),
      );
      return { folded, over: over.length };
    };
    for (const width of [fold, fold + 1, fold + 97, 1920].filter((w) => w >= fold && w <= 1920)) {
      expect(clashes(width)).toEqual({ folded: false, over: 0 });
    }
    if (fold > 320) expect(clashes(fold - 1).folded).toBe(true);
  });
});
