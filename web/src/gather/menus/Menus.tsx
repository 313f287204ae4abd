import { Button, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useState } from 'react';
import { useOutletContext, useSearchParams } from 'react-router';
import { freeId } from '@hatrail/core/model/freeId';
import { menuRemarks } from '@hatrail/core/gather/menuTree';
import { placeOfUseName } from '@hatrail/core/gather/places';
import { usesOfPart } from '@hatrail/core/gather/uses';
import { headerItems } from '@hatrail/core/model/header';
import { entriesOf, Menu, type Entry } from '@hatrail/core/model/menu';
import { logoPicture } from '@hatrail/core/model/picture';
import type { EditorContext } from '../../editor/Editor.tsx';
import { useEditor } from '../../editor/store.ts';
import { FieldRow, TextInput } from '../../parts/fields.tsx';
import { byRule } from '../../parts/rules.ts';
import { Head } from '../Head.tsx';
import { BringInMenu } from './BringInMenu.tsx';
import { EntryTag } from './EntryTag.tsx';
import { MenuTree } from './MenuTree.tsx';

/** The site's menus as trees, each entry with its tag. */
export function Menus() {
  const { loaded, place } = useOutletContext<EditorContext>();
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const [params, setParams] = useSearchParams();
  const [chosenEntry, setEntry] = useState<string>();
  const [isBringing, setBringing] = useState(false);
  const menu = site.menus.find(({ id }) => id === params.get('menu')) ?? site.menus[0];
  const choose = (id: string) => {
    const next = new URLSearchParams(params);
    next.set('menu', id);
    setParams(next, { replace: true });
    setEntry(undefined);
  };
  const hasLogo = headerItems(place.header).some(
    ({ kind }) => kind === 'name' || (kind === 'logo' && logoPicture(site.logo, 'light') !== undefined),
  );
  const addMenu = () => {
    const id = freeId('menu', site.menus);
    edit(
      'New menu',
      (draft) => void draft.menus.push({ id, name: `Menu ${site.menus.length + 1}`, entries: [] }),
    );
    choose(id);
  };
  const addEntry = () => {
    if (!menu) return;
    const known = entriesOf(menu).map(({ entry }) => entry);
    const page = site.pages.find(({ id }) => !known.some((entry) => entry.page === id));
    const id = freeId(page?.title ?? 'entry', known);
    const entry: Entry = page ? { id, page: page.id } : { id, label: 'New entry' };
    edit('New entry', (draft) => void draft.menus.find((found) => found.id === menu.id)!.entries.push(entry));
    setEntry(id);
  };
  return (
    <>
      <Head
        title="Menus"
        says="Entries lead to pages, anchors or addresses, with two levels below the top. Drag them, or move them with Alt and the arrow keys."
      >
        <Button variant="outlined" onClick={addMenu}>
          Add a menu
        </Button>
        <Button variant="outlined" disabled={!menu} onClick={() => setBringing(true)}>
          Bring in a menu
        </Button>
        <Button variant="contained" disabled={!menu} onClick={addEntry}>
          Add an entry
        </Button>
      </Head>
      {site.menus.length > 1 && (
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="Menu"
          value={menu?.id}
          onChange={(_, id: string | null) => id && choose(id)}
        >
          {site.menus.map(({ id, name }) => (
            <ToggleButton key={id} value={id}>
              {name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
      {!menu && <p>There is no menu yet: add one.</p>}
      {menu && (
        <MenuBody
          loaded={loaded}
          menu={menu}
          remarks={menuRemarks(site, menu, hasLogo)}
          chosen={chosenEntry}
          onChoose={setEntry}
          onGone={() => choose('')}
        />
      )}
      {isBringing && menu && <BringInMenu site={site} menu={menu} onClose={() => setBringing(false)} />}
    </>
  );
}

interface MenuBodyProps {
  loaded: EditorContext['loaded'];
  menu: Menu;
  remarks: ReturnType<typeof menuRemarks>;
  /** The entry that is chosen, by its id. */
  chosen: string | undefined;
  onChoose: (id: string | undefined) => void;
  onGone: () => void;
}

/** One menu: its tree, the chosen entry's tag, and what is worth a look. */
function MenuBody({ loaded, menu, remarks, chosen, onChoose, onGone }: MenuBodyProps) {
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const entry = entriesOf(menu).find((found) => found.entry.id === chosen);
  return (
    <div className="menus-body">
      <section aria-label={`Entries of ${menu.name}`}>
        <FieldRow label="Menu">
          <TextInput
            label="Name of the menu"
            value={menu.name}
            problem={byRule(Menu, 'name')}
            onChange={(name) =>
              edit(
                'Name of a menu',
                (draft) => void (draft.menus.find(({ id }) => id === menu.id)!.name = name),
                `menu ${menu.id}`,
              )
            }
          />
        </FieldRow>
        <MenuTree site={site} menu={menu} remarks={remarks} chosen={chosen} onChoose={onChoose} />
        {menu.entries.length === 0 && <p className="quiet">No entries yet: add one, or bring in a menu.</p>}
        <MenuUses loaded={loaded} menu={menu} onGone={onGone} />
      </section>
      <div>
        {entry ? (
          <EntryTag
            key={entry.entry.id}
            site={site}
            menu={menu}
            entry={entry.entry}
            level={entry.level}
            onChoose={onChoose}
          />
        ) : (
          <p className="tag quiet">Choose an entry to see where it leads.</p>
        )}
        {remarks.length > 0 && (
          <section className="tag remarks" aria-label="Worth a look">
            <h2>Worth a look</h2>
            <ul>
              {remarks.map(({ entry: id, message }) => (
                <li key={id + message}>
                  <button type="button" className="link" onClick={() => onChoose(id)}>
                    {message}
                  </button>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </div>
  );
}

/** Where a menu hangs; one that hangs nowhere can go. */
function MenuUses({
  loaded,
  menu,
  onGone,
}: {
  loaded: EditorContext['loaded'];
  menu: Menu;
  onGone: () => void;
}) {
  const edit = useEditor((state) => state.edit);
  const uses = usesOfPart(loaded.site, 'menu', menu.id);
  return (
    <p className="quiet menu-uses">
      {uses.length > 0 ? (
        `Hangs in ${uses.map(({ path }) => placeOfUseName(loaded.site, path)).join('; ')}.`
      ) : (
        <>
          It hangs nowhere yet; put it on a rail in Hang.{' '}
          <button
            type="button"
            className="link"
            onClick={() => {
              edit(`Remove ${menu.name}`, (draft) => {
                draft.menus = draft.menus.filter(({ id }) => id !== menu.id);
              });
              onGone();
            }}
          >
            Remove {menu.name}
          </button>
        </>
      )}
    </p>
  );
}
