import { IsBoolean, IsIn, IsOptional } from 'class-validator';
import { BLEND_MODES, type BlendMode } from '../colour/blend.ts';
import { Mask, REPEATS, type PicturePlacing } from '../model/layer.ts';
import { InRange, IsId, Nested } from '../model/rules.ts';
import { TIME } from '../css/times.ts';
import { cssPictureSize, rule } from '../css/text.ts';
import type { Box } from '../geometry/box.ts';
import { layGradient, type LaidGradient } from '../geometry/gradient.ts';
import { FillLook } from './fill.ts';
import {
  WHITE,
  even,
  layerKind,
  mix,
  told,
  type BackRules,
  type ResolvedFill,
  type StartFrom,
} from './kind.ts';

/** What a moment sets of the picture over fill and gradient. */
export class PictureLook {
  @IsOptional() @IsBoolean({ message: 'The picture is there or not.' }) on?: boolean;
  @IsOptional() @IsId() picture?: string;
  @IsOptional()
  @IsIn(['cover', 'contain'], { message: 'Choose cover or contain.' })
  size?: 'cover' | 'contain';
  /** A size of its own in the place of cover or contain: width as drawn; 0 goes by `size`. */
  @IsOptional() @InRange(0, 2000, 'px') drawnWidth?: number;
  /** The same as a share of the header's or rail's width; 0 goes by the others. */
  @IsOptional() @InRange(0, 400, '%') share?: number;
  @IsOptional() @InRange(0, 100, '%') x?: number;
  @IsOptional() @InRange(0, 100, '%') y?: number;
  @IsOptional()
  @IsIn(REPEATS, { message: `Choose ${REPEATS.join(', ')}.` })
  repeat?: (typeof REPEATS)[number];
  @IsOptional() @IsIn(BLEND_MODES, { message: `Choose ${BLEND_MODES.join(', ')}.` }) blend?: BlendMode;
  /** 0 to 1. */
  @IsOptional() @InRange(0, 1) opacity?: number;
  /** Shows under the picture where it lets through, and while it is missing; none where its opacity is 0. */
  @IsOptional()
  @Nested(() => FillLook)
  fallback?: FillLook;
  @IsOptional()
  @Nested(() => Mask)
  mask?: Mask;
  /** A second fade, at another angle: where both let through less, less is left. */
  @IsOptional()
  @Nested(() => Mask)
  secondMask?: Mask;
}

interface WornPicture extends Required<Omit<PictureLook, 'fallback'>> {
  fallback: ResolvedFill;
}

/** The picture of a look as it is placed. */
export function placingOf(worn: WornPicture): PicturePlacing {
  const { picture: id, size, x, y, repeat, drawnWidth, share } = worn;
  return {
    picture: id,
    size,
    x,
    y,
    repeat,
    ...(drawnWidth > 0 && { drawnWidth }),
    ...(share > 0 && { share }),
  };
}

/** Everything but how much of it shows. */
const keyOf = ({ on: _, opacity: __, ...placed }: WornPicture) => JSON.stringify(placed);

/** Distinct pictures of all looks, whatever their opacity. */
export function distinctPictures(all: readonly WornPicture[]): WornPicture[] {
  const shown = all.filter(({ on }) => on);
  return [...new Map(shown.map((each) => [keyOf(each), each])).values()];
}

/** The pictures of a site that can lie behind a header: all but what its pages look like. */
export function choosablePictures({
  pictures,
  pages = [],
}: Pick<StartFrom, 'pictures' | 'pages'>): StartFrom['pictures'] {
  const taken = new Set(pages.flatMap(({ snapshots = [] }) => snapshots.map(({ picture: id }) => id)));
  return pictures.filter(({ id }) => !taken.has(id));
}

/** The ids of the pictures that any look shows, each once. */
export function shownPictures(all: readonly WornPicture[]): string[] {
  return [...new Set(all.filter(({ on }) => on).map(({ picture }) => picture))];
}

/** A mask as a gradient of opacity. */
function layMask({ angle, stops }: Mask, box: Box): LaidGradient | undefined {
  if (stops.length === 0) return undefined;
  const shown = stops.map(({ at, opacity }) => ({ at, colour: { r: 0, g: 0, b: 0, a: opacity } }));
  return layGradient(angle, shown, box);
}

