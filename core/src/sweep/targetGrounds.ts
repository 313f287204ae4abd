import { grown, type Area } from '../geometry/area.ts';
import { areaOf } from '../geometry/box.ts';
import { cutDepth } from '../geometry/cut.ts';
import type { HeaderLayout } from '../header/laid.ts';
import { resolveLook, resolveWorn } from '../header/look.ts';
import type { ResolvedLook } from '../layers/index.ts';
import type { Header, Moment } from '../model/header.ts';
import type { Site } from '../model/site.ts';
import { linesBeside, shadowBeside } from '../stack/besideBox.ts';
import type { Drawing } from '../stack/drawing.ts';
import { coversArea, type Blur, type StackLayer } from '../stack/layers.ts';
import { isBare, wornLayers } from '../stack/worn.ts';

/** What header and rails lay over the page, whatever anything in them is in. */

/** The box of the header's own layers: its bar, and below it what a cut edge adds. */
export function layersBox({ bar }: Pick<HeaderLayout, 'bar'>, look: Pick<ResolvedLook, 'cut'>) {
  return { ...bar, height: bar.height + cutDepth(look) };
}

/** What lies under a header's items at a moment. */
export interface TargetGrounds {
  layers: StackLayer[];
  /** What the header throws round its box, over an area: its shadow under the layers, its lines over them. */
  beside: (area: Area) => { below: StackLayer[]; above: StackLayer[] };
  /** By the number of the rail under whose items it is; none where nothing is blurred. */
  blurs: Map<number, Blur>;
}

/** The edge of what is blurred, where it is not a plain box. */
const roundBlur = (edge: NonNullable<Blur['edge']>): Pick<Blur, 'edge'> =>
  edge.above > 0 || edge.below > 0 || edge.cut ? { edge } : {};

/** How much round an ink the cut shows, CSS pixels. */
const SEEN_ROUND = 8;

/** The layers of the header and its rails at a moment, each cut to its own box, and what is blurred under them. */
export function groundsOf(
  site: Site,
  header: Header,
  layout: HeaderLayout,
  moment: Moment,
  draw: Drawing,
): TargetGrounds {
  const look = resolveLook(site, header, moment);
  const { bar, radius } = layout;
  const box = layersBox(layout, look);
  const round = { above: radius, below: radius };
  const shape = cutDepth(look) > 0 ? { ...round, cut: look.cut } : round;
  const layers = wornLayers('header', site.palette, look, { box, radii: shape }, draw);
  const blurs = new Map<number, Blur>();
  const inBox = layout.rails.filter(({ full }) => !full);
  const first = inBox[0]?.index;
  const last = inBox.at(-1)?.index;
  for (const { index, x, width, top, height, full } of layout.rails) {
    const worn = resolveWorn(site, { header, rail: header.rails[index]! }, moment);
    const railBox = { x, y: top, width, height };
    const radii = { above: index === first ? radius : 0, below: index === last ? radius : 0 };
    if (!isBare(worn)) layers.push(...wornLayers('rail', site.palette, worn, { box: railBox, radii }, draw));
    // The header's blur takes in all rails in its box; a rail's own is seen where the header lays nothing over it.
    const around = full ? 0 : look.blur.radius;
    const sigma = around > 0 ? around : full || isBare(look) ? worn.blur.radius : 0;
    if (sigma > 0)
      blurs.set(index, {
        sigma,
        area: areaOf(around > 0 ? box : railBox),
        ...(around > 0 ? roundBlur(shape) : roundBlur(radii)),
      });
  }
  const strips = layout.rails.filter(({ full }) => full);
  const gap =
    strips.length > 0 ? bar.y - Math.max(...strips.map((strip) => strip.top + strip.height)) : Infinity;
  const beside = (area: Area) => {
    if (coversArea({ box: { area: areaOf(bar), ...round } }, area)) return { below: [], above: [] };
    const seen = grown(area, SEEN_ROUND);
    const shadow = shadowBeside(look.shadow, site.palette, { bar, radius, gap }, seen);
    return {
      below: shadow ? [shadow] : [],
      above: linesBeside(look, site.palette, { bar, radius, gap }, seen),
    };
  };
  return { layers, beside, blurs };
}
