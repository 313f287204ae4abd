import { expose, transfer } from 'comlink';
import { contextMeasure, type Measure } from '@hatrail/core/measure/measure';
import { keepsToBottom } from '@hatrail/core/header/manner';
import type { Header, Moment } from '@hatrail/core/model/header';
import { leastPercents, type Knob, type SolvedPlace } from '@hatrail/core/remedy/leastFill';
import { cutScene, type Cut } from '@hatrail/core/sweep/cut';
import { changeCurve, type Change, type ChangeCurve } from '@hatrail/core/change/curve';
import { shortcomingsOf } from '@hatrail/core/checks/index';
import type { Shortcoming } from '@hatrail/core/checks/kind';
import { widthsBetween } from '@hatrail/core/sweep/widthPlan';
import { placePicture } from '@hatrail/core/report/place';
import { probeScene, proveInSteps, type Probe } from '@hatrail/core/sweep/prove';
import type { Row, Spot } from '@hatrail/core/sweep/row';
import { bareBand, readBand, type BandReading } from '@hatrail/core/sweep/words';
import { KeptBlurs } from '@hatrail/core/sweep/keptBlurs';
import { sightsOf } from '@hatrail/core/page/laid';
import { layoutScene, type Scene } from '@hatrail/core/sweep/scene';
import { contextDrawing } from '@hatrail/core/stack/contextDrawing';
import type { Drawing } from '@hatrail/core/stack/drawing';
import { newContext } from './canvasContext.ts';
import { loadFonts } from './fonts.ts';
import { placeAddress } from './placeAddress.ts';
import { KeptParts, type Wire } from './parts.ts';
import { decodeAll, letters, rasterOf } from './rasters.ts';
import { drawnKey, type SceneRequest, type SweepRequest, type SweptScene } from './types.ts';

/** The engine off the main thread: sweeps, probes, cuts, solves and films of scenes. */

let measure: Measure | undefined;

async function sceneOf(request: SceneRequest): Promise<Scene> {
  const { site, headerId, pageId, width, height } = request;
  await loadFonts(site, request.hashes, (self as unknown as { fonts: FontFaceSet }).fonts);
  measure ??= contextMeasure(newContext(1, 1));
  const header = site.headers.find(({ id }) => id === headerId) as Header;
  const page = site.pages.find(({ id }) => id === pageId)!;
  return layoutScene(site, header, page, { width, ...(height && { windowHeight: height }) }, measure);
}

async function prepared(request: SceneRequest & Pick<SweepRequest, 'isPassing'>) {
  const scene = await sceneOf(request);
  const raster = await rasterOf(request, scene.laid, request.isPassing);
  const draw: Drawing = {
    logo: (picture, ink) => request.logos[drawnKey(picture, ink.id)],
    ...contextDrawing(newContext, await decodeAll(request)),
  };
  return { scene, raster, draw };
}

/** Blurs of the page that this worker swept last. */
const blurs = new KeptBlurs();
let isDropped = false;
const pause = new MessageChannel();

/** How long work goes on before what has come meanwhile is heard, ms. */
const SLICE = 12;

/**
 * Carries out work step by step, hearing now and then whether it is still wanted.
 * @throws `AbortError` where it is not
 */
async function unlessDropped<T>(steps: Generator<void, T>): Promise<T> {
  for (let until = performance.now() + SLICE; ;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() < until) continue;
    await new Promise((resolve) => {
      pause.port1.onmessage = resolve;
      pause.port2.postMessage(undefined);
    });
    if (isDropped) throw new DOMException('Dropped', 'AbortError');
    until = performance.now() + SLICE;
  }
}

