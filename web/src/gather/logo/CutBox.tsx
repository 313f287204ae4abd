import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Slider } from '@mui/material';
import { useMemo, useState } from 'react';
import { hexColour, type Rgb } from '@hatrail/core/colour/rgb';
import { cutBox } from '@hatrail/core/pixels/logoTools';
import type { Raster } from '@hatrail/core/geometry/raster';
import { RasterCanvas } from '../../parts/RasterCanvas.tsx';

interface CutBoxProps {
  raster: Raster;
  box: Rgb;
  onClose: () => void;
  onKeep: (cut: Raster) => void;
}

/** The logo without its box, seen before it is kept. */
export function CutBox({ raster, box, onClose, onKeep }: CutBoxProps) {
  const [tolerance, setTolerance] = useState(32);
  const cut = useMemo(() => cutBox(raster, box, tolerance), [raster, box, tolerance]);
  const gone = useMemo(() => {
    let clear = 0;
    for (let i = 3; i < cut.data.length; i += 4) if (cut.data[i] === 0) clear++;
    return clear / (cut.width * cut.height);
  }, [cut]);
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="cut-box">
      <DialogTitle id="cut-box">Cut the box out</DialogTitle>
      <DialogContent>
        <p className="quiet">
          What is joined to the edge and near {hexColour(box)} becomes transparent: {Math.round(100 * gone)} %
          of the picture.
        </p>
        <div className="cut-looks">
          {['#ffffff', '#16191d', 'checks'].map((ground) => (
            <span
              key={ground}
              className={ground === 'checks' ? 'checks' : undefined}
              style={ground === 'checks' ? undefined : { background: ground }}
            >
              <RasterCanvas raster={cut} label={`Without its box, on ${ground}`} />
            </span>
          ))}
        </div>
        <label className="row" htmlFor="tolerance">
          Tolerance, {tolerance} of 255 levels
        </label>
        <Slider
          size="small"
          min={1}
          max={160}
          value={tolerance}
          slotProps={{ input: { id: 'tolerance', 'aria-label': 'Tolerance' } }}
          onChange={(_, value) => setTolerance(value as number)}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button variant="contained" onClick={() => onKeep(cut)}>
          Keep it without the box
        </Button>
      </DialogActions>
    </Dialog>
  );
}
