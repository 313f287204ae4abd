import { useState } from 'react';
import { TextField } from '@mui/material';
import { FileButton } from '../parts/FileButton.tsx';
import { useGallery } from '../gather/pictures/galleryPictures.ts';
import type { StartPicture } from './startOver.ts';

interface PictureToStartProps {
  chosen: StartPicture | undefined;
  onChange: (chosen: StartPicture | undefined) => void;
}

/** The picture that the first band lies over: one that ships, a file, or one at an address. */
export function PictureToStart({ chosen, onChange }: PictureToStartProps) {
  const list = useGallery();
  const [address, setAddress] = useState('');
  return (
    <fieldset className="start-pictures">
      <legend>The picture it lies over; you see your header on it, and whether it can be read</legend>
      <div className="row">
        <FileButton
          label={chosen?.from === 'file' ? chosen.file.name : 'Choose a file'}
          accept=".jpg,.jpeg,.png,.webp,.avif,.svg"
          size="small"
          onFiles={([file]) => file && onChange({ from: 'file', file })}
        />
        <TextField
          size="small"
          label="Address of a picture"
          sx={{ width: 320 }}
          value={address}
          onChange={({ target }) => {
            setAddress(target.value);
            onChange(
              target.value.trim() === '' ? undefined : { from: 'address', address: target.value.trim() },
            );
          }}
        />
        <label>
          <input type="radio" checked={chosen === undefined} onChange={() => onChange(undefined)} /> none yet
        </label>
      </div>
      <ul className="gallery">
        {list.data
          ?.filter(({ file }) => !file.endsWith('.svg'))
          .map((picture) => (
            <li key={picture.file}>
              <button
                type="button"
                aria-pressed={chosen?.from === 'gallery' && chosen.picture.file === picture.file}
                onClick={() => onChange({ from: 'gallery', picture })}
              >
                <span style={{ backgroundImage: `url("/gallery/${picture.file}")` }} />
                {picture.name}
              </button>
            </li>
          ))}
      </ul>
    </fieldset>
  );
}
