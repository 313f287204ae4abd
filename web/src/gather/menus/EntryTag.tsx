import { Button } from '@mui/material';
import { freeId } from '@hatrail/core/model/freeId';
import { moveEntry, MOST_LEVELS, takeEntry, type EntryMove } from '@hatrail/core/gather/menuTree';
import { entriesOf, Entry, type AnyEntry, type Menu } from '@hatrail/core/model/menu';
import { labelOf } from '@hatrail/core/model/references';
import type { Site } from '@hatrail/core/model/site';
import { useEditor } from '../../editor/store.ts';
import { FieldRow, TextInput, OnOff } from '../../parts/fields.tsx';
import { byRule } from '../../parts/rules.ts';
import { TargetField } from '../../parts/TargetField.tsx';

interface EntryTagProps {
  site: Site;
  menu: Menu;
  entry: AnyEntry;
  level: number;
  onChoose: (id: string | undefined) => void;
}

const MOVES: [EntryMove, string][] = [
  ['up', 'Up'],
  ['down', 'Down'],
  ['in', 'In'],
  ['out', 'Out'],
];

type InMenu = (label: string, make: (draft: Menu) => void, group?: string) => void;
type ChangeEntry = (label: string, make: (draft: AnyEntry) => void) => void;

/** An entry's tag: what it is called, where it leads, and how it behaves. */
export function EntryTag({ site, menu, entry, level, onChoose }: EntryTagProps) {
  const edit = useEditor((state) => state.edit);
  const inMenu: InMenu = (label, make, group) =>
    edit(label, (draft) => make(draft.menus.find(({ id }) => id === menu.id) as Menu), group);
  const change: ChangeEntry = (label, make) =>
    inMenu(
      label,
      (draft) => {
        const found = entriesOf(draft).find((candidate) => candidate.entry.id === entry.id);
        if (found) make(found.entry);
      },
      `${entry.id} ${label}`,
    );
  const page = site.pages.find(({ id }) => id === entry.page);
  const rule = byRule(Entry, 'label');
  return (
    <section className="tag" aria-label={`Entry ${labelOf(site, entry)}`}>
      <FieldRow label="Label">
        <TextInput
          label="Label of the entry"
          value={entry.label ?? ''}
          placeholder={page?.title ?? ''}
          problem={(text) => (text === '' && page ? undefined : rule(text))}
          onChange={(label) =>
            change('Label of an entry', (draft) => {
              if (label === '') delete draft.label;
              else draft.label = label;
            })
          }
        />
      </FieldRow>
      {page && entry.label === undefined && <p className="quiet">It is called by the page’s title.</p>}
      <TargetField
        site={site}
        of="the entry"
        value={entry}
        canBeNone
        onChange={({ page: to, address }) =>
          change('Where an entry leads', (draft) => {
            draft.label ??= labelOf(site, entry);
            delete draft.page;
            delete draft.address;
            if (to !== undefined) draft.page = to;
            if (address !== undefined) draft.address = address;
            const title = site.pages.find(({ id }) => id === to)?.title;
            if (draft.label === title) delete draft.label;
          })
        }
      />
      <BehaviourFields entry={entry} level={level} change={change} inMenu={inMenu} />
      <EntryActs
        menu={menu}
        entry={entry}
        level={level}
        inMenu={inMenu}
        name={labelOf(site, entry)}
        onChoose={onChoose}
      />
    </section>
  );
}

/** How an entry behaves: its window, its class, whether it stands out. */
function BehaviourFields({
  entry,
  level,
  change,
  inMenu,
}: Pick<EntryTagProps, 'entry' | 'level'> & { change: ChangeEntry; inMenu: InMenu }) {
  return (
    <>
      <FieldRow label="New window">
        <OnOff
          label="It opens a new window"
          value={entry.newWindow === true}
          onChange={(on) =>
            change('New window', (draft) => {
              if (on) draft.newWindow = true;
              else delete draft.newWindow;
            })
          }
        />
      </FieldRow>
      <FieldRow label="Class">
        <TextInput
          label="Class of its own"
          value={entry.className ?? ''}
          placeholder="none"
          problem={(text) => (text === '' ? undefined : byRule(Entry, 'className')(text))}
          onChange={(text) =>
            change('Class of an entry', (draft) => {
              if (text === '') delete draft.className;
              else draft.className = text;
            })
          }
        />
      </FieldRow>
      {level === 0 && (
        <FieldRow label="Stands out">
          <OnOff
            label="It stands out"
            value={entry.standsOut === true}
            onChange={(on) =>
              inMenu('Stands out', (draft) => {
                // One stands out at most.
                for (const other of draft.entries) delete other.standsOut;
                const found = draft.entries.find(({ id }) => id === entry.id);
                if (on && found) found.standsOut = true;
              })
            }
          />
        </FieldRow>
      )}
    </>
  );
}

/** Moves an entry, adds another below it, and removes it. */
function EntryActs({
  menu,
  entry,
  level,
  name,
  inMenu,
  onChoose,
}: Omit<EntryTagProps, 'site'> & { name: string; inMenu: InMenu }) {
  const addBelow = () => {
    const id = freeId(
      'entry',
      entriesOf(menu).map((found) => found.entry),
    );
    inMenu('New entry below', (draft) => {
      const found = entriesOf(draft).find((candidate) => candidate.entry.id === entry.id);
      if (found) (found.entry.children ??= []).push({ id, label: 'New entry' });
    });
    onChoose(id);
  };
  return (
    <div className="row tag-acts">
      {MOVES.map(([move, way]) => (
        <Button
          key={move}
          size="small"
          variant="outlined"
          disabled={!moveEntry(structuredClone(menu), entry.id, move)}
          onClick={() => inMenu('Move an entry', (draft) => void moveEntry(draft, entry.id, move))}
        >
          {way}
        </Button>
      ))}
      <Button size="small" disabled={level >= MOST_LEVELS} onClick={addBelow}>
        Add below
      </Button>
      <Button
        size="small"
        onClick={() => {
          inMenu(`Remove ${name}`, (draft) => void takeEntry(draft, entry.id));
          onChoose(undefined);
        }}
      >
        Remove
      </Button>
    </div>
  );
}
