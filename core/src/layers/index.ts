import { backing } from './backing.ts';
import { blur } from './blur.ts';
import { buttons } from './buttons.ts';
import { cue } from './cue.ts';
import { cut } from './cut.ts';
import { edge } from './edge.ts';
import { fill } from './fill.ts';
import { gradient } from './gradient.ts';
import { ink } from './ink.ts';
import type { LayerKind } from './kind.ts';
import { picture } from './picture.ts';
import { shadow } from './shadow.ts';
import { textShadow } from './textShadow.ts';
import { tint } from './tint.ts';

/** The layers of a look, from the ink down to the page, as they lie. */
export const LAYERS = {
  ink,
  cue,
  backing,
  buttons,
  textShadow,
  edge,
  shadow,
  cut,
  tint,
  picture,
  gradient,
  fill,
  blur,
};

type Layers = typeof LAYERS;
export type LayerName = keyof Layers;

/** Every value that a look can set, all set. Units are those of the layers' classes. */
export type ResolvedLook = { [N in LayerName]: Layers[N]['plain'] };

/** What a moment sets of each layer. */
export type LayerValues = { [N in LayerName]?: InstanceType<Layers[N]['values']> };

/** The names of all layers, from the ink down. */
export const LAYER_NAMES = Object.keys(LAYERS) as LayerName[];

/** A layer's kind, whichever it is. */
export type AnyLayer = LayerKind<object, object>;

/** All layers from the ink down, by their names. */
export function allLayers(): [LayerName, AnyLayer][] {
  return LAYER_NAMES.map((name) => [name, layerOf(name)]);
}

/** A layer by its name. */
export function layerOf(name: LayerName): AnyLayer {
  return LAYERS[name] as unknown as AnyLayer;
}

/** Whether there is anything of a layer of a look to be seen. */
export function showsLayer(look: ResolvedLook, name: LayerName): boolean {
  return layerOf(name).shows(look[name]);
}

/** What is worn where no moment says otherwise. */
export const PLAIN = Object.fromEntries(
  allLayers().map(([name, { plain }]) => [name, plain]),
) as unknown as ResolvedLook;

/** A look that wears a value of each layer. */
export function mapLayers(make: (name: LayerName) => object | undefined): LayerValues {
  return Object.fromEntries(
    LAYER_NAMES.flatMap((name) => {
      const values = make(name);
      return values ? [[name, values]] : [];
    }),
  );
}
