import type { Area } from '../geometry/area.ts';
import { cutDepth } from '../geometry/cut.ts';
import type { Raster } from '../geometry/raster.ts';
import { resolveLook } from '../header/look.ts';
import type { Drawing } from '../stack/drawing.ts';
import { groundPatch } from '../stack/ground.ts';
import { overlayOf } from '../stack/overlay.ts';
import { behindAt, momentAt, wayAt, type Scene } from './scene.ts';
import { groundsOf } from './targetGrounds.ts';
import { rasterAt } from './turns.ts';

/** How far below the header's box, or its cut edge, its shadow is looked at. CSS pixels. */
const ROUND = 8;

/** The area below a header in which its cut edge, its lines and its shadow are seen; none where it has none of them. */
export function areaBelow(scene: Scene, scroll: number): Area | undefined {
  const moment = momentAt(scene, scroll);
  const look = resolveLook(scene.site, scene.header, moment);
  const { bar } = scene.layouts[moment];
  const depth = cutDepth(look);
  if (depth === 0 && !look.edge.on && look.shadow.opacity === 0) return undefined;
  const top = Math.ceil(bar.y + bar.height);
  return { left: 0, top, right: scene.width, bottom: top + Math.ceil(depth) + ROUND };
}

/**
 * The page with a header's own layers over it, and what it throws round its box, where nothing of its contents lies.
 * @param area in header pixels
 * @returns opaque RGBA; none while the header is on its way from one look to the next
 */
export function bareGround(
  scene: Scene,
  page: Raster,
  draw: Drawing,
  scroll: number,
  area: Area,
): Raster | undefined {
  const way = wayAt(scene, scroll);
  if (way > 0 && way < 1) return undefined;
  const moment = momentAt(scene, scroll);
  const { layers, beside, blurs } = groundsOf(scene.site, scene.header, scene.layouts[moment], moment, draw);
  const { below, above } = beside(area);
  return groundPatch(
    rasterAt(scene, page, scroll),
    behindAt(scene, scroll),
    blurs.get(0),
    overlayOf([...below, ...layers, ...above], area),
  );
}