const engine = {
  /** Sweeps a scene, and says how long that took, ms. It can be dropped. */
  async sweep(request: SweepRequest): Promise<SweptScene & { took: number }> {
    isDropped = false;
    const { scene, raster, draw } = await prepared(request);
    const began = performance.now();
    const rows = await unlessDropped(
      proveInSteps(scene, raster, draw, request.moments, { part: request.part, blurs }),
    );
    if (!request.curves) for (const row of rows) row.contrasts = new Float32Array(0);
    const facts = {
      pageHeight: scene.laid.height,
      maxScroll: scene.maxScroll,
      windowHeight: scene.windowHeight,
      below: keepsToBottom(scene.header) ? scene.windowHeight - scene.layouts.top.height : 0,
      stretches: scene.stretches,
      transition: scene.transition,
      turns: scene.turns,
      sights: sightsOf(scene.laid),
      layout: scene.layouts.top,
      bars: {
        top: scene.layouts.top.bar,
        scrolled: scene.layouts.scrolled.bar,
        back: scene.layouts.back.bar,
        pointed: scene.layouts.pointed.bar,
      },
    };
    return transfer(
      { rows, facts, took: performance.now() - began },
      request.curves ? rows.map(({ contrasts }) => contrasts.buffer as ArrayBuffer) : [],
    );
  },

  /** Every item at one scroll. */
  async probe(request: SceneRequest, moment: Moment, scroll: number): Promise<Probe[]> {
    const { scene, raster, draw } = await prepared(request);
    return probeScene(scene, raster, draw, moment, Math.min(scroll, scene.maxScroll));
  },

  /** The stack at an item's worst cell at a scroll. */
  async cut(request: SceneRequest, at: Spot & Pick<Row, 'moment' | 'scroll'>): Promise<Cut | undefined> {
    const { scene, raster, draw } = await prepared(request);
    return cutScene(scene, raster, draw, at);
  },

  /** What a header lacks beside contrast, at the usual widths and those between. */
  async lacking(request: SceneRequest): Promise<Shortcoming[]> {
    const { site, header } = await sceneOf(request);
    const widths = widthsBetween(site, header, measure!, []).sort((a, b) => a - b);
    return shortcomingsOf({ site, header, measure: measure!, widths });
  },

  /** A picture of where a row is worst, as a data address. */
  async picture(
    request: SceneRequest,
    row: Row,
    size: { width: number; height: number },
  ): Promise<string | undefined> {
    const { scene, raster, draw } = await prepared({ ...request, isPassing: true });
    const picture = placePicture(scene, raster, draw, row, size);
    return picture && placeAddress(picture);
  },

  /** The least opacity of a layer at each of some places. */
  async solve(
    request: SceneRequest,
    moment: Moment,
    knob: Knob,
    places: SolvedPlace[],
    floor: number,
  ): Promise<(number | undefined)[]> {
    const { scene, raster, draw } = await prepared(request);
    return leastPercents(scene, raster, draw, { moment, knob, floor }, places);
  },

  /**
   * The words of a band over its own ground.
   * @param isBrief whether the words alone are wanted, and the picture of their ground not again soon
   */
  async words(request: SceneRequest, band: number, isBrief = false): Promise<BandReading | undefined> {
    const scene = await sceneOf(request);
    if (!scene.laid.bands[band]) return undefined;
    const raster = await rasterOf(request, bareBand(scene.laid, band), isBrief);
    return readBand(
      scene.site,
      { page: scene.page, laid: scene.laid, index: band, letters },
      raster,
      measure!,
      isBrief,
    );
  },

  /** How well the header is read while it changes. */
  async change(request: SceneRequest, change: Change): Promise<ChangeCurve | undefined> {
    const { scene, raster, draw } = await prepared(request);
    return changeCurve(scene, raster, draw, change);
  },

  /** The whole page as a picture of a given width. */
  async film(request: SceneRequest, filmWidth: number): Promise<ImageBitmap> {
    const { raster } = await prepared(request);
    const { width, height } = raster;
    const image = new ImageData(new Uint8ClampedArray(raster.data), width, height);
    const bitmap = await createImageBitmap(image, {
      resizeWidth: filmWidth,
      resizeHeight: Math.max(1, Math.round((height * filmWidth) / width)),
      resizeQuality: 'medium',
    });
    return transfer(bitmap, [bitmap]);
  },
};

export type Engine = typeof engine;

const kept = new KeptParts();

const wire: Wire = {
  ask: (name, packed, rest) => {
    const work = engine[name as keyof Engine] as (request: SceneRequest, ...rest: unknown[]) => unknown;
    return work(kept.unpack(packed), ...rest);
  },
  keep: (fresh, gone) => kept.keep(fresh, gone),
  drop: () => {
    isDropped = true;
  },
};
expose(wire);
