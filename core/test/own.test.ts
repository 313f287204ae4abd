import { describe, expect, test } from 'vitest';
import type { SeenOwn } from '../src/gather/captured.ts';
import { resolveLook, resolveWorn } from '../src/header/look.ts';
import { canTellOpen, layoutOwn, ownAt, ownFold } from '../src/header/ownLayout.ts';
import { layoutHeader } from '../src/header/layout.ts';
import { LAYER_NAMES, layerOf, PLAIN, showsLayer } from '../src/layers/index.ts';
import { checkSite } from '../src/model/check.ts';
import type { OwnOpening } from '../src/model/own.ts';
import type { Site } from '../src/model/site.ts';
import { ownPaste } from '../src/output/own/ownCss.ts';
import { statesOf } from '../src/sweep/linkStates.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import { turningWidths } from '../src/sweep/widthPlan.ts';
import { withOwnRead } from '../src/start/ownHeader.ts';
import { never, at, group, SEEN, made } from './ownMade.ts';

/** A header that a site has already: how it is laid out, what it can wear, and in which states it is judged. */

describe('where everything stands', () => {
  test('as it was measured, evenly between two widths that are alike, else as at the nearer', () => {
    const { top } = SEEN.own;
    expect(ownAt(top, 701)).toBe(top[2]);
    expect(ownAt(top, 851).places[0]!.slice(0, 4)).toEqual([0, 550, 20, 50]);
    expect(ownAt(top, 500).folded).toBe(true);
    expect(ownAt(top, 100)).toBe(top[0]);
    expect(ownAt(top, 4000)).toBe(top[4]);
    // Folded at one of them, open at the other: nothing is between.
    expect(ownAt([at(400, true, 0), at(500, false, 10)], 449)).toMatchObject({ folded: true });
    expect(ownAt([at(400, true, 0), at(500, false, 10)], 451)).toMatchObject({ folded: false });
    // A baseline is a whole pixel.
    const sloped = [at(400, false, 0), at(500, false, 0)];
    sloped[1]!.places[0]![7] = 36;
    expect(ownAt(sloped, 425).places[0]![7]).toBe(35);
  });

  test('it folds below the first width from which it never does', () => {
    expect(ownFold(SEEN.own)).toBe(701);
    expect(ownFold({ top: [at(320, false, 0)] })).toBe(0);
    expect(ownFold({ top: [at(320, true, 0), at(2560, true, 0)] })).toBeGreaterThan(4000);
  });

  test('every answer asks it: layout, scene, widths at which something turns', () => {
    const { site, header } = made();
    const layout = layoutHeader(site, header, 1001, never);
    expect(layout.inks.map(({ id, box }) => [id, box.x])).toEqual([
      ['link-1', 700],
      ['link-2', 770],
    ]);
    expect(layout).toMatchObject({ height: 60, slot: 60, foldWidth: 701, leaving: 0 });
    expect(layoutHeader(site, header, 390, never).inks.map(({ id }) => id)).toEqual(['menu-button']);
    const scene = layoutScene(site, header, site.pages[0]!, { width: 1001 }, never);
    expect(scene.layouts.scrolled.bar.height).toBe(40);
    expect(scene.stretches.map(({ from }) => from)).toEqual([0, 41]);
    expect(turningWidths(site, header, never)).toContain(701);
    // Its own script makes it smaller where it does, whatever the document says; where it moves nothing, another distance is ours.
    const later = {
      ...header,
      manner: { ...header.manner, switch: { at: 'band' as const, band: 1, distance: 80 } },
    };
    const sceneOf = (of: Site) => layoutScene(of, later, of.pages[0]!, { width: 1001 }, never);
    expect(sceneOf(site).layouts.scrolled.bar.height).toBe(40);
    expect(sceneOf(site).stretches.map(({ from }) => from)).toEqual([0, 41]);
    const still = made(({ own }) => {
      own.scrolled = structuredClone(own.top);
      // Further down as a whole: it is measured where it stays.
      for (const { bar, places } of own.scrolled)
        for (const box of [bar, ...places]) box[box === bar ? 1 : 2]! += 30;
    });
    expect(sceneOf(still.site).layouts.scrolled.bar.height).toBe(60);
    expect(sceneOf(still.site).stretches.map(({ from }) => from)).toEqual([0, 80]);
    expect(
      layoutOwn(site, { ...header, manner: { ...header.manner, lies: 'over' } }, site.ownHeaders![0]!, {
        width: 1001,
        moment: 'top',
      }).slot,
    ).toBe(0);
  });
});