export const picture = layerKind<PictureLook, WornPicture>({
  title: 'Picture',
  values: PictureLook,
  plain: {
    on: false,
    picture: '',
    size: 'cover',
    drawnWidth: 0,
    share: 0,
    x: 50,
    y: 50,
    repeat: 'no-repeat',
    blend: 'normal',
    opacity: 1,
    fallback: { colour: WHITE, opacity: 0 },
    mask: { angle: 0, stops: [] },
    secondMask: { angle: 90, stops: [] },
  },
  wearers: ['header', 'rail'],
  passesDown: false,
  shows: ({ on }) => on,
  start(site) {
    const logos: (string | undefined)[] = Object.values(site.logo.variants);
    const first = choosablePictures(site).find(({ id }) => !logos.includes(id));
    return first && { on: true, picture: first.id, ...(first.focus ?? {}) };
  },
  /** One that comes or goes does so by its opacity; of two that cross, the one that shows more. */
  between(a, b, { layers: p, by }) {
    const [from, to] = [a.on ? a.opacity : 0, b.on ? b.opacity : 0];
    if (a.on && b.on && keyOf(a) !== keyOf(b)) {
      const [goes, comes] = by === 'time' ? [1 - p, p] : [1 - 2 * p, 2 * p - 1];
      return p < 0.5 ? { ...a, opacity: from * goes } : { ...b, opacity: to * comes };
    }
    return { ...(b.on ? b : a), on: a.on || b.on, opacity: mix(from, to, p) };
  },
  // The picture of one element's background: there or not, over fill and gradient and under the tint.
  onOwn: (worn, { isApart }) =>
    isApart
      ? {
          ...worn,
          on: worn.on && worn.opacity > 0,
          opacity: 1,
          fallback: { colour: WHITE, opacity: 0 },
          mask: { angle: 0, stops: [] },
          secondMask: { angle: 90, stops: [] },
        }
      : undefined,
  isSteppedOnOwn: true,
  tellsOnOwn(worn, all) {
    const ids = shownPictures(all);
    if (ids.length === 0) return [];
    const { picture: id, x, y, repeat, blend } = worn;
    return [
      { name: '--hr-picture', value: worn.on ? `var(--hr-picture-${ids.indexOf(id) + 1})` : 'none' },
      { name: '--hr-picture-at', value: `${x}% ${y}%` },
      { name: '--hr-picture-size', value: cssPictureSize(placingOf(worn)) },
      { name: '--hr-picture-repeat', value: repeat },
      { name: '--hr-picture-blend', value: blend },
    ];
  },
  cover: { say: () => 'Picture', off: { on: false } },
  paint: (worn, palette, box, draw) => ({
    paint: {
      kind: 'picture',
      pixels: draw.placed(placingOf(worn), box),
      left: box.x,
      top: box.y,
      fallback: even(palette, worn.fallback),
      opacity: worn.opacity,
      masks: [worn.mask, worn.secondMask].flatMap((mask) => layMask(mask, box) ?? []),
    },
    blend: worn.blend,
  }),
  tells: (worn, all) =>
    distinctPictures(all).map((each, i) => {
      const shows = worn.on && keyOf(each) === keyOf(worn);
      return { name: `--hr-shows-${i + 1}`, value: String(shows ? worn.opacity : 0) };
    }),
  back: {
    isNeeded: (all) => distinctPictures(all).length > 0,
    elements: (all) => ({
      within: distinctPictures(all).map((_, i) => `<i class="hr-picture-${i + 1}"></i>`),
    }),
    rules: (all, back, on) =>
      distinctPictures(all).map((each, i) => pictureRule(each, `${back} .hr-picture-${i + 1}`, i, on)),
  },
});

function cssMask({ angle, stops }: Mask): string {
  return `linear-gradient(${angle}deg, ${stops.map(({ opacity, at }) => `rgb(0 0 0 / ${opacity}) ${at}%`).join(', ')})`;
}

function pictureRule(worn: WornPicture, self: string, index: number, { palette, image }: BackRules): string {
  const placing = placingOf(worn);
  const { x, y, repeat } = placing;
  const { fallback, mask, secondMask, blend } = worn;
  const drawn = cssPictureSize(placing);
  const file = image(worn.picture);
  const placed = file === undefined ? '' : `${file} ${x}% ${y}% / ${drawn} ${repeat} `;
  const fades = [mask, secondMask].filter(({ stops }) => stops.length > 0).map(cssMask);
  return rule(
    self,
    `background: ${placed}${told(palette, fallback.colour, fallback.opacity)}`,
    `opacity: var(--hr-shows-${index + 1})`,
    blend !== 'normal' && `mix-blend-mode: ${blend}`,
    fades.length > 0 && `mask-image: ${fades.join(', ')}`,
    fades.length > 1 && 'mask-composite: intersect',
    `transition: opacity ${TIME}`,
  );
}
