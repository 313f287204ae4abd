import { Button, LinearProgress } from '@mui/material';
import { FileButton } from '../../parts/FileButton.tsx';
import type { Pasted } from './usePasted.ts';
import type { Reader } from './readers.ts';

/** Longest text that is put into the field, characters; a longer one is read, and told so. */
const MOST_SHOWN = 1_000_000;
/** Largest file that is read, bytes. */
const MOST_FILE = 8 * 2 ** 20;

interface PasteFieldProps<R extends Reader> {
  label: string;
  /** Endings of the files that can be chosen instead. */
  accept: string;
  text: string;
  onText: (text: string) => void;
  pasted: Pasted<R>;
}

/** A field to paste text into, or to choose a file for: while it is read that is shown and can be stopped. */
export function PasteField<R extends Reader>({ label, accept, text, onText, pasted }: PasteFieldProps<R>) {
  const { outcome, isReading, stop } = pasted;
  const takeFile = async ([file]: File[]) => {
    // Of a file that is much too large only so much is looked at as it takes to say so.
    if (file) onText(await file.slice(0, MOST_FILE).text());
  };
  return (
    <>
      <textarea
        className="paste"
        aria-label={label}
        rows={7}
        value={text.length > MOST_SHOWN ? '' : text}
        onChange={(event) => onText(event.target.value)}
      />
      <div className="paste-file">
        <FileButton
          label="Choose a file"
          accept={accept}
          size="small"
          onFiles={(files) => void takeFile(files)}
        />
      </div>
      {isReading && (
        <p role="status">
          Reading {(text.length / 1000).toFixed(0)} kB of text
          <LinearProgress />
          <Button size="small" onClick={stop}>
            Stop
          </Button>
        </p>
      )}
      {outcome && 'problem' in outcome && !isReading && (
        <p className="field-error" role="alert">
          {outcome.problem}
        </p>
      )}
    </>
  );
}
