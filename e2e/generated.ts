import { foldOf } from '@hatrail/core/header/fold';
import { PLACES, type Extent, type Header, type Rail } from '@hatrail/core/model/header';
import { ALIGNMENTS, NAME_PARTS, type Backing, type Item, type ItemStep } from '@hatrail/core/model/item';
import type { Entry } from '@hatrail/core/model/menu';
import type { Site } from '@hatrail/core/model/site';
import { FAMILY_IDS, LETTER_CASES, WEIGHTS, type TypeStyle } from '@hatrail/core/model/type';
import { ICON_NAMES } from '@hatrail/core/model/icons';
import { random } from '../core/test/made.ts';

const LABELS = [
  'Visit',
  'Shows',
  'Groups & schools',
  'Über uns',
  'Łódź',
  'AV',
  'Night log',
  'To',
  'Fi flags',
  'ÅÄÖ 1,000',
];

/** Chances of one generated site: the same for the same seed. */
function chances(seed: number) {
  const next = random(seed * 7919);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const between = (low: number, high: number) => Math.round(low + next() * (high - low));
  return { chance: (p: number) => next() < p, pick, between };
}

type Chances = ReturnType<typeof chances>;

/** Values by width, at widths of their own. */
function steps({ chance, between }: Chances, size: [number, number]): { steps?: ItemStep[] } {
  if (!chance(0.3)) return {};
  const first: ItemStep = {
    below: between(900, 1400),
    size: between(...size),
    ...(chance(0.4) && { gap: between(4, 20) }),
  };
  return { steps: chance(0.5) ? [first] : [{ below: between(500, 800), shown: chance(0.5) }, first] };
}

function common(by: Chances, size: [number, number]) {
  const { chance, pick, between } = by;
  const backing: Backing = {
    colour: { swatch: 'scree' },
    opacity: 0.5,
    x: between(0, 16),
    y: between(0, 10),
    radius: between(0, 20),
  };
  return {
    ...(chance(0.3) && { align: pick(ALIGNMENTS) }),
    ...(chance(0.15) && { shift: between(-6, 6) }),
    ...(chance(0.2) && { backing }),
    ...steps(by, size),
  };
}

/** One item of each kind in turn, with made-up sizes. */
function item(by: Chances, kind: Item['kind'], id: string): Item {
  const { chance, pick, between } = by;
  const to = { address: '/x' };
  switch (kind) {
    case 'logo':
      return { kind, id, height: between(16, 44), ...common(by, [16, 30]) };
    case 'name':
      return { kind, id, size: between(14, 30), tagline: chance(0.5), ...common(by, [12, 18]) };
    case 'menu':
      return { kind, id, menu: 'main', gap: between(8, 40), ...common(by, [12, 16]) };
    case 'button':
      return {
        kind,
        id,
        label: pick(LABELS),
        ...to,
        ink: { swatch: 'midnight' },
        fill: { swatch: 'lamp' },
        hoverFill: { swatch: 'white' },
        radius: between(0, 20),
        ...steps(by, [12, 15]),
      };
    case 'text':
      return {
        kind,
        id,
        text: pick(LABELS),
        size: between(12, 22),
        ...(chance(0.5) && { to }),
        ...common(by, [11, 14]),
      };
    case 'icons':
      return {
        kind,
        id,
        size: between(14, 34),
        gap: between(2, 20),
        links: Array.from({ length: between(1, 4) }, (_, i) => ({
          id: `l${i}`,
          label: 'Icon',
          icon: pick(ICON_NAMES),
          ...to,
        })),
        ...common(by, [14, 24]),
      };
    case 'picture':
      return { kind, id, picture: 'dome', height: between(20, 60), ...common(by, [16, 40]) };
    case 'search': {
      const field = {
        width: between(120, 260),
        fill: { colour: pick(['#ffffff', '#101b33', '#e8b34a']) },
        ink: { colour: pick(['#101b33', '#ffffff', '#767676']) },
        radius: between(0, 20),
      };
      const size = between(16, 28);
      return {
        kind,
        id,
        size,
        label: 'Find',
        to,
        ...(by.chance(0.5) && { field }),
        ...common(by, [16, 24]),
      };
    }
    case 'account':
      return { kind, id, size: between(16, 28), label: 'Find', to, ...common(by, [16, 24]) };
    case 'basket':
      return { kind, id, size: 22, label: 'Basket', to, count: between(0, 120), ...common(by, [16, 24]) };
    case 'gap':
      return { kind, id, size: between(0, 60), ...steps(by, [8, 30]) };
  }
}

const OTHERS = ['name', 'button', 'text', 'icons', 'picture', 'search', 'account', 'basket', 'gap'] as const;