test('a logo that is another picture once it is scrolled is judged as what it is at each moment', () => {
  const { site, header } = made(({ own }) => {
    own.inks.push({ id: 'logo', name: 'Logo', item: 'logo', kind: 'logo' });
    own.scrolled = structuredClone(own.top);
    for (const { places } of [...own.top, ...own.scrolled])
      places.push([own.inks.length - 1, 10, 10, 80, 30, -1, 0, 0, 0, 0, 0, 0]);
    own.logos = { top: 'light', scrolled: 'dark' };
  });
  const own = site.ownHeaders![0]!;
  expect(checkSite(site)).toEqual([]);
  const along = {
    ...header,
    manner: { ...header.manner, stretch: 40, switch: { at: 'distance' as const, distance: 300 } },
  };
  const scene = layoutScene(site, along, site.pages[0]!, { width: 1001 }, never);
  const logoAt = (moment: 'top' | 'scrolled') =>
    scene.layouts[moment].inks.find(({ id }) => id === 'logo')!.what;
  expect([logoAt('top'), logoAt('scrolled')]).toEqual([
    { kind: 'logo', variant: 'light' },
    { kind: 'logo', variant: 'dark' },
  ]);
  // Its own script turns it over, and nothing of ours does so elsewhere.
  expect(scene.stretches.map(({ from }) => from)).toEqual([0, own.stuck!.from]);
  // Read again without its pages, it keeps them.
  const again = withOwnRead({ ...site, headers: [header] }, SEEN, header.id);
  expect(again.ownHeaders!.at(-1)!.logos).toEqual(own.logos);
});

describe('what it can wear', () => {
  test('of each layer only what style can make: judge and style sheet alike', () => {
    const { site, header } = made();
    for (const name of LAYER_NAMES) {
      const start = layerOf(name).start({ palette: site.palette, pictures: site.pictures, logo: site.logo });
      const worn = {
        ...header,
        looks: { ...header.looks, top: { ...header.looks.top, [name]: { ...PLAIN[name], ...start } } },
      };
      if (layerOf(name).onOwn) continue;
      expect(showsLayer(resolveLook(site, worn, 'top'), name), name).toBe(false);
      expect(ownPaste(site, worn, site.ownHeaders![0]!).css).not.toMatch(
        new RegExp(`--hr-(letters|shows|cut|depth)`),
      );
    }
    const look = resolveLook(
      site,
      {
        ...header,
        looks: {
          ...header.looks,
          top: {
            cue: { share: 20 },
            ink: { open: { colour: 'red' }, logo: 'light' },
            edge: { on: true, above: { width: 4, colour: { colour: 'red' } } },
          },
        },
      },
      'top',
    );
    expect([look.cue.share, look.ink.logo, look.edge.above.width, look.edge.on]).toEqual([
      100,
      'dark',
      4,
      true,
    ]);
    // A rail has no element there.
    const railed = { ...header, rails: [{ ...header.rails[0]!, looks: { top: { fill: { opacity: 1 } } } }] };
    expect(resolveWorn(site, { header: railed, rail: railed.rails[0] }, 'top').fill.opacity).toBe(0);
  });
});

describe('a link whose drop-down is open', () => {
  const opening = (by: OwnOpening[], up = 1): SeenOwn => ({
    ...SEEN,
    own: {
      ...SEEN.own,
      inks: SEEN.own.inks.map((ink) => (ink.id === 'link-2' ? { ...ink, opens: true } : ink)),
      groups: [
        ...SEEN.own.groups,
        group('openers', ['li.drop > a'], [0, 1, 2], { item: 'menu', opened: { among: 0, up, by } }),
      ],
    },
  });
  const open = { ink: { link: { colour: '#111111' }, open: { colour: '#123456' } } };
  const dressed = (seen: SeenOwn) => {
    const { site, header } = made((plain) => Object.assign(plain, structuredClone(seen)));
    return { site, worn: { ...header, looks: { top: open, scrolled: {} } }, own: site.ownHeaders![0]! };
  };

  test.each<[OwnOpening[], number, string]>([
    [['pointer'], 1, ':where(:hover > *)'],
    [['focus'], 3, ':where(:focus-within > * > * > :not(:focus))'],
    [['expanded', 'details'], 2, ':where([aria-expanded="true"], [open] > * > *)'],
    [['beside'], 1, ':where(:has(> [aria-expanded="true"]) > *)'],
  ])('told by %j, %i up, has a rule that weighs no more for it', (by, up, told) => {
    const { site, worn, own } = dressed(opening(by, up));
    expect(checkSite(site)).toEqual([]);
    const { css } = ownPaste(site, worn, own);
    expect(css).toContain(`li.drop > a${told} {\n  color: var(--hr-open, var(--hr-own))`);
    expect(css).toContain('--hr-open: rgb(18 52 86)');
    // What comes after it, and is more, goes before it.
    expect(css.indexOf('whose drop-down is open')).toBeLessThan(
      css.indexOf('Links with the keyboard on them'),
    );
  });

  test('is judged where that is told, and only there', () => {
    const states = (seen: SeenOwn, id: string) => {
      const { site, worn, own } = dressed(seen);
      const ink = layoutOwn(site, worn, own, { width: 1280, moment: 'top' }).inks.find(
        (each) => each.id === id,
      );
      return statesOf(ink!, resolveLook(site, worn, 'top'), site.pages[0]!);
    };
    expect(states(opening(['pointer']), 'link-2')).toContain('open');
    expect(states(opening(['pointer']), 'link-1')).not.toContain('open');
    expect(states(SEEN, 'link-2')).not.toContain('open');
    const plainly = dressed(SEEN);
    expect(ownPaste(plainly.site, plainly.worn, plainly.own).css).not.toContain('whose drop-down');
    expect(canTellOpen(plainly.site, plainly.worn)).toBe(false);
    expect(canTellOpen(dressed(opening(['focus'])).site, plainly.worn)).toBe(true);
  });
});
