import { Dialog, DialogContent, DialogTitle } from '@mui/material';
import { useEffect, useState } from 'react';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import type { PlaceChange } from '../dress/place.ts';
import { useEditor } from './store.ts';

const LIST: [keys: string, what: string][] = [
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['1 to 4', `the widths ${STANDARD_WIDTHS.join(', ')}`],
  ['t', 'the moment At the top'],
  ['s', 'the moment After scrolling'],
  ['Arrow keys', 'nudge a slider, the ruler or the film; with Shift by ten'],
  ['Alt with arrows', 'move the item, menu entry or band that has the focus'],
  ['?', 'this list'],
];

/** Single letters and the usual keys; none of them acts while text is typed. */
export function Shortcuts({ go }: { go: (change: PlaceChange) => void }) {
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const isTyping = target.matches(
        'input:not([type=checkbox]):not([type=range]), textarea, select, [contenteditable]',
      );
      const isCommand = event.ctrlKey || event.metaKey;
      if (isCommand && event.key.toLowerCase() === 'z' && !isTyping) {
        event.preventDefault();
        const { undo, redo } = useEditor.getState();
        if (event.shiftKey) redo();
        else undo();
      }
      if (isCommand || event.altKey || isTyping) return;
      const width = STANDARD_WIDTHS[Number(event.key) - 1];
      if (width) go({ width });
      if (event.key === 't') go({ moment: 'top', scroll: undefined });
      if (event.key === 's') go({ moment: 'scrolled', scroll: undefined });
      if (event.key === '?') setOpen(true);
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [go]);
  return (
    <Dialog open={isOpen} onClose={() => setOpen(false)} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent>
        <dl className="keys">
          {LIST.map(([keys, what]) => (
            <div key={keys}>
              <dt>{keys}</dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
      </DialogContent>
    </Dialog>
  );
}