function rail(by: Chances, items: readonly Item[]): Rail {
  const { chance, pick, between } = by;
  const places: Pick<Rail, 'start' | 'middle' | 'end'> = { start: [], middle: [], end: [] };
  for (const one of items) places[pick(['start', 'middle', 'end'] as const)].push(one);
  return {
    height: between(48, 140),
    ...(chance(0.4) && { padding: between(0, 24) }),
    inset: between(0, 60),
    gap: between(4, 40),
    ...(chance(0.3) && { max: between(700, 1500) }),
    ...(chance(0.3) && {
      steps: [
        { below: between(600, 1200), inset: between(0, 20), gap: between(2, 10), height: between(40, 80) },
      ],
    }),
    ...places,
  };
}

/**
 * A site with a header made up by chance: rails, items of every kind, alignments, paddings, backings, values by width,
 * insets and type.
 * @param base the demo site, which gives palette, pictures and pages
 */
export function generatedSite(base: Site, seed: number): Site {
  const by = chances(seed);
  const { chance, pick, between } = by;
  const style = (size: number): TypeStyle => ({
    family: pick(FAMILY_IDS),
    weight: pick(WEIGHTS),
    size,
    lineHeight: between(100, 180) / 100,
    letterSpacing: pick([0, 0, 0.5, 2, -0.3]),
    letterCase: pick(LETTER_CASES),
  });
  const entries = Array.from({ length: between(1, 6) }, (_, i): Entry => ({
    id: `e${i}`,
    label: pick(LABELS),
    ...(chance(0.85) && (i === 0 && seed % 5 === 0 ? { page: 'log' } : { address: `/#${i}` })),
    ...(chance(0.15) && { standsOut: true }),
    ...(chance(0.3) && { children: [{ id: `c${i}`, label: 'Child', address: '/#c' }] }),
  }));
  const count = pick([1, 1, 2, 2, 3]);
  const logo = item(by, 'logo', 'logo');
  const menu = item(by, 'menu', 'menu');
  const rails = Array.from({ length: count }, (_, r) => {
    const more = Array.from({ length: between(0, r === 0 ? 2 : 3) }, (__, i) =>
      item(by, pick(OTHERS), `r${r}i${i}`),
    );
    const own = r === count - 1 ? (r === 0 ? [logo, menu] : [menu]) : r === 0 ? [logo] : [];
    return rail(by, [...own, ...more]);
  });
  const [first] = rails;
  const extent: Extent = { top: between(0, 24), sides: between(0, 40), linked: false, radius: 12 };
  if (first && count > 1 && chance(0.4)) first.leaves = true;
  if (first && count > 1 && chance(0.2)) first.inFlow = true;
  const manner = {
    ...base.headers[0]!.manner,
    lies: pick(['over', 'above'] as const),
    onScroll: pick(['stays', 'leaves'] as const),
  };
  const header: Header = {
    ...base.headers[0]!,
    rails,
    manner,
    ...(chance(0.3) && { extent: { ...extent, steps: [{ below: 700, sides: between(0, 16) }] } }),
  };
  for (const each of rails.flatMap((one) => [...one.start, ...one.middle, ...one.end])) {
    const cased = chances(seed + 60_000);
    if (each.kind === 'menu' && cased.chance(0.5)) each.letterCase = cased.pick(LETTER_CASES);
    if (each.kind !== 'name') continue;
    const named = chances(seed + 50_000);
    each.beside = named.chance(0.6);
    if (named.chance(0.5)) each.reads = named.pick(NAME_PARTS);
    if (named.chance(0.5))
      each.steps = [...(each.steps ?? []), { below: 820, reads: named.pick(NAME_PARTS) }];
    if (named.chance(0.5)) each.taglineInk = { swatch: 'lamp' };
  }
  // Of a chance of its own, so that all else stays as it is: where the menu button hangs, and a rail that goes where it is narrow.
  const folding = chances(seed + 40_000);
  if (first && count > 1 && folding.chance(0.3))
    first.steps = [...(first.steps ?? []), { below: 560, shown: false }];
  if (folding.chance(0.7))
    header.fold = {
      ...foldOf(header),
      ...(folding.chance(0.2) && { always: true }),
      entries: folding.pick(PLACES),
      button: {
        place: folding.pick(PLACES),
        ...(folding.chance(0.5) && { rail: folding.between(1, count) }),
      },
    };
  if (header.extent && folding.chance(0.5)) header.extent.max = folding.between(500, 1400);
  // Of a chance of its own, too: a first rail that runs the full width above the box.
  const strips = chances(seed + 120_000);
  if (first && count > 1 && strips.chance(0.4)) {
    header.extent ??= { ...extent, steps: [{ below: 700, sides: strips.between(0, 16) }] };
    first.full = true;
  }
  const type = {
    ...base.type,
    heading: style(40),
    menu: style(between(12, 24)),
    // Every fifth has its own page's link in another weight.
    ...(seed % 5 === 0 && { currentWeight: 700 as const }),
    button: style(between(12, 20)),
  };
  return { ...base, type, menus: [{ id: 'main', name: 'Menu', entries }], headers: [header] };
}
