import { describe, expect, test } from 'vitest';
import { resolveWorn } from '../src/header/look.ts';
import { headerItems, type Header } from '../src/model/header.ts';
import { checkSite } from '../src/model/check.ts';
import type { Page, PageOwn } from '../src/model/page.ts';
import { AUDIENCES, type Placement } from '../src/model/placement.ts';
import type { Site } from '../src/model/site.ts';
import { answerFor, hangingsOf, judgedOn } from '../src/placed/answers.ts';
import { differencesOf, partedOwn, withOwn } from '../src/placed/own.ts';
import { canMeet, placementsTold, whereWords } from '../src/placed/told.ts';
import { withOwnValues, wornOn } from '../src/placed/worn.ts';
import { headerFiles, siteFiles } from '../src/output/files.ts';
import { header, measure, random, site } from './made.ts';

/** Which header hangs where, for whom, with what, and why. */

const page = (id: string, path: string): Page => ({ ...site.pages[0]!, id, path, title: id });
const PAGES = [page('home', '/'), page('log', '/log'), page('entry', '/log/entry'), page('book', '/book')];
const quiet: Header = { ...header, id: 'quiet', name: 'Quiet' };
const of = (placements: Placement[] | undefined, pages = PAGES): Site => ({
  ...site,
  pages,
  headers: [header, quiet],
  ...(placements && { placements }),
});
const told = (at: Site, who: 'signed out' | 'signed in' = 'signed out') =>
  at.pages.map((each) => answerFor(at, each, who).header?.id);

describe('which header hangs on a page', () => {
  test('without placements it is the first, everywhere; with some, the first that fits, or none', () => {
    expect(told(of(undefined))).toEqual(PAGES.map(() => header.id));
    expect(told(of([{ id: 'a', header: 'quiet', pages: ['book'] }]))).toEqual([
      undefined,
      undefined,
      undefined,
      'quiet',
    ]);
    const at = of([
      { id: 'none', below: '/log', except: { pages: ['log'] } },
      { id: 'in', header: 'quiet', who: 'signed in', pages: ['home'] },
      { id: 'all', header: header.id },
    ]);
    expect(told(at)).toEqual([header.id, header.id, undefined, header.id]);
    expect(told(at, 'signed in')).toEqual(['quiet', header.id, undefined, header.id]);
  });

  test('an address holds for itself and for what is below it, not for one that only begins alike', () => {
    const logs = page('logs', '/logs');
    const at = of([{ id: 'a', header: 'quiet', below: '/log' }], [...PAGES, logs]);
    expect(told(at)).toEqual([undefined, 'quiet', 'quiet', undefined, undefined]);
    expect(told(of([{ id: 'a', header: 'quiet', below: '/' }]))).toEqual(PAGES.map(() => 'quiet'));
  });

  test('and it is told why those before it do not', () => {
    const at = of([
      { id: 'gone', header: 'was-here' },
      { id: 'book', header: 'quiet', pages: ['book'] },
      { id: 'in', header: 'quiet', who: 'signed in' },
      { id: 'but', header: 'quiet', except: { below: '/log' } },
      { id: 'all', header: header.id },
    ]);
    const { placement, passed } = answerFor(at, PAGES[1]!, 'signed out');
    expect(placement!.id).toBe('all');
    expect(passed.map(({ why }) => why)).toEqual(['gone', 'page', 'visitors', 'except']);
  });

  /** Placements by chance. */
  const byChance = (seed: number): Placement[] => {
    const next = random(seed);
    const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
    return Array.from({ length: 1 + Math.floor(next() * 5) }, (_, i) => ({
      id: `p${i}`,
      ...(next() < 0.8 && { header: pick([header.id, 'quiet', 'gone']) }),
      ...(next() < 0.5
        ? { pages: PAGES.filter(() => next() < 0.4).map(({ id }) => id) }
        : next() < 0.5 && { below: pick(['/', '/log', '/print']) }),
      ...(next() < 0.3 && { except: { pages: [pick(PAGES).id] } }),
      ...(next() < 0.4 && { who: pick(AUDIENCES) }),
    }));
  };
  const SEEDS = Array.from({ length: 60 }, (_, i) => i + 1);

  test.each(SEEDS)(
    'by chance %i: one answer with one reason; the order of those that cannot meet does not matter',
    (seed) => {
      const placements = byChance(seed);
      const at = of(placements);
      for (const each of PAGES) {
        for (const who of AUDIENCES) {
          const { placement, passed, header: answer } = answerFor(at, each, who);
          const index = placement ? placements.indexOf(placement) : placements.length;
          expect(passed.map((one) => one.placement)).toEqual(placements.slice(0, index));
          expect(answer?.id).toBe(placement?.header);
        }
      }
      for (let i = 1; i < placements.length; i++) {
        const turned = [...placements];
        [turned[i - 1], turned[i]] = [turned[i]!, turned[i - 1]!];
        if (canMeet(at, placements[i - 1]!, placements[i]!)) continue;
        for (const who of AUDIENCES) expect(told(of(turned), who)).toEqual(told(at, who));
      }
      // What is told of each agrees with the answers, and every way to mend it takes the problem away.
      for (const { placement, decides, problem } of placementsTold(at)) {
        const own = PAGES.filter((each) =>
          AUDIENCES.some((who) => answerFor(at, each, who).placement === placement),
        );
        expect(decides).toEqual(own);
        if (own.length === 0) expect(problem).toBeDefined();
        if (!problem) continue;
        const mended = placementsTold(of(problem.mend.placements));
        expect(mended.find((each) => each.placement.id === placement.id)?.problem?.kind).not.toBe(
          problem.kind,
        );
      }
    },
  );

  test('where it holds is said in words', () => {
    expect(whereWords(of([]), { id: 'a' })).toBe('Everywhere, for everyone');
    expect(
      whereWords(of([]), { id: 'a', below: '/log', except: { pages: ['entry'] }, who: 'signed in' }),
    ).toBe('/log and what is below it, but not entry, signed in');
  });

  test('hangings are swept once where all visitors meet the same', () => {
    const at = of([
      { id: 'in', header: 'quiet', who: 'signed in', pages: ['book'] },
      { id: 'all', header: header.id },
    ]);
    expect(hangingsOf(at).map(({ page: on, header: { id }, who }) => [on.id, id, who])).toEqual([
      ['home', header.id, undefined],
      ['log', header.id, undefined],
      ['entry', header.id, undefined],
      ['book', header.id, 'signed out'],
      ['book', 'quiet', 'signed in'],
    ]);
    expect(hangingsOf(at, quiet).map(({ page: on, who }) => [on.id, who])).toEqual([['book', 'signed in']]);
    // A header that hangs nowhere is judged everywhere.
    expect(judgedOn(of(undefined), quiet)).toHaveLength(4);
  });
});

