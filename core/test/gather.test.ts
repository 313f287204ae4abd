import { describe, expect, test } from 'vitest';
import { pairsInUse } from '../src/gather/pairs.ts';
import { placeOfUseName } from '../src/gather/places.ts';
import { removePage, removePairing, removePicture, useInstead, usesOfPart } from '../src/gather/uses.ts';
import { resolveLook } from '../src/header/look.ts';
import { checkSite } from '../src/model/check.ts';
import { changesOf, withChanges, withTheirs } from '../src/model/changes.ts';
import type { Site } from '../src/model/site.ts';
import { PALETTES } from '../src/start/palettes.ts';
import { START_HEADERS } from '../src/start/headers.ts';
import { newSite } from '../src/start/newSite.ts';
import { changedVerdicts } from '../src/sweep/compare.ts';
import type { Row } from '../src/sweep/row.ts';
import { site } from './made.ts';

const copy = () => structuredClone(site);

describe('parts that are used elsewhere', () => {
  test('a picture is found by all its uses, replaced in all, and taken out of all', () => {
    const draft = copy();
    draft.pictures.push({ ...draft.pictures[0]!, id: 'new' });
    const { bands } = draft.pages[0]!;
    bands[0]!.backdrop.picture = { picture: 'logo', size: 'cover', x: 0, y: 0, repeat: 'repeat' };
    bands[1]!.contents = [{ kind: 'pictures', pictures: ['logo'] }];
    draft.headers[0]!.rails[0]!.start.push({ kind: 'picture', id: 'p', picture: 'logo', height: 20 });
    const names = usesOfPart(draft, 'picture', 'logo').map(({ path }) => placeOfUseName(draft, path));
    expect(names.sort()).toEqual(
      [
        'Backdrop of dark, Home',
        'Logo, dark',
        'Logo, light',
        'Logo, Plain header',
        'Pictures of snow, Home',
      ].sort(),
    );
    useInstead(draft, 'picture', 'logo', 'new');
    expect(usesOfPart(draft, 'picture', 'new')).toHaveLength(5);
    removePicture(draft, 'new');
    expect(usesOfPart(draft, 'picture', 'new')).toEqual([]);
    expect(checkSite(draft)).toEqual([]);
  });

  test('a pairing goes from all that wears it, at every moment, on one page and kept for reuse; all of it looks as before', () => {
    const draft = copy();
    const [header] = draft.headers as [Site['headers'][number]];
    const [first, last] = [draft.palette[0]!.id, draft.palette.at(-1)!.id];
    draft.pairings = [
      { id: 'p', name: 'P', ground: { swatch: last }, ink: { swatch: first }, hover: { colour: '#ff0000' } },
      { id: 'q', name: 'Q', ground: { swatch: first }, ink: { swatch: last } },
    ];
    header.looks = {
      top: { pairing: 'p', ink: { current: { colour: '#00ff00' } } },
      scrolled: { pairing: 'q' },
      pointed: { pairing: 'p', fill: { opacity: 0.5 } },
    };
    const [page] = draft.pages as [Site['pages'][number]];
    page.bands[0]!.pairing = 'p';
    page.own = [{ header: header.id, looks: { top: {}, scrolled: { pairing: 'p' } } }];
    draft.parts = [{ id: 'kept', name: 'Kept', looks: { top: { pairing: 'p' }, scrolled: {} } }];
    expect(checkSite(draft)).toEqual([]);
    const worn = () => (['top', 'scrolled', 'pointed'] as const).map((at) => resolveLook(draft, header, at));
    const before = worn();
    removePairing(draft, 'p');
    expect(checkSite(draft)).toEqual([]);
    expect(draft.pairings.map(({ id }) => id)).toEqual(['q']);
    expect(usesOfPart(draft, 'pairing', 'p')).toEqual([]);
    expect(worn()).toEqual(before);
    expect(page.bands[0]).toMatchObject({ ink: { swatch: first }, backdrop: { colour: { swatch: last } } });
    expect(page.own[0]!.looks!.scrolled).toMatchObject({
      fill: { colour: { swatch: last } },
      ink: { link: { swatch: first }, hover: { colour: '#ff0000' }, current: { swatch: first } },
    });
    // One that is not there takes nothing away.
    removePairing(draft, 'gone');
    expect(draft.pairings).toHaveLength(1);
  });

  test('a picture goes from what is kept for reuse, from what differs on a page, and from icons, and leaves a sound document', () => {
    const draft = copy();
    const [header] = draft.headers as [Site['headers'][number]];
    const hung = { kind: 'picture', id: 'p', picture: 'logo', height: 20 } as const;
    const worn = { top: { picture: { on: true, picture: 'logo' } } };
    header.spare = [hung, { ...hung, id: 'q' }];
    header.rails[0]!.end.push({
      kind: 'icons',
      id: 'icons',
      size: 20,
      gap: 8,
      links: [{ id: 'own', picture: 'logo', label: 'Ours', address: '/x' }],
    });
    draft.pages[0]!.own = [{ header: header.id, looks: worn }];
    draft.pages[0]!.snapshots = [{ width: 1280, picture: 'logo' }];
    draft.parts = [
      { id: 'one', name: 'One', items: [hung] },
      { id: 'two', name: 'Two', looks: { ...worn, scrolled: {} } },
    ];
    expect(checkSite(draft)).toEqual([]);
    removePicture(draft, 'logo');
    expect([usesOfPart(draft, 'picture', 'logo'), checkSite(draft)]).toEqual([[], []]);
    expect(draft.parts).toEqual([{ id: 'two', name: 'Two', looks: { top: {}, scrolled: {} } }]);
    expect([header.spare, draft.pages[0]!.snapshots, draft.pages[0]!.own]).toEqual([
      undefined,
      undefined,
      [{ header: header.id, looks: { top: {} } }],
    ]);
    expect(header.rails[0]!.end.at(-1)).toMatchObject({ links: [{ icon: 'star' }] });
  });

  test('links to a page that goes keep its address and its name, or go elsewhere', () => {
    const draft = copy();
    draft.pages.push({ ...structuredClone(draft.pages[0]!), id: 'tour', title: 'The tour', path: '/tour' });
    draft.menus[0]!.entries.push({ id: 'tour', page: 'tour' });
    const other = structuredClone(draft);
    removePage(draft, 'tour');
    expect(draft.menus[0]!.entries.at(-1)).toEqual({ id: 'tour', address: '/tour', label: 'The tour' });
    removePage(other, 'tour', 'home');
    expect(other.menus[0]!.entries.at(-1)).toEqual({ id: 'tour', page: 'home' });
    expect([checkSite(draft), checkSite(other)]).toEqual([[], []]);
  });
});

