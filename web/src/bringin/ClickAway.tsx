import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useMutation } from '@tanstack/react-query';
import { useState, type MouseEvent } from 'react';
import type { CaptureState, SeenPage } from '@hatrail/core/gather/captured';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { api } from '../api.ts';

/** How wide the page is shown, and at which of its widths, CSS pixels. */
const SHOWN = 720;
const AT = STANDARD_WIDTHS[2];

/** A page, large, on which what should not be in its pictures is clicked away; they are taken again then. */
export function ClickAway({
  id,
  page,
  title,
  onTaking,
  onClose,
}: {
  id: string;
  page: SeenPage;
  title: string;
  onTaking: (state: CaptureState) => void;
  onClose: () => void;
}) {
  const [away, setAway] = useState<readonly string[]>([]);
  const [seen, setSeen] = useState<string>();
  const again = useMutation({
    mutationFn: () => api.takeAgain(id, page.address, [...away]),
    onSuccess: onTaking,
  });
  const picture = page.pictures.find(({ width }) => width === AT);
  const scale = SHOWN / AT;
  const toggle = (path: string) =>
    setAway((now) => (now.includes(path) ? now.filter((each) => each !== path) : [...now, path]));
  /** The smallest part under a place of the picture. */
  const pick = ({ clientX, clientY, currentTarget }: MouseEvent<HTMLElement>) => {
    const room = currentTarget.getBoundingClientRect();
    const [x, y] = [(clientX - room.left) / scale, (clientY - room.top) / scale];
    const under = page.blocks.filter(
      (block) => x >= block.x && x < block.x + block.width && y >= block.y && y < block.y + block.height,
    );
    const smallest = under.sort((a, b) => a.width * a.height - b.width * b.height)[0];
    if (smallest) toggle(smallest.path);
  };
  return (
    <Dialog open onClose={onClose} maxWidth={false}>
      <DialogTitle>What should not be there: {title}</DialogTitle>
      <DialogContent className="click-away">
        {/* Whoever has no pointer has the list beside it. */}
        <div className="click-away-page" tabIndex={0} role="group" aria-label="The page">
          <div style={{ position: 'relative', width: SHOWN }} onClick={pick}>
            {picture && (
              <img
                src={api.capturePicture(id, picture.file, 'large')}
                alt={`${title} at ${AT} px, large`}
                width={SHOWN}
              />
            )}
            {page.blocks
              .filter(({ path }) => away.includes(path) || path === seen)
              .map(({ path, x, y, width, height }) => (
                <span
                  key={path}
                  data-away={away.includes(path) || undefined}
                  style={{ left: x * scale, top: y * scale, width: width * scale, height: height * scale }}
                />
              ))}
          </div>
        </div>
        <fieldset>
          <legend>Click it on the page, or choose it here</legend>
          {page.blocks.map(({ path, label }) => (
            <label key={path} onMouseEnter={() => setSeen(path)} onMouseLeave={() => setSeen(undefined)}>
              <input
                type="checkbox"
                checked={away.includes(path)}
                onFocus={() => setSeen(path)}
                onBlur={() => setSeen(undefined)}
                onChange={() => toggle(path)}
              />
              {label}
            </label>
          ))}
        </fieldset>
      </DialogContent>
      <DialogActions>
        {again.error && (
          <span className="field-error" role="alert">
            {again.error.message}
          </span>
        )}
        <Button variant="outlined" onClick={onClose}>
          Leave it as it is
        </Button>
        <Button
          variant="contained"
          disabled={away.length === 0 || again.isPending}
          onClick={() => again.mutate()}
        >
          Take its pictures again without {away.length < 2 ? 'it' : `these ${away.length}`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