describe('what differs on a page', () => {
  const own = (of: Omit<PageOwn, 'header'>): PageOwn => ({ header: header.id, ...of });
  const worn = (of: Omit<PageOwn, 'header'>, change: Partial<Header> = {}) =>
    wornOn(site, { ...header, ...change }, { ...PAGES[1]!, own: [own(of)] }, 'signed out')!;
  const on = (base: Header, differ: Omit<PageOwn, 'header'>) =>
    wornOn(site, base, { ...PAGES[1]!, own: [own(differ)] }, 'signed out')!;

  test('nothing gives the header itself; the same asked twice gives the same object', () => {
    expect(worn({})).toEqual(header);
    const at = { ...PAGES[1]!, own: [own({ begins: 'scrolled' })] };
    expect(wornOn(site, header, PAGES[1]!, 'signed in')).toBe(header);
    expect(wornOn(site, header, at, 'signed out')).toBe(wornOn(site, header, at, 'signed out'));
  });

  test('values of its look go over those of the header, one by one', () => {
    const top = { fill: { opacity: 0.4 } };
    const { looks } = worn({ looks: { top } });
    expect(looks.top.fill).toEqual({ ...header.looks.top.fill, opacity: 0.4 });
    expect(looks.top.ink).toEqual(header.looks.top.ink);
    expect(looks.scrolled).toEqual(header.looks.scrolled);
  });

  test('over or above, where it changes, and parts that are not shown; of a header without parts nothing hangs', () => {
    expect(worn({ lies: 'above', switch: { at: 'distance', distance: 7 } }).manner).toMatchObject({
      lies: 'above',
      switch: { distance: 7 },
    });
    const [first] = headerItems(header);
    expect(headerItems(worn({ hidden: [first!.id] })).map(({ id }) => id)).not.toContain(first!.id);
    expect(worn({ hidden: header.rails.map((_, i) => `rail-${i + 1}`) })).toBeUndefined();
    const at = of(undefined, [{ ...PAGES[0]!, own: [own({ hidden: ['rail-1', 'rail-2'] })] }]);
    expect(answerFor(at, at.pages[0]!, 'signed out').worn).toBeUndefined();
    expect(hangingsOf(at)).toEqual([]);
  });

  test.each([1, 2, 3, 4, 5, 6, 7, 8])(
    'begun as after scrolling, everything wears at once what it wears then: %i',
    (seed) => {
      const next = random(seed);
      const maybe = <T extends object>(values: T): T | object => (next() < 0.6 ? values : {});
      const pairings = [
        { id: 'pale', name: 'Pale', ground: { swatch: 'white' }, ink: { swatch: 'night' } },
        { id: 'dark', name: 'Dark', ground: { swatch: 'night' }, ink: { swatch: 'white' } },
      ];
      const look = () => ({
        ...maybe({ pairing: next() < 0.5 ? 'pale' : 'dark' }),
        ...maybe({ fill: { opacity: next(), ...maybe({ colour: { colour: '#123456' } }) } }),
        ...maybe({ ink: { link: { colour: '#fedcba' }, logo: 'dark' as const } }),
        ...maybe({ textShadow: { x: 1, y: 1, blur: 2, colour: { colour: '#000000' }, opacity: 0.5 } }),
      });
      const parts = () => ({ top: look(), scrolled: look(), back: look() });
      const onScroll = next() < 0.5 ? ('stays' as const) : ('returns' as const);
      const base: Header = {
        ...header,
        looks: { top: { ...header.looks.top, ...look() }, scrolled: look(), back: look() },
        manner: { ...header.manner, onScroll },
        rails: header.rails.map((rail) => ({
          ...rail,
          looks: parts(),
          start: rail.start.map((item) => ({ ...item, looks: parts() })),
        })) as Header['rails'],
      };
      const dressed = { ...site, pairings };
      const later = onScroll === 'returns' ? 'back' : 'scrolled';
      const begun = wornOn(
        dressed,
        base,
        { ...PAGES[1]!, own: [own({ begins: 'scrolled' })] },
        'signed out',
      )!;
      const wearers = (each: Header) => [
        { header: each },
        ...each.rails.map((rail) => ({ header: each, rail })),
        ...each.rails.flatMap((rail) => rail.start.map((item) => ({ header: each, rail, item }))),
      ];
      wearers(base).forEach((wearer, i) => {
        const then = resolveWorn(dressed, wearer, later);
        expect(resolveWorn(dressed, wearers(begun)[i]!, 'top')).toEqual(then);
        expect(resolveWorn(dressed, wearers(begun)[i]!, later)).toEqual(then);
      });
    },
  );

  test('items for some visitors alone, and a menu of their own', () => {
    const [rail] = header.rails;
    const menu = headerItems(header).find(({ kind }) => kind === 'menu')!;
    const base: Header = {
      ...header,
      rails: [
        {
          ...rail!,
          start: [{ ...rail!.start[0]!, who: 'signed in' as const }],
          middle: [],
          end: [{ ...menu, menuSignedIn: 'other' } as never],
        },
      ],
    };
    const ids = (who: 'signed out' | 'signed in') =>
      headerItems(wornOn(site, base, PAGES[0]!, who)!).map((item) =>
        item.kind === 'menu' ? item.menu : item.id,
      );
    expect(ids('signed out')).toEqual([(menu as { menu: string }).menu]);
    expect(ids('signed in')).toEqual([rail!.start[0]!.id, 'other']);
  });

  test('each is told, and put back one by one the page is as it was, byte for byte', () => {
    const bare = PAGES[1]!;
    const differ = {
      begins: 'scrolled' as const,
      lies: 'above' as const,
      switch: { at: 'distance' as const, distance: 9 },
      hidden: ['rail-1', 'no-more'],
      looks: {
        top: { fill: { opacity: 0.5 }, tint: { opacity: 0.1 } },
        scrolled: { fill: { opacity: 0.2 } },
      },
    };
    let now = withOwn(bare, header.id, differ);
    expect(checkSite({ ...site, pages: [PAGES[0]!, now] })).toEqual([]);
    const all = differencesOf(site, header, now.own![0]);
    expect(all.map(({ id }) => id)).toEqual([
      'begins',
      'lies',
      'switch',
      'hidden rail-1',
      'hidden no-more',
      'top tint',
      'top fill',
      'scrolled fill',
    ]);
    expect(all[4]!.text).toBe('“no-more”, which no longer hangs there, is not shown');
    for (const { id } of [...all].reverse()) {
      const found = differencesOf(site, header, now.own?.[0]).find((each) => each.id === id)!;
      now = withOwn(now, header.id, found.without);
    }
    expect(JSON.stringify(now)).toBe(JSON.stringify(bare));
    expect(JSON.stringify(withOwn(withOwn(bare, header.id, differ), header.id, undefined))).toBe(
      JSON.stringify(bare),
    );
  });

  test('an edit of the page’s own changes what differs, and leaves the header as it is; what cannot differ is of the header', () => {
    const before = withOwnValues(header, own({ looks: { top: { fill: { opacity: 0.5 } } } }));
    const after: Header = {
      ...before,
      name: 'Renamed',
      manner: { ...before.manner, lies: 'above', duration: 33 },
      looks: {
        ...before.looks,
        top: { ...before.looks.top, fill: { ...before.looks.top.fill, opacity: 0.9 } },
      },
    };
    const { own: changed, header: rest } = partedOwn(
      header,
      { looks: { top: { fill: { opacity: 0.5 } } } },
      before,
      after,
    );
    expect(changed).toEqual({ lies: 'above', looks: { top: { fill: { opacity: 0.9 } } } });
    expect(rest).toEqual({ ...header, name: 'Renamed', manner: { ...header.manner, duration: 33 } });
    // What is set as it is elsewhere differs no more.
    const back = { ...after, looks: { ...after.looks, top: header.looks.top } };
    expect(withOwn(PAGES[0]!, header.id, partedOwn(header, changed, after, back).own).own).toEqual([
      { header: header.id, lies: 'above' },
    ]);
    expect(on(header, changed).looks.top.fill!.opacity).toBe(0.9);
  });
});

