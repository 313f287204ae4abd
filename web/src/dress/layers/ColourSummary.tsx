import { type ResolvedFill, percent } from '@hatrail/core/layers/kind';
import { type ColourUse, colourName } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';

/** A colour with its opacity in a few words. */
export function ColourSummary({ site, fill: { colour, opacity } }: { site: Site; fill: ResolvedFill }) {
  return (
    <>
      <Dot site={site} use={colour} /> {colourName(site.palette, colour)}, {percent(opacity)}
    </>
  );
}

/** A colour as a small round. */
export function Dot({ site, use }: { site: Site; use: ColourUse }) {
  const colour = use.colour ?? site.palette.find(({ id }) => id === use.swatch)?.colour;
  return <span className="swatch swatch-small" style={{ background: colour }} aria-hidden="true" />;
}
