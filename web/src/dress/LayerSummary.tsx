import type { LayerName, ResolvedLook } from '@hatrail/core/header/look';
import type { Site } from '@hatrail/core/model/site';
import { STATE_NAMES } from '@hatrail/core/header/stateNames';
import { backingIn } from '@hatrail/core/header/states';
import { cutDepth, showsGradient } from '@hatrail/core/stack/worn';
import { colourName } from '../parts/ColourField.tsx';

const STATES = ['rest', 'hover', 'pressed', 'focused', 'current', 'open'] as const;
/** Whether a layer of a look is there to be seen. */
export function isThere(look: ResolvedLook, layer: LayerName): boolean {
  switch (layer) {
    case 'textShadow':
    case 'shadow':
    case 'tint':
    case 'fill':
      return look[layer].opacity > 0;
    case 'edge':
      return look.edge.on || look.edge.above.width + look.edge.start.width + look.edge.end.width > 0;
    case 'cut':
      return cutDepth(look) > 0;
    case 'picture':
      return look.picture.on;
    case 'gradient':
      return showsGradient(look.gradient);
    case 'blur':
      return look.blur.radius > 0;
    case 'backing':
      return STATES.some((state) => backingIn(look, state).opacity > 0);
    case 'cue':
      return look.cue.hover + look.cue.current > 0;
    case 'ink':
      return true;
  }
}

/** A layer in a few words. */
export function LayerSummary({ site, look, layer }: { site: Site; look: ResolvedLook; layer: LayerName }) {
  const { palette } = site;
  const percent = (opacity: number) => `${Number((opacity * 100).toFixed(1))} %`;
  switch (layer) {
    case 'ink':
      return (
        <>
          <Dot site={site} use={look.ink.link} /> links <Dot site={site} use={look.ink.hover} /> hovered
        </>
      );
    case 'cue':
      return isThere(look, 'cue')
        ? `${look.cue.hover} px hovered, ${look.cue.current} px on its own page`
        : 'none';
    case 'backing': {
      const worn = STATES.filter((state) => backingIn(look, state).opacity > 0);
      return worn.length > 0 ? worn.map((state) => STATE_NAMES[state]).join(', ') : 'none';
    }
    case 'edge':
      return look.edge.on
        ? `a line below, ${look.edge.thickness} px, ${colourName(palette, look.edge.colour)}`
        : isThere(look, 'edge')
          ? 'lines at its sides'
          : 'none';
    case 'cut':
      return isThere(look, 'cut')
        ? `${look.cut.start}, ${look.cut.middle} and ${look.cut.end} px deep`
        : 'none';
    case 'picture':
      return look.picture.on
        ? (site.pictures.find(({ id }) => id === look.picture.picture)?.name ?? 'missing')
        : 'none';
    case 'gradient':
      return showsGradient(look.gradient)
        ? `${look.gradient.stops.length} stops at ${look.gradient.angle}°`
        : 'none';
    case 'blur':
      return look.blur.radius > 0 ? `${look.blur.radius} px` : 'none';
    default: {
      const { colour, opacity } = look[layer];
      return (
        <>
          <Dot site={site} use={colour} /> {colourName(palette, colour)}, {percent(opacity)}
        </>
      );
    }
  }
}

function Dot({ site, use }: { site: Site; use: Parameters<typeof colourName>[1] }) {
  const colour = use.colour ?? site.palette.find(({ id }) => id === use.swatch)?.colour;
  return <span className="swatch swatch-small" style={{ background: colour }} aria-hidden="true" />;
}