test('a page without a header leaves no room for one, though all others have the same', () => {
  const room = (placements: Placement[]) => {
    const at = of(placements);
    const css = siteFiles(at, measure).flatMap((file) =>
      file.path === 'assets/site.css' && file.kind === 'text' ? [file.text] : [],
    );
    return css.join('').includes('--covered: ');
  };
  expect(room([{ id: 'all', header: header.id }])).toBe(true);
  expect(
    room([
      { id: 'none', pages: ['book'] },
      { id: 'all', header: header.id },
    ]),
  ).toBe(false);
});

test('handed over alone, what is for visitors signed in is in files of its own, and nothing of it in the others', () => {
  const [rail] = header.rails;
  const base: Header = {
    ...header,
    rails: [
      {
        ...rail!,
        end: [
          ...rail!.end,
          { kind: 'text', id: 'secret', text: 'Your nights', who: 'signed in' } as never,
          { kind: 'text', id: 'join', text: 'Join us', who: 'signed out' } as never,
        ],
      },
    ],
  };
  const files = headerFiles({ ...site, headers: [base] }, base, measure);
  const text = (path: string) => {
    const file = files.find((each) => each.path === path);
    return file?.kind === 'text' ? file.text : '';
  };
  expect(text('header.html')).toContain('Join us');
  expect(text('header.html')).not.toContain('Your nights');
  expect(text('header-signed-in.html')).toContain('Your nights');
  expect(text('header-signed-in.html')).not.toContain('Join us');
  expect(text('how-to.txt')).toContain('header-signed-in.html');
  expect(headerFiles(site, header, measure).map(({ path }) => path)).not.toContain('header-signed-in.html');
});

