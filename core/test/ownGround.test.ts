import { describe, expect, test } from 'vitest';
import { headerBetween } from '../src/change/between.ts';
import { ownGround, wearsOnOwn } from '../src/header/ownGround.ts';
import { layoutOwn } from '../src/header/ownLayout.ts';
import { resolveLook } from '../src/header/look.ts';
import type { SeenOwn } from '../src/gather/captured.ts';
import type { Header, Look, Manner } from '../src/model/header.ts';
import type { Site } from '../src/model/site.ts';
import { checkSite } from '../src/model/check.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { headerFiles } from '../src/output/files.ts';
import { ownPaste } from '../src/output/own/ownCss.ts';
import { ownFiles } from '../src/output/own/ownFiles.ts';
import { needsLines, ownJs } from '../src/output/own/ownJs.ts';
import { layoutScene, momentAt, spansOf } from '../src/sweep/scene.ts';
import { made, never, rule } from './ownMade.ts';

/** The ground of a header that a site has already: its cut edge and its picture, and what it does while the page scrolls. */

const CUT = { start: 0, middle: 24, end: 12 };
const GREY = { colour: '#777777' };
const MOOR = { id: 'moor', name: 'Moor', file: 'moor.jpg', width: 900, height: 600, alt: '' };

function worn(top: Look, scrolled: Look = {}, change?: (seen: SeenOwn) => void) {
  const { site, header, own } = made(change);
  const dressed: Header = { ...header, looks: { top, scrolled } };
  const of: Site = { ...site, pictures: [MOOR], headers: [dressed] };
  expect(checkSite(of)).toEqual([]);
  return { site: of, header: dressed, own, look: (at: 'top' | 'scrolled') => resolveLook(of, dressed, at) };
}

/** The declarations below a comment of the paste. */
const partOf = (css: string, says: string) => new RegExp(`${says}[^{]*\\{([^}]*)\\}`).exec(css)![1]!;

