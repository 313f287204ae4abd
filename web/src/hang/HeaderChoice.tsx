import { at as elementAt } from '@hatrail/core/lists';
import { CaretDown } from '@phosphor-icons/react/dist/csr/CaretDown';
import { Button, Menu, MenuItem } from '@mui/material';
import { useState } from 'react';
import { freeId } from '@hatrail/core/model/freeId';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import { hangingsOf } from '@hatrail/core/placed/answers';
import { fittedTo } from '@hatrail/core/start/fitted';
import { emptyHeader } from '@hatrail/core/start/headers';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { ReadyHeaders } from './ReadyHeaders.tsx';
import { useLocation, useNavigate } from 'react-router';
import { setPlacements } from '../editor/edits.ts';
import { useEditor } from '../editor/store.ts';

interface HeaderChoiceProps {
  loaded: LoadedSite;
  page: Page;
  header: Header;
  onChoose: (id: string) => void;
}

/** The header that is worked on; another one, a copy, or a new one. */
export function HeaderChoice({ loaded, page, header, onChoose }: HeaderChoiceProps) {
  const { site } = loaded;
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [isReady, setReady] = useState(false);
  const edit = useEditor((state) => state.edit);
  const navigate = useNavigate();
  const { search } = useLocation();
  const close = (then: () => void) => () => {
    setAnchor(null);
    then();
  };
  const add = (made: Header) => {
    const id = freeId(made.id, site.headers);
    edit(`New header ${made.name}`, (draft) => void draft.headers.push({ ...made, id }));
    onChoose(id);
  };
  const duplicate = () => {
    const copy = structuredClone(header);
    add({ ...copy, name: `${header.name.slice(0, 54)}, copy` });
  };
  const hangOnAll = () =>
    edit(`Hang ${header.name} on the pages`, (draft) => {
      const at = draft.headers.findIndex(({ id }) => id === header.id);
      draft.headers.unshift(...draft.headers.splice(at, 1));
    });
  // What lies over the page is not hung unseen: it is told on Place which pages can bear it.
  const placeSome = () => {
    const everywhere = { id: 'everywhere', header: elementAt(site.headers, 0).id };
    setPlacements(`Place ${header.name}`, [{ id: 'placement', header: header.id, pages: [] }, everywhere]);
    void navigate({ pathname: '../place', search }, { relative: 'path', state: { open: 'placement' } });
  };
  const hung = new Set(hangingsOf(site).map((each) => each.header.id));
  return (
    <>
      <Button
        size="small"
        variant="outlined"
        endIcon={<CaretDown size={12} />}
        aria-haspopup="menu"
        aria-label={`Header: ${header.name}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {header.name}
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {site.headers.map(({ id, name }) => (
          <MenuItem key={id} selected={id === header.id} onClick={close(() => onChoose(id))}>
            {name}
            {hung.has(id) && ', on the pages'}
          </MenuItem>
        ))}
        {!site.placements && elementAt(site.headers, 0).id !== header.id && (
          <MenuItem onClick={close(header.manner.lies === 'over' ? placeSome : hangOnAll)}>
            {header.manner.lies === 'over'
              ? `Hang ${header.name} where it is clear`
              : `Hang ${header.name} on the pages`}
          </MenuItem>
        )}
        <MenuItem divider disabled={site.headers.length >= 40} onClick={close(duplicate)}>
          Duplicate {header.name}
        </MenuItem>
        <MenuItem disabled={site.headers.length >= 40} onClick={close(() => setReady(true))}>
          New, ready hung…
        </MenuItem>
        <MenuItem
          disabled={site.headers.length >= 40}
          onClick={close(() => add(fittedTo(site, emptyHeader())))}
        >
          New, an empty rod
        </MenuItem>
        <MenuItem
          disabled={site.headers.length === 1}
          onClick={close(() => {
            onChoose(site.headers.find(({ id }) => id !== header.id)!.id);
            edit(`Remove ${header.name}`, (draft) => {
              draft.headers = draft.headers.filter(({ id }) => id !== header.id);
            });
          })}
        >
          Remove {header.name}
        </MenuItem>
      </Menu>
      {isReady && (
        <ReadyHeaders
          loaded={loaded}
          header={header}
          page={page}
          onTake={(made) => {
            setReady(false);
            add(made);
          }}
          onClose={() => setReady(false)}
        />
      )}
    </>
  );
}
