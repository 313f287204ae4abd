import type { LayerName, Wearer } from '@hatrail/core/header/look';

/** Layers from the ink down, as they lie. */
const ORDER: readonly LayerName[] = [
  'ink',
  'cue',
  'backing',
  'textShadow',
  'edge',
  'shadow',
  'cut',
  'tint',
  'picture',
  'gradient',
  'fill',
  'blur',
];
/** What is said of a header even where it is not there; the rest is added when it is wanted. */
export const ALWAYS_LISTED: readonly LayerName[] = ['ink', 'fill'];
/** What every header has without its being a layer that somebody added. */
export const PLAIN_THERE: readonly LayerName[] = ['cue'];

/** The layers that each kind of wearer has. */
export function layersOf({ rail, item }: Wearer): readonly LayerName[] {
  if (item) return ['ink', 'cue', 'backing', 'textShadow'];
  if (rail) return ['ink', 'cue', 'backing', 'textShadow', 'tint', 'picture', 'gradient', 'fill', 'blur'];
  return ORDER;
}