describe('a page that stands for many', () => {
  const many = page('any-entry', '/log/*');
  test('is placed with what is below its address, and ships once, at an address that no page has', () => {
    const at = of([{ id: 'a', header: 'quiet', below: '/log' }], [PAGES[0]!, PAGES[1]!, many]);
    expect(checkSite(at)).toEqual([]);
    expect(told(at)).toEqual([undefined, 'quiet', 'quiet']);
    const files = siteFiles(at, measure);
    expect(files.map(({ path }) => path)).toContain('log/_any/index.html');
    const text = (path: string) => {
      const file = files.find((each) => each.path === path);
      return file?.kind === 'text' ? file.text : '';
    };
    // One folder deeper than what it lies below.
    expect(text('log/_any/index.html')).toContain('href="../../assets/site.css"');
    expect(text('how-to.txt')).toContain('/log/* (any page there, from log/_any/index.html)');
  });

  test.each(['/*', '/log/*/x', '/log/**', '/log/'])('“%s” is no address', (path) => {
    const bad = { ...site, pages: [PAGES[0]!, { ...many, path }] };
    expect(checkSite(bad).map((each) => each.path)).toEqual(['pages[1].path']);
  });
});

describe('bad input', () => {
  test.each([
    ['an address that is none', { id: 'a', below: 'log/' }, /Give an address like/],
    ['visitors that are none', { id: 'a', who: 'members' }, /Choose signed out or signed in/],
    ['pages that are no ids', { id: 'a', pages: ['Not an id'] }, /id/],
  ])('%s is refused at its place', (_, placement, message) => {
    const [problem] = checkSite(of([placement as Placement]));
    expect(problem!.path).toMatch(/^placements\[0\]/);
    expect(problem!.message).toMatch(message);
  });

  test('a header or pages that have gone are told, and the page still gets an answer', () => {
    const at = of([
      { id: 'a', header: 'gone' },
      { id: 'b', header: 'quiet', pages: ['gone', 'book'] },
      { id: 'c', header: header.id },
      { id: 'd', header: 'quiet', pages: ['home'] },
    ]);
    expect(checkSite(at)).toEqual([]);
    expect(placementsTold(at).map(({ problem }) => problem?.kind)).toEqual([
      'gone',
      'no such page',
      undefined,
      'covered',
    ]);
    expect(told(at)).toEqual([header.id, header.id, header.id, 'quiet']);
  });
});
