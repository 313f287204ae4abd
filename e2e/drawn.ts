import type { Page as Tab } from 'playwright-core';
import { skiaDrawing } from '@hatrail/node/skia';
import type { DrawnRun } from '@hatrail/core/stack/drawing';
import { fontShorthand } from '@hatrail/core/measure/measure';
import type { Progress } from '@hatrail/core/header/becoming';
import type { Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { type Box, snapBox } from '@hatrail/core/geometry/box';
import type { Drawable } from '@hatrail/core/page/paint';
import { sizedName, type ShippedSizes } from '@hatrail/core/output/shipped';
import { sizeOf, type Area } from '@hatrail/core/geometry/area';
import type { Drawing, LogoPixels } from '@hatrail/core/stack/drawing';
import type { Raster } from '@hatrail/core/geometry/raster';
import { sceneTargets } from '@hatrail/core/sweep/prove';
import { momentAt, wayAt, type Scene } from '@hatrail/core/sweep/scene';
import type { JudgedTarget } from '@hatrail/core/sweep/targets';

/** Everything to be judged on a page that is shown, its letters and logos drawn by the browser, as the application has them. */

export interface Seen {
  scene: Scene;
  raster: Raster;
  pictures: ReadonlyMap<string, Drawable>;
  sizes: ShippedSizes;
  tab: Tab;
  /** Where the files are served. */
  url: string;
  /**
   * Whether logos are compared too, which takes a second picture of the screen: as the browser draws them, or as they are
   * drawn on the command line.
   */
  logos: boolean | 'command line';
}

/** What is drawn for a scene, kept from one scroll to the next. */
const drawings = new WeakMap<Scene, Drawing>();

const noLogo = () => undefined;
const found = new WeakMap<Scene, Map<string, Promise<JudgedTarget[]>>>();

/**
 * Everything to be judged at a scroll, its letters drawn by the browser, as the application has them. Without logos it is kept
 * for other scrolls where the same is worn.
 */
export function targetsOf(
  seen: Seen,
  moment: Moment,
  scroll: number,
  logo: Drawing['logo'] = noLogo,
  progress?: Progress,
): Promise<JudgedTarget[]> {
  const { scene } = seen;
  if (logo !== noLogo || progress) return drawnTargets(seen, moment, scroll, logo, progress);
  const known = found.get(scene) ?? new Map<string, Promise<JudgedTarget[]>>();
  found.set(scene, known);
  const key = `${moment} ${momentAt(scene, scroll)} ${wayAt(scene, scroll)}`;
  const targets = known.get(key) ?? drawnTargets(seen, moment, scroll, logo);
  known.set(key, targets);
  return targets;
}

async function drawnTargets(
  { scene, pictures, tab }: Seen,
  moment: Moment,
  scroll: number,
  logo: Drawing['logo'],
  progress?: Progress,
): Promise<JudgedTarget[]> {
  const skia = drawings.get(scene) ?? skiaDrawing(scene.site, pictures);
  drawings.set(scene, skia);
  const known = letters.get(scene) ?? new Map<string, Uint8Array>();
  letters.set(scene, known);
  const key = (run: DrawnRun, area: Area) => JSON.stringify([run, area]);
  const asked = new Map<string, { run: DrawnRun; area: Area }>();
  const own: Drawing = {
    ...skia,
    logo,
    text(run, area) {
      const found = known.get(key(run, area));
      if (!found) asked.set(key(run, area), { run, area });
      return found ?? new Uint8Array(sizeOf(area));
    },
  };
  const targets = sceneTargets(scene, moment, own, scroll, progress);
  if (asked.size === 0) return targets;
  const drawn = await lettersDrawn(tab, [...asked.values()]);
  [...asked.keys()].forEach((name, i) => known.set(name, drawn[i]!));
  // What was made of letters that were not there yet is not kept.
  return sceneTargets(scene, moment, { ...own }, scroll, progress);
}

/** Letters that were drawn already, by what was asked for. */
const letters = new WeakMap<Scene, Map<string, Uint8Array>>();

/** The logo's pixels from the browser's own canvas, as the application takes them. */
export async function drawInBrowser(
  tab: Tab,
  url: string,
  site: Site,
  picture: string,
  box: Box,
  sizes: ShippedSizes,
): Promise<LogoPixels> {
  const { file } = site.pictures.find(({ id }) => id === picture)!;
  const { x: left, y: top, width, height } = snapBox(box);
  const data = await tab.evaluate(
    async ({ url, width, height }) => {
      const image = new Image();
      image.src = url;
      await image.decode();
      const context = new OffscreenCanvas(width, height).getContext('2d')!;
      context.imageSmoothingQuality = 'medium';
      context.drawImage(image, 0, 0, width, height);
      return [...context.getImageData(0, 0, width, height).data];
    },
    { url: `${url}/assets/pictures/${sizedName(file, sizes[picture]?.one)}`, width, height },
  );
  return { left, top, width, height, data: Uint8ClampedArray.from(data) };
}

/** The letters of shadows from the browser's own canvas, as the application takes them, drawn in one go. */
async function lettersDrawn(
  tab: Tab,
  asked: readonly { run: DrawnRun; area: Area }[],
): Promise<Uint8Array[]> {
  const drawn = await tab.evaluate(
    (list) =>
      list.map(({ run, area, font }) => {
        const [width, height] = [area.right - area.left, area.bottom - area.top];
        const context = new OffscreenCanvas(width, height).getContext('2d')!;
        context.font = font;
        context.letterSpacing = `${run.font.letterSpacing}px`;
        context.fontKerning = 'normal';
        context.fillText(run.text, run.left - area.left, run.baseline - area.top);
        const { data } = context.getImageData(0, 0, width, height);
        let bytes = '';
        for (let i = 3; i < data.length; i += 4) bytes += String.fromCharCode(data[i]!);
        return btoa(bytes);
      }),
    asked.map(({ run, area }) => ({ run, area, font: fontShorthand(run.font) })),
  );
  return drawn.map((text) => Uint8Array.from(Buffer.from(text, 'base64')));
}
