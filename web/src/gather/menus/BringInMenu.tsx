import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useMemo, useState } from 'react';
import { MOST_TEXT, readMenu, type ReadMenu } from '@hatrail/core/gather/readMenu';
import { freeId } from '@hatrail/core/gather/freeId';
import { entriesOf, type AnyEntry, type Entry, type Menu } from '@hatrail/core/model/menu';
import { addressOf, labelOf, leadsAnywhere } from '@hatrail/core/model/references';
import type { Site } from '@hatrail/core/model/site';
import { useEditor } from '../../editor/store.ts';
import { FileButton } from '../../parts/FileButton.tsx';

const FROM: Record<ReadMenu['from'], string> = {
  markup: 'Read as markup of a navigation',
  sitemap: 'Read as a sitemap',
  lines: 'Read as lines of text',
};

/** A menu from pasted markup, a sitemap or lines of text: what was understood is shown before it is kept. */
export function BringInMenu({ site, menu, onClose }: { site: Site; menu: Menu; onClose: () => void }) {
  const edit = useEditor((state) => state.edit);
  const [text, setText] = useState('');
  const result = useMemo((): { read?: ReadMenu; problem?: string } => {
    if (text.trim() === '') return {};
    try {
      return { read: readMenu(site, text) };
    } catch (error) {
      return { problem: (error as Error).message };
    }
  }, [site, text]);
  const keep = (how: 'add' | 'replace') => {
    const { entries } = result.read!;
    edit(`Bring in ${entries.length} entries`, (draft) => {
      const target = draft.menus.find(({ id }) => id === menu.id)!;
      const kept = how === 'add' ? (target.entries as Entry[]) : [];
      const ids = entriesOf({ entries: kept }).map(({ entry }) => ({ id: entry.id }));
      const fresh = (entry: AnyEntry): AnyEntry => {
        const id = freeId(entry.id, ids);
        ids.push({ id });
        return { ...entry, id, ...(entry.children && { children: entry.children.map(fresh) }) };
      };
      target.entries = [...kept, ...entries.map(fresh)] as Entry[];
    });
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="bring-menu">
      <DialogTitle id="bring-menu">Bring in a menu</DialogTitle>
      <DialogContent>
        <p className="quiet">
          Paste the HTML of a navigation, a sitemap.xml, or a line for each entry such as “Visit /visit”, with
          those below another indented.
        </p>
        {/* A text longer than can be read is told so, and not put into the field. */}
        <textarea
          className="paste"
          aria-label="Navigation, sitemap or lines"
          rows={7}
          value={text.length > MOST_TEXT ? '' : text}
          onChange={(event) => setText(event.target.value)}
        />
        <FileButton
          label="Choose a file"
          accept=".xml,.html,.htm,.txt"
          size="small"
          onFiles={([file]) => file && void file.text().then(setText)}
        />
        {result.problem !== undefined && (
          <p className="field-error" role="alert">
            {result.problem}
          </p>
        )}
        {result.read && (
          <section aria-label="What was understood">
            <h3>
              {FROM[result.read.from]}: {entriesOf({ entries: result.read.entries }).length} entries
            </h3>
            <ul className="understood">
              {entriesOf({ entries: result.read.entries }).map(({ entry, level }) => (
                <li key={entry.id} style={{ marginLeft: 20 * level }}>
                  <strong dir="auto">{labelOf(site, entry)}</strong>{' '}
                  <span className="quiet">
                    {leadsAnywhere(entry) ? addressOf(site, entry) : 'only opens'}
                  </span>
                </li>
              ))}
            </ul>
            {result.read.left.map((line, i) => (
              <p key={i} className="quiet">
                {line}
              </p>
            ))}
          </section>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Not now</Button>
        <Button variant="outlined" disabled={!result.read} onClick={() => keep('replace')}>
          In the place of {menu.name}
        </Button>
        <Button variant="contained" disabled={!result.read} onClick={() => keep('add')}>
          Add to {menu.name}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
