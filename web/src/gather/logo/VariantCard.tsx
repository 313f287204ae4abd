import { Button } from '@mui/material';
import { useState } from 'react';
import { hexColour, type Rgb } from '@hatrail/core/colour/rgb';
import { fillWithBox } from '@hatrail/core/gather/logoGrounds';
import { marginShare } from '@hatrail/core/gather/logoVerdicts';
import type { Header } from '@hatrail/core/model/header';
import { LOGO_VARIANT_NAMES } from '@hatrail/core/model/picture';
import { useEditor } from '../../editor/store.ts';
import { FileButton } from '../../parts/FileButton.tsx';
import { dropUnused } from '../pictures/takeIn.ts';
import { CutBox } from './CutBox.tsx';
import { LogoGrounds } from './Grounds.tsx';
import { MakeFrom } from './MakeFrom.tsx';
import { PICTURES } from './pictureTypes.ts';
import { useVariantWork, type VariantAtWork } from './variantWork.ts';

/** One variant of the logo: where it can be told from its ground, and what can be done with it. */
export function VariantCard({ header, ...at }: VariantAtWork & { header: Header }) {
  const { loaded, variant, picture } = at;
  const [isCutting, setCutting] = useState(false);
  const edit = useEditor((state) => state.edit);
  const { now, isVector, keep, trim, recolour, keepCut } = useVariantWork(at);
  const margin = now ? marginShare(now.raster, now.kept) : 0;
  return (
    <section className="variant" aria-label={LOGO_VARIANT_NAMES[variant]}>
      <h2>{LOGO_VARIANT_NAMES[variant]}</h2>
      {now ? (
        <LogoGrounds loaded={loaded} header={header} logo={picture} box={now.box} />
      ) : (
        <p className="quiet">Being drawn</p>
      )}
      {now?.box && (
        <BoxNote box={now.box} header={header} onCut={isVector ? undefined : () => setCutting(true)} />
      )}
      {margin > 0.02 && (
        <div className="tag-note">
          <p>{Math.round(100 * margin)} % of it is empty margin, so that it looks smaller than it is.</p>
          <Button size="small" variant="outlined" onClick={() => void trim()}>
            Trim it
          </Button>
        </div>
      )}
      <MakeFrom
        loaded={loaded}
        variant={variant}
        canRecolour={isVector || (now !== undefined && !now.opaque)}
        onMake={recolour}
      />
      <div className="row">
        <FileButton
          label="Replace"
          accept={PICTURES}
          size="small"
          onFiles={([file]) => file && void keep(file, file.name, 'Replace the logo')}
        />
        <Button
          size="small"
          onClick={() =>
            edit(`Take out the ${variant} logo`, (draft) => {
              delete draft.logo.variants[variant];
              dropUnused(draft, picture.id);
            })
          }
        >
          Take out
        </Button>
      </div>
      {isCutting && now?.box && (
        <CutBox
          raster={now.raster}
          box={now.box}
          onClose={() => setCutting(false)}
          onKeep={async (cut) => {
            setCutting(false);
            await keepCut(cut);
          }}
        />
      )}
    </section>
  );
}

/** Says that a logo carries its own box, and offers what can be done. */
function BoxNote({ box, header, onCut }: { box: Rgb; header: Header; onCut: (() => void) | undefined }) {
  const edit = useEditor((state) => state.edit);
  const hex = hexColour(box);
  return (
    <div className="tag-note">
      <p>
        It carries its own box, <span className="swatch swatch-small" style={{ background: hex }} /> {hex},
        which shows on any other ground. Cut the box out, or give {header.name} that fill wherever the logo
        stands: at every moment, on its rail too, in the place of tint, picture and gradient.
      </p>
      <div className="row">
        {onCut && (
          <Button size="small" variant="outlined" onClick={onCut}>
            Cut the box out
          </Button>
        )}
        <Button
          size="small"
          variant="outlined"
          onClick={() =>
            edit('The colour of the logo’s box as the fill', (draft) =>
              fillWithBox(
                draft.headers.find(({ id }) => id === header.id)!,
                box,
              ),
            )
          }
        >
          Take its colour for the fill, at every moment
        </Button>
      </div>
    </div>
  );
}
