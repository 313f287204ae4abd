import { Popover, TextField } from '@mui/material';
import { useId, useState } from 'react';
import { HexColorPicker } from 'react-colorful';
import { create } from 'zustand';
import { hexColour, parseColour } from '@hatrail/core/colour/rgb';
import { colourMessage } from '@hatrail/core/model/rules';
import { colourName, resolveColour, type ColourUse, type Swatch } from '@hatrail/core/model/palette';
import { useTyped } from './useTyped.ts';

interface ColourFieldProps {
  label: string;
  palette: readonly Swatch[];
  use: ColourUse;
  onChange: (use: ColourUse) => void;
}

/** Colours that were taken last and are not in the palette, the latest first. */
const useRecent = create<{ colours: string[] }>()(() => ({ colours: [] }));
const MOST_RECENT = 8;

function remember(colour: string | undefined): void {
  if (colour === undefined) return;
  useRecent.setState(({ colours }) => ({
    colours: [colour, ...colours.filter((each) => each !== colour)].slice(0, MOST_RECENT),
  }));
}

/** A colour: a swatch of the palette, or any colour, typed or picked. */
export function ColourField({ label, palette, use, onChange }: ColourFieldProps) {
  const recent = useRecent(({ colours }) => colours);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const hex = hexColour(resolveColour(palette, use));
  return (
    <>
      <button
        type="button"
        className="colour-field"
        aria-haspopup="dialog"
        aria-expanded={anchor !== null}
        aria-label={`${label}: ${colourName(palette, use)}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <span className="swatch" style={{ background: hex }} />
        {colourName(palette, use)}
      </button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => {
          remember(use.colour);
          setAnchor(null);
        }}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': label, sx: { p: 2, width: 248 } } }}
      >
        <div className="swatches" role="group" aria-label="Palette">
          {palette.map((swatch) => (
            <button
              key={swatch.id}
              type="button"
              aria-pressed={swatch.id === use.swatch}
              onClick={() => onChange({ swatch: swatch.id })}
            >
              <span
                className="swatch"
                style={{ background: hexColour(resolveColour(palette, { swatch: swatch.id })) }}
              />
              {swatch.name}
            </button>
          ))}
        </div>
        {recent.length > 0 && (
          <div className="recent" role="group" aria-label="Recent colours">
            {recent.map((colour) => (
              <button
                key={colour}
                type="button"
                title={colour}
                aria-label={colour}
                aria-pressed={colour === use.colour}
                onClick={() => onChange({ colour })}
              >
                <span className="swatch" style={{ background: colour }} />
              </button>
            ))}
          </div>
        )}
        <HexColorPicker
          color={hex}
          onChange={(colour) => colour !== hex && onChange({ colour })}
          style={{ width: '100%', height: 130 }}
        />
        <TypedColour hex={use.colour ?? hex} onChange={(colour) => onChange({ colour })} />
      </Popover>
    </>
  );
}

function TypedColour({ hex, onChange }: { hex: string; onChange: (colour: string) => void }) {
  const [text, setText] = useTyped(hex);
  const id = useId();
  const isSound = parseColour(text)?.a === 1;
  return (
    <TextField
      id={id}
      label="Any CSS colour"
      size="small"
      margin="dense"
      fullWidth
      value={text}
      error={!isSound}
      helperText={isSound ? ' ' : colourMessage(text)}
      onChange={(event) => {
        setText(event.target.value);
        if (parseColour(event.target.value)?.a === 1) onChange(event.target.value.trim());
      }}
    />
  );
}
