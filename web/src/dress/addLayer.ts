import type { LayerName, Wearer } from '@hatrail/core/header/look';
import type { Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { startGradients } from '@hatrail/core/start/gradients';
import { setLayer } from './lookEdits.ts';

/** Adds a layer with values to begin with: nothing hidden, nothing that loses a letter by itself. */
export function addLayer(site: Site, wearer: Wearer, moment: Moment, layer: LayerName): void {
  switch (layer) {
    case 'gradient': {
      const { angle, stops } = startGradients(site.palette)[0]!;
      return setLayer(wearer, moment, 'gradient', { on: true, angle, stops });
    }
    case 'picture': {
      const first = site.pictures.find(
        ({ id }) => !(Object.values(site.logo.variants) as string[]).includes(id),
      );
      if (!first) return;
      return setLayer(wearer, moment, 'picture', { on: true, picture: first.id, ...(first.focus ?? {}) });
    }
    case 'tint':
      return setLayer(wearer, moment, 'tint', { colour: { swatch: site.palette[0]!.id }, opacity: 0.3 });
    case 'cue':
      return setLayer(wearer, moment, 'cue', { hover: 2, current: 2 });
    case 'backing':
      return setLayer(wearer, moment, 'backing', {
        hover: { colour: { swatch: site.palette[0]!.id }, opacity: 0.6 },
      });
    case 'textShadow':
      return setLayer(wearer, moment, 'textShadow', { opacity: 0.6 });
    case 'shadow':
      return setLayer(wearer, moment, 'shadow', { opacity: 0.25 });
    case 'edge':
      return setLayer(wearer, moment, 'edge', { on: true });
    case 'cut':
      return setLayer(wearer, moment, 'cut', { start: 0, middle: 24, end: 0 });
    case 'blur':
      return setLayer(wearer, moment, 'blur', { radius: 12 });
    default:
      return setLayer(wearer, moment, 'fill', { opacity: 0.5 });
  }
}
