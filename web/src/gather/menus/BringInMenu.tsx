import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useState } from 'react';
import type { ReadMenu } from '@hatrail/core/gather/readMenu';
import { freeId } from '@hatrail/core/model/freeId';
import { entriesOf, type AnyEntry, type Entry, type Menu } from '@hatrail/core/model/menu';
import { addressOf, labelOf, leadsAnywhere } from '@hatrail/core/model/references';
import type { Site } from '@hatrail/core/model/site';
import { useEditor } from '../../editor/store.ts';
import { PasteField } from '../paste/PasteField.tsx';
import { usePasted } from '../paste/usePasted.ts';

const FROM: Record<ReadMenu['from'], string> = {
  markup: 'Read as markup of a navigation',
  sitemap: 'Read as a sitemap',
  lines: 'Read as lines of text',
};

/** A menu from pasted markup, a sitemap or lines of text: what was understood is shown before it is kept. */
export function BringInMenu({ site, menu, onClose }: { site: Site; menu: Menu; onClose: () => void }) {
  const edit = useEditor((state) => state.edit);
  const [text, setText] = useState('');
  const pasted = usePasted('menu', text, site);
  const read = pasted.outcome && 'read' in pasted.outcome ? pasted.outcome.read : undefined;
  const keep = (how: 'add' | 'replace') => {
    const { entries } = read!;
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
        <PasteField
          label="Navigation, sitemap or lines"
          accept=".xml,.html,.htm,.txt"
          text={text}
          onText={setText}
          pasted={pasted}
        />
        {read && (
          <section aria-label="What was understood">
            <h3>
              {FROM[read.from]}: {entriesOf({ entries: read.entries }).length} entries
            </h3>
            <ul className="understood">
              {entriesOf({ entries: read.entries }).map(({ entry, level }) => (
                <li key={entry.id} style={{ marginLeft: 20 * level }}>
                  <strong dir="auto">{labelOf(site, entry)}</strong>{' '}
                  <span className="quiet">
                    {leadsAnywhere(entry) ? addressOf(site, entry) : 'only opens'}
                  </span>
                </li>
              ))}
            </ul>
            {read.left.map((line, i) => (
              <p key={i} className="quiet">
                {line}
              </p>
            ))}
          </section>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Not now</Button>
        <Button variant="outlined" disabled={!read || !pasted.isCurrent} onClick={() => keep('replace')}>
          In the place of {menu.name}
        </Button>
        <Button variant="contained" disabled={!read || !pasted.isCurrent} onClick={() => keep('add')}>
          Add to {menu.name}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
