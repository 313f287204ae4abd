import { at } from '@hatrail/core/lists';
import { Button } from '@mui/material';
import { useState } from 'react';
import { relativeLuminance } from '@hatrail/core/colour/contrast';
import { parseColour, type Rgb } from '@hatrail/core/colour/rgb';
import { resolveColour } from '@hatrail/core/model/palette';
import { LOGO_VARIANTS, LOGO_VARIANT_NAMES, type LogoVariant } from '@hatrail/core/model/picture';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { ColourField } from '../../parts/ColourField.tsx';

/** Another variant made from this one, in a colour. */
export function MakeFrom({
  loaded,
  variant,
  canRecolour,
  onMake,
}: {
  loaded: LoadedSite;
  variant: LogoVariant;
  canRecolour: boolean;
  onMake: (as: LogoVariant, colour: Rgb) => Promise<void>;
}) {
  const { palette } = loaded.site;
  const byLight = [...palette].sort(
    (a, b) => relativeLuminance(parseColour(a.colour)!) - relativeLuminance(parseColour(b.colour)!),
  );
  const first = (as: LogoVariant) => ({ swatch: (as === 'light' ? byLight.at(-1)! : at(byLight, 0)).id });
  const others = LOGO_VARIANTS.filter((other) => other !== variant);
  const [as, setAs] = useState<LogoVariant>(at(others, 0));
  const [use, setUse] = useState(first(at(others, 0)));
  const [isBusy, setBusy] = useState(false);
  if (!canRecolour) {
    return (
      <p className="quiet">
        It has no transparent part, so it cannot be set in another colour: cut its box out first.
      </p>
    );
  }
  return (
    <div className="tag-note row">
      <span>Make the</span>
      <select
        className="choice-select"
        aria-label="Variant to make"
        value={as}
        onChange={(event) => {
          setAs(event.target.value as LogoVariant);
          setUse(first(event.target.value as LogoVariant));
        }}
      >
        {others.map((other) => (
          <option key={other} value={other}>
            {LOGO_VARIANT_NAMES[other].toLowerCase()}
          </option>
        ))}
      </select>
      <ColourField
        label="Colour of the logo"
        palette={palette}
        use={use}
        onChange={(next) => setUse(next as typeof use)}
      />
      <Button
        size="small"
        variant="outlined"
        disabled={isBusy}
        onClick={() => {
          setBusy(true);
          void onMake(as, resolveColour(palette, use)).finally(() => setBusy(false));
        }}
      >
        Make it
      </Button>
    </div>
  );
}