describe('changes', () => {
  const revisions = { site: 3, pages: { home: 5 }, headers: { plain: 2 }, order: { pages: 1, headers: 1 } };
  const edited = (): Site => ({
    ...site,
    name: 'Other',
    pages: [{ ...site.pages[0]!, id: 'new', path: '/new' }, site.pages[0]!],
    headers: [],
  });

  test('what differs is told with the revisions it was made on, and put back together to the same site', () => {
    const changes = changesOf(site, edited(), revisions)!;
    expect(changes).toMatchObject({
      values: { revision: 3, value: { name: 'Other' } },
      pages: [{ id: 'new', revision: 0 }],
      headers: [{ id: 'plain', revision: 2, value: null }],
      order: { pages: { revision: 1, ids: ['new', 'home'] } },
    });
    expect(withChanges(site, changes)).toEqual(edited());
    expect(changesOf(site, site, revisions)).toBeUndefined();
  });

  test('the other window’s parts are taken, and a part that it deleted goes', () => {
    const theirs = { ...site.headers[0]!, name: 'Theirs' };
    const taken = withTheirs(edited(), [
      { kind: 'header', id: 'plain', name: 'Plain', revision: 9, theirs },
      { kind: 'page', id: 'home', name: 'Home', revision: 0, theirs: null },
    ]);
    expect(taken.headers).toEqual([theirs]);
    expect(taken.pages.map(({ id }) => id)).toEqual(['new']);
    expect(taken.name).toBe('Other');
  });
});

describe('verdicts before and after', () => {
  const row = (itemId: string, worst: number, verdict: Row['verdict'], page = '/'): Row => ({
    page,
    header: 'h',
    width: 1280,
    below: 0,
    thread: 'c',
    name: itemId,
    criterion: '1.4.3',
    ground: { kind: 'page', tone: 'light' },
    moment: 'top',
    item: itemId,
    itemId,
    state: 'rest',
    part: 'ink',
    needed: 4.5,
    worst,
    verdict,
    scroll: 0,
    cell: { x: 0, y: 0, width: 1, height: 1 },
    box: { x: 0, y: 0, width: 1, height: 1 },
    span: { from: 0, to: 1 },
  });

  test('only items whose worst verdict becomes another are told, at their worst place', () => {
    const before = [row('a', 9, 'clear'), row('a', 5, 'clear', '/b'), row('b', 5, 'clear')];
    const after = [row('a', 9, 'clear'), row('a', 2, 'lost', '/b'), row('b', 4.6, 'clear')];
    const changes = changedVerdicts(before, after);
    expect(changes).toHaveLength(1);
    expect(changes[0]).toMatchObject({
      item: 'a',
      from: { verdict: 'clear', contrast: 5 },
      to: { verdict: 'lost', contrast: 2, row: { page: '/b' } },
    });
  });
});

describe('what a site starts with', () => {
  test.each([...START_HEADERS.map(({ id }) => id), 'empty'])('a new site with %s is sound', (id) => {
    expect(checkSite(newSite('New', id))).toEqual([]);
  });

  test('every palette can take another’s place, and its pairs in use are clear', () => {
    for (const { swatches } of PALETTES) {
      for (const { id } of START_HEADERS) {
        const made = { ...newSite('New', id), palette: swatches };
        expect(checkSite(made)).toEqual([]);
        const lost = pairsInUse(made).filter(({ verdict }) => verdict === 'lost');
        expect(lost.map(({ where }) => where)).toEqual([]);
      }
    }
  });
});
