import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useMemo } from 'react';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import { PALETTES, type StartPalette } from '@hatrail/core/start/palettes';
import { recoloured } from '@hatrail/core/start/recoloured';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { useEditor } from '../../editor/store.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { judgedOver } from '../../parts/judgedOver.ts';
import { TrialCard } from '../../parts/TrialCard.tsx';

interface StartPalettesProps {
  loaded: LoadedSite;
  header: Header;
  page: Page;
  onClose: () => void;
}

/** Palettes to start from, each in the place of the site's own over its own pages and pictures, with its verdict. */
export function StartPalettes({ onClose, ...props }: StartPalettesProps) {
  const edit = useEditor((state) => state.edit);
  const { site } = props.loaded;
  const take = (palette: StartPalette) => {
    edit(`Palette ${palette.name}`, (draft) => void (draft.palette = recoloured(site.palette, palette)));
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="lg" aria-labelledby="start-palettes">
      <DialogTitle id="start-palettes">Palettes to start from, over {props.page.title}</DialogTitle>
      <DialogContent>
        <p className="quiet">
          Your swatches keep their names and change their colour, wherever they are used: dark stays dark,
          light stays light, and the strongest is the accent. Each is judged over{' '}
          {judgedOver(site, props.header)}, at {STANDARD_WIDTHS.join(', ')} px. Undo takes it back.
        </p>
        <ul className="ready-headers">
          {PALETTES.map((palette) => (
            <PaletteTrial key={palette.id} palette={palette} onTake={() => take(palette)} {...props} />
          ))}
        </ul>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

const HEIGHT = 150;

function PaletteTrial({
  palette,
  loaded,
  header,
  page,
  onTake,
}: Omit<StartPalettesProps, 'onClose'> & { palette: StartPalette; onTake: () => void }) {
  const swatches = useMemo(() => recoloured(loaded.site.palette, palette), [loaded, palette]);
  const tried = useMemo(
    () => ({ ...loaded, site: { ...loaded.site, palette: swatches } }),
    [loaded, swatches],
  );
  const changed = swatches.filter(({ colour }, i) => colour !== loaded.site.palette[i]!.colour).length;
  return (
    <TrialCard
      name={palette.name}
      says={`${changed} of ${swatches.length} swatches change`}
      tried={tried}
      header={header}
      page={page}
      height={HEIGHT}
      onTake={onTake}
    >
      <span className="palette-strip" aria-hidden="true">
        {swatches.map(({ id, colour }) => (
          <span key={id} style={{ background: colour }} />
        ))}
      </span>
    </TrialCard>
  );
}
