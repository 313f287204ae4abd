import { at } from '@hatrail/core/lists';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Menu, MenuItem } from '@mui/material';
import { useEffect, useState } from 'react';
import { hexColour, type Rgb } from '@hatrail/core/colour/rgb';
import { freeId } from '@hatrail/core/model/freeId';
import { withSwatch } from '@hatrail/core/gather/swatches';
import type { Swatch } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import { drawPalette } from '@hatrail/core/pixels/drawPalette';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import { writeProperties } from '@hatrail/core/tokens/customProperties';
import { writeTokens } from '@hatrail/core/tokens/designTokens';
import { useEditor } from '../../editor/store.ts';
import { pictureRaster } from '../../engine/picturePixels.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { PasteField } from '../paste/PasteField.tsx';
import { usePasted } from '../paste/usePasted.ts';
import { saveText } from '../../parts/saveText.ts';
import { StartPalettes } from './StartPalettes.tsx';

type Open = 'start' | 'picture' | 'in' | undefined;

/** Where a palette comes from, and how it leaves. */
export function PaletteSources({ loaded, header, page }: { loaded: LoadedSite; header: Header; page: Page }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [open, setOpen] = useState<Open>();
  const { palette } = loaded.site;
  const close = (then: () => void) => () => {
    setAnchor(null);
    then();
  };
  const done = () => setOpen(undefined);
  return (
    <>
      <Button variant="outlined" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        Bring in or take out
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={close(() => setOpen('start'))}>Six palettes, tried on your pages</MenuItem>
        <MenuItem disabled={loaded.site.pictures.length === 0} onClick={close(() => setOpen('picture'))}>
          Draw one from a picture or the logo
        </MenuItem>
        <MenuItem onClick={close(() => setOpen('in'))}>Bring in design tokens or CSS</MenuItem>
        <MenuItem
          onClick={close(() => saveText('palette.tokens.json', writeTokens(palette), 'application/json'))}
        >
          Take out as design tokens
        </MenuItem>
        <MenuItem onClick={close(() => saveText('palette.css', writeProperties(palette), 'text/css'))}>
          Take out as CSS custom properties
        </MenuItem>
      </Menu>
      {open === 'start' && <StartPalettes {...{ loaded, header, page }} onClose={done} />}
      {open === 'picture' && <FromPicture loaded={loaded} onClose={done} />}
      {open === 'in' && <BringIn site={loaded.site} onClose={done} />}
    </>
  );
}

/** Puts swatches into the palette as one step: those of a known id take a new colour, others are added. */
function takeIn(label: string, swatches: readonly Swatch[]): void {
  useEditor.getState().edit(label, (draft) => {
    draft.palette = swatches.reduce<Swatch[]>(
      (list, swatch) => withSwatch(list, { ...swatch }),
      draft.palette,
    );
  });
}

/** A palette drawn from a picture: the colours are seen and chosen before they are added. */
function FromPicture({ loaded, onClose }: { loaded: LoadedSite; onClose: () => void }) {
  const { site } = loaded;
  const [pictureId, setPicture] = useState(at(site.pictures, 0).id);
  const [count, setCount] = useState(6);
  const [drawn, setDrawn] = useState<{ of: string; colours: Rgb[] }>();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const key = `${pictureId} ${count}`;
  const picture = site.pictures.find(({ id }) => id === pictureId)!;
  useEffect(() => {
    let isOld = false;
    void pictureRaster(loaded, picture, 240).then((raster) => {
      if (!isOld) setDrawn({ of: key, colours: drawPalette(raster, count) });
    });
    return () => {
      isOld = true;
    };
  }, [loaded, picture, count, key]);
  const colours = drawn?.of === key ? drawn.colours.map(hexColour) : [];
  const taken = colours.filter((colour) => !left.has(colour));
  const add = () => {
    const swatches: Swatch[] = [];
    taken.forEach((colour, i) => {
      const known = [...site.palette, ...swatches];
      swatches.push({
        id: freeId(`${picture.name} ${i + 1}`, known),
        name: `${picture.name} ${i + 1}`.slice(0, 60),
        colour,
      });
    });
    takeIn(`Palette from ${picture.name}`, swatches);
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="from-picture">
      <DialogTitle id="from-picture">A palette from a picture</DialogTitle>
      <DialogContent>
        <div className="picture-choice" role="radiogroup" aria-label="Picture">
          {site.pictures.map(({ id, name }) => (
            <button
              key={id}
              type="button"
              role="radio"
              aria-checked={id === pictureId}
              aria-label={name}
              onClick={() => setPicture(id)}
            >
              <img src={`/api/pictures/${loaded.hashes[id]}?width=160`} alt="" />
            </button>
          ))}
        </div>
        <label className="row">
          Colours
          <input
            type="range"
            min={2}
            max={12}
            value={count}
            onChange={(event) => setCount(Number(event.target.value))}
          />
          {count}
        </label>
        <ul className="drawn">
          {colours.map((colour) => (
            <li key={colour}>
              <label>
                <span className="swatch pixel-swatch" style={{ background: colour }} />
                <input
                  type="checkbox"
                  checked={!left.has(colour)}
                  onChange={() => {
                    const next = new Set(left);
                    if (!next.delete(colour)) next.add(colour);
                    setLeft(next);
                  }}
                />
                {colour}
              </label>
            </li>
          ))}
        </ul>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Not now</Button>
        <Button variant="contained" disabled={taken.length === 0} onClick={add}>
          Add {taken.length}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** Design tokens or custom properties, pasted or from a file: what was understood is shown before it is kept. */
function BringIn({ site, onClose }: { site: Site; onClose: () => void }) {
  const [text, setText] = useState('');
  const pasted = usePasted('colours', text, site);
  const read = pasted.outcome && 'read' in pasted.outcome ? pasted.outcome.read : undefined;
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="bring-in-tokens">
      <DialogTitle id="bring-in-tokens">Bring in design tokens or CSS</DialogTitle>
      <DialogContent>
        <p className="quiet">
          A tokens file of the Design Tokens Community Group, or a style sheet with custom properties.
        </p>
        <PasteField
          label="Design tokens or CSS"
          accept=".json,.css,.tokens"
          text={text}
          onText={setText}
          pasted={pasted}
        />
        {read && (
          <>
            <h3>{read.swatches.length} understood</h3>
            <ul className="drawn">
              {read.swatches.map(({ id, name, colour }) => (
                <li key={id}>
                  <span className="swatch pixel-swatch" style={{ background: colour }} /> {name}
                </li>
              ))}
            </ul>
            {read.left.map((line) => (
              <p key={line} className="quiet">
                Left out: {line}
              </p>
            ))}
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Not now</Button>
        <Button
          variant="contained"
          disabled={!read || !pasted.isCurrent}
          onClick={() => {
            takeIn('Bring in tokens', read!.swatches);
            onClose();
          }}
        >
          Put into the palette
        </Button>
      </DialogActions>
    </Dialog>
  );
}