describe('a cut edge', () => {
  test('shapes the ground alone: the header throws the shadow, and what hangs reaches as far as it is deep', () => {
    const { site, header, own } = worn({ cut: CUT, shadow: { opacity: 0.5 } });
    const { css } = ownPaste(site, header, own);
    const [box, ground] = [partOf(css, 'Where the header stands'), partOf(css, 'The ground\\.')];
    expect(box).toContain('box-shadow: var(--hr-shadow)');
    expect(box).toContain('transition: box-shadow var(--hr-time, 0s)');
    expect(ground).toContain('box-shadow: none');
    expect(ground).toContain('inset: 0px 0px calc(-2px - var(--hr-depth)) 0px');
    expect(ground).toMatch(/clip-path: polygon\(0 0, 100% 0, .*--hr-cut-middle/);
    expect(css).toMatch(/--hr-depth: 24px;\n {2}--hr-cut-start: 0px;/);
    const plain = ownPaste(site, { ...header, looks: { ...header.looks, top: {} } }, own).css;
    expect(plain).not.toMatch(/--hr-depth|clip-path/);
    expect(partOf(plain, 'The ground\\.')).not.toContain('calc');
  });

  test('leaves no line below where it hangs; at the sides, and where it is straight, lines stay', () => {
    const edge = { on: true, colour: GREY, start: { width: 3, colour: GREY } };
    const { look } = worn({ cut: CUT, edge }, { cut: { start: 0, middle: 0, end: 0 } });
    expect(look('top').edge).toMatchObject({ on: false, start: { width: 3 } });
    expect(look('scrolled').edge.on).toBe(true);
    const straight = worn({ edge });
    expect(straight.look('top').edge.on).toBe(true);
  });

  test('is not worn where the ground has no element of its own, or what hangs out of the header is hidden', () => {
    const bare = worn({ cut: CUT }, {}, ({ own }) => delete own.free);
    expect(bare.look('top').cut.middle).toBe(0);
    expect(ownPaste(bare.site, bare.header, bare.own).css).not.toContain('clip-path');
    const hidden = (value: string, group: 'header' | 'ground' = 'header') =>
      worn({ cut: CUT }, {}, ({ own }) => own.rules.push(rule({ group, property: 'overflow-y', value })));
    expect(hidden('hidden').look('top').cut.middle).toBe(0);
    expect(hidden('visible').look('top').cut.middle).toBe(24);
    expect(hidden('hidden', 'ground').look('top').cut.middle).toBe(24);
  });
});

describe('a picture behind it', () => {
  const picture = { on: true, picture: 'moor', x: 20, y: 80, blend: 'multiply' as const };
  test('is one more image of the ground, under the tint and over the gradient, each with values of its own', () => {
    const stops = [0, 100].map((at) => ({ at, colour: GREY, opacity: 1 }));
    const { site, header, own } = worn({
      picture,
      tint: { colour: GREY, opacity: 0.3 },
      gradient: { on: true, angle: 90, stops },
    });
    const { css } = ownPaste(site, header, own);
    expect(css).toContain('.top {\n  --hr-picture-1: url("pictures/moor.jpg");\n}');
    expect(css).toContain('--hr-picture: var(--hr-picture-1);\n  --hr-picture-at: 20% 80%;');
    const ground = partOf(css, 'The ground\\.');
    expect(ground).toMatch(
      /background-image: linear-gradient\(var\(--hr-tint\)[^;]*, var\(--hr-picture\), linear-gradient\(var\(--hr-angle\)/,
    );
    expect(ground).toContain('background-position: 0 0, var(--hr-picture-at), 0 0;');
    expect(ground).toContain('background-blend-mode: normal, var(--hr-picture-blend), normal;');
    expect(css).not.toContain('--hr-shows');
  });

  test('is there or not: its opacity, fades and fallback are none, and one that does not show is none', () => {
    const faint = { ...picture, opacity: 0.4, fallback: { colour: GREY, opacity: 1 } };
    const mask = { angle: 0, stops: [{ at: 0, opacity: 0 }] };
    const { look } = worn({ picture: { ...faint, mask, secondMask: mask } }, { picture: { opacity: 0 } });
    expect(look('top').picture).toMatchObject({
      on: true,
      opacity: 1,
      fallback: { opacity: 0 },
      mask: { stops: [] },
      secondMask: { stops: [] },
    });
    expect(look('scrolled').picture.on).toBe(false);
    const bare = worn({ picture }, {}, ({ own }) => delete own.free);
    expect(bare.look('top').picture.on).toBe(false);
    expect(wearsOnOwn('picture', ownGround(bare.site, bare.header)!)).toBe(false);
  });

  test('changes at once over time, and half way along with the scroll', () => {
    const { site, header } = worn({ picture }, { picture: { on: false } });
    const sides = (['top', 'scrolled'] as const).map((moment) => ({ header, moment }));
    const at = (share: number, by: 'time' | 'scroll') => {
      const between = headerBetween(site, sides[0]!, sides[1]!, { layers: share, inks: share, by });
      return resolveLook(site, between, 'top').picture.on;
    };
    expect([0, 0.01, 0.9].map((share) => at(share, 'time'))).toEqual([true, false, false]);
    expect([0.4, 0.49, 0.5, 0.9].map((share) => at(share, 'scroll'))).toEqual([true, true, false, false]);
    const { css } = ownPaste(
      site,
      { ...header, manner: { ...header.manner, stretch: 40 } },
      site.ownHeaders![0]!,
    );
    expect(css).toMatch(/is\\:down \.top \{\n {2}--hr-picture: none;/);
  });

  test('is handed over beside the style, and how to put it there is said', () => {
    const { site, header, own } = worn({ picture });
    const files = headerFiles(site, header, never);
    expect(files.map(({ path }) => path)).toContain('pictures/moor.jpg');
    const say = (of: Header) =>
      ownFiles(site, of, own, rootAddresses(site)).find(({ path }) => path === 'how-to.txt')!.text;
    expect(say(header)).toMatch(/^1 {2}Upload what is in the folder pictures/m);
    expect(say({ ...header, looks: { top: {}, scrolled: {} } })).not.toContain('Upload');
  });
});

describe('while the page scrolls', () => {
  const behaving = (manner: Partial<Manner>, change?: (seen: SeenOwn) => void) => {
    const { site, header, own } = made(change);
    const behaves = { ...header, manner: { ...header.manner, ...manner } };
    expect(checkSite({ ...site, headers: [behaves] })).toEqual([]);
    return { site, own, header: behaves };
  };

  test('one that returns is gone by a class of ours, and wears what it wears on coming back by theirs', () => {
    const { site, header, own } = behaving({ onScroll: 'returns' });
    expect(needsLines(site, own, header)).toBe(true);
    const lines = ownJs(own, header);
    expect(lines).toMatch(/scrollY < 41 \|\| scrollY < last\) header\?\.classList\.remove\("hr-gone"\)/);
    expect(lines).not.toContain('toggle');
    const { css } = ownPaste(site, header, own);
    expect(css).toContain('.top.hr-gone:not(:focus-within) {\n  translate: 0 calc(-100% - 64px);');
    expect(css).toMatch(/transition: translate var\(--hr-move-time/);
    // It stands where it stood.
    expect(partOf(css, 'Where the header stands')).not.toMatch(/\n {2}position:/);
    expect(ownPaste(site, made().header, own).css).not.toContain('hr-gone');
    const scene = layoutScene(site, header, site.pages[0]!, { width: 1001 }, never);
    expect([40, 41].map((scroll) => momentAt(scene, scroll))).toEqual(['top', 'back']);
    expect(scene.layouts.back.bar.height).toBe(40);
    const along = { ...header, manner: { ...header.manner, stretch: 60 } };
    expect(ownPaste(site, along, own).css).toMatch(/--hr-move-time: \d+ms[^]*--hr-move-time: 0s/);
  });

  test('one that leaves is as small as its own script makes it, below what stands above it', () => {
    const { site, header, own } = behaving({ onScroll: 'leaves' }, (seen) => {
      seen.own.stuck!.from = 12;
      for (const at of seen.own.top) {
        at.bar[1] = 30;
        for (const place of at.places) place[2] += 30;
      }
    });
    const layout = layoutOwn(site, header, own, { width: 2560, moment: 'scrolled' });
    expect(layout.bar).toMatchObject({ y: 30, height: 40 });
    expect(layout.leaving).toBe(0);
    const link = layout.inks.find(({ id }) => id === 'link-1')!;
    expect(link.box.y).toBe(50);
    expect(link.what).toMatchObject({ run: { baseline: 64 } });
    const scene = layoutScene(site, header, site.pages[0]!, { width: 1001 }, never);
    expect(spansOf(scene, 'scrolled')[0]).toMatchObject({ from: 12 });
    // One that stays stands at the window's edge then, once what stands above it is gone.
    const stays = layoutOwn(site, made().header, own, { width: 2560, moment: 'scrolled' });
    expect(stays.bar.y - stays.leaving).toBe(0);
    expect(stays.leaving).toBe(30);
  });

  test.each([
    // position, y at the top, stays, lies and on scroll as they are worn: top, then row and leaving
    ['sticky', 35.5, undefined, {}, 35.5, 36, 36],
    ['sticky', 35.5, 6, {}, 35.5, 36, 30],
    ['fixed', 14.5, undefined, {}, 14.5, 14.5, 0],
    ['fixed', 14.5, 10, {}, 14.5, 10, 0],
    ['sticky', 35.5, 6, { onScroll: 'returns' }, 35.5, 36, 30],
    ['sticky', 35.5, 6, { onScroll: 'leaves' }, 35.5, 35.5, 0],
    // In another place it begins at the edge.
    ['sticky', 35.5, 6, { lies: 'over' }, 0, 0, 0],
  ] as const)(
    'one that is %s at %d px and stays at %s, worn as %o, is at %d px, then on row %d after %d px',
    (position, y, stays, manner, top, row, leaving) => {
      const { site, header, own } = behaving(manner, (seen) => {
        seen.own.position = position;
        delete seen.own.stuck;
        seen.own.scrolled = [];
        for (const at of seen.own.top) {
          at.bar[1] = y;
          if (stays !== undefined) at.stays = stays;
          for (const place of at.places) {
            place[2] += y;
            if (place[5] >= 0) place[7] += Math.round(y);
          }
        }
      });
      const at = (moment: 'top' | 'scrolled' | 'back') =>
        layoutOwn(site, header, own, { width: 1440, moment });
      expect(at('top')).toMatchObject({ bar: { y: top }, leaving });
      expect(at(header.manner.onScroll === 'returns' ? 'back' : 'scrolled').bar.y).toBe(row);
      const [link] = at('scrolled').inks;
      expect(link!.box.y).toBe(row + 20);
      expect(Number.isInteger((link!.what as { run: { baseline: number } }).run.baseline)).toBe(true);
    },
  );
});
