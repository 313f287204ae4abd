import { at as elementAt } from '@hatrail/core/lists';
import { Eyedropper } from '@phosphor-icons/react/dist/csr/Eyedropper';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useEffect, useState } from 'react';
import { hexColour } from '@hatrail/core/colour/rgb';
import { pixelOf } from '@hatrail/core/pixels/raster';
import type { Raster } from '@hatrail/core/geometry/raster';
import { pagePicture } from '../engine/pagePicture.ts';
import { pictureRaster } from '../engine/picturePixels.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { ChoiceField } from './fields.tsx';
import { RasterCanvas } from './RasterCanvas.tsx';

interface PixelPickerProps {
  loaded: LoadedSite;
  onPick: (colour: string) => void;
}

declare global {
  interface Window {
    EyeDropper?: new () => { open(): Promise<{ sRGBHex: string }> };
  }
}

/** Takes a colour from a pixel: of a page, a picture, the logo, or of the screen where the browser offers it. */
export function PixelPicker({ loaded, onPick }: PixelPickerProps) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button
        size="small"
        variant="outlined"
        startIcon={<Eyedropper size={15} />}
        onClick={() => setOpen(true)}
      >
        From a pixel
      </Button>
      {isOpen && (
        <PixelDialog
          loaded={loaded}
          onClose={() => setOpen(false)}
          onPick={(colour) => {
            setOpen(false);
            onPick(colour);
          }}
        />
      )}
    </>
  );
}

function PixelDialog({ loaded, onClose, onPick }: PixelPickerProps & { onClose: () => void }) {
  const { site } = loaded;
  const sources = [
    ...site.pages.map(({ id, title }) => [`page ${id}`, `Page ${title}`] as const),
    ...site.pictures.map(({ id, name }) => [`picture ${id}`, `Picture ${name}`] as const),
  ];
  const [source, setSource] = useState(elementAt(sources, 0)[0]);
  const [raster, setRaster] = useState<{ of: string; raster?: Raster; failure?: string }>();
  useEffect(() => {
    let isOld = false;
    const [kind, id] = source.split(' ') as ['page' | 'picture', string];
    const picture = site.pictures.find((candidate) => candidate.id === id);
    const load = kind === 'page' ? pagePicture(loaded, id) : pictureRaster(loaded, picture!, 1600);
    load
      .then((loaded) => !isOld && setRaster({ of: source, raster: loaded }))
      .catch((error: unknown) => !isOld && setRaster({ of: source, failure: (error as Error).message }));
    return () => {
      isOld = true;
    };
  }, [source, loaded, site.pictures]);
  const shown = raster?.of === source ? raster : undefined;
  const fromScreen = async () => {
    const found = await new window.EyeDropper!().open().catch(() => undefined);
    if (found) onPick(found.sRGBHex);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="pixel-title">
      <DialogTitle id="pixel-title">A colour from a pixel</DialogTitle>
      <DialogContent>
        <div className="row">
          <ChoiceField label="Where from" value={source} options={sources} onChange={setSource} />
          {window.EyeDropper && (
            <Button size="small" variant="outlined" onClick={() => void fromScreen()}>
              From the screen
            </Button>
          )}
        </div>
        {shown?.failure !== undefined && (
          <p className="field-error" role="alert">
            It could not be drawn: {shown.failure}
          </p>
        )}
        {!shown && <p className="quiet">Being drawn</p>}
        {shown?.raster && <Pick raster={shown.raster} onPick={onPick} />}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

/** The picture with a cross that is moved by pointer or arrow keys, and the colour under it. */
function Pick({ raster, onPick }: { raster: Raster; onPick: (colour: string) => void }) {
  const [at, setAt] = useState({ x: raster.width >> 1, y: Math.min(40, raster.height >> 1) });
  const { width, height } = raster;
  const clamp = (v: number, most: number) => Math.min(most - 1, Math.max(0, Math.round(v)));
  const x = clamp(at.x, width);
  const y = clamp(at.y, height);
  const [r, g, b] = pixelOf(raster, x, y);
  const colour = hexColour({ r, g, b });
  const toPixel = (event: React.PointerEvent | React.MouseEvent) => {
    const box = event.currentTarget.getBoundingClientRect();
    return {
      x: clamp(((event.clientX - box.left) / box.width) * width, width),
      y: clamp(((event.clientY - box.top) / box.height) * height, height),
    };
  };
  const STEPS: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  return (
    <>
      <p className="row" aria-live="polite">
        <span className="swatch pixel-swatch" style={{ background: colour }} />
        <strong>{colour}</strong>
        <span className="quiet">
          at {x}, {y}. Click it, or move with the arrow keys and press Enter.
        </span>
      </p>
      <div className="pixel-scroll">
        <div
          className="pixel-area"
          role="button"
          tabIndex={0}
          aria-label={`Pixel at ${x}, ${y}: ${colour}`}
          onPointerMove={(event) => setAt(toPixel(event))}
          onClick={(event) => {
            const { x: px, y: py } = toPixel(event);
            const [pr, pg, pb] = pixelOf(raster, px, py);
            onPick(hexColour({ r: pr, g: pg, b: pb }));
          }}
          onKeyDown={(event) => {
            const step = STEPS[event.key];
            if (event.key === 'Enter' || event.key === ' ') {
              event.preventDefault();
              onPick(colour);
            }
            if (!step) return;
            event.preventDefault();
            const by = event.shiftKey ? 20 : 2;
            setAt({ x: x + step[0] * by, y: y + step[1] * by });
          }}
        >
          <RasterCanvas raster={raster} label="Picture to take a colour from" />
          <span
            className="pixel-cross"
            style={{ left: `${(100 * (x + 0.5)) / width}%`, top: `${(100 * (y + 0.5)) / height}%` }}
          />
        </div>
      </div>
    </>
  );
}
