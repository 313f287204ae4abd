import { hangKeptRail } from '@hatrail/core/model/carry';
import type { KeptPart } from '@hatrail/core/model/parts';
import { freeId } from '@hatrail/core/model/freeId';
import { itemIds } from '@hatrail/core/gather/swatches';
import type { Chosen } from './chosen.ts';
import { Button, Menu, MenuItem } from '@mui/material';
import { useMemo, useState } from 'react';
import { useOutletContext, useSearchParams } from 'react-router';
import { isBoxed } from '@hatrail/core/header/boxSeen';
import { KINDS } from '@hatrail/core/header/kinds/index';
import { layoutHeader } from '@hatrail/core/header/layout';
import type { Header } from '@hatrail/core/model/header';
import type { ItemKindName } from '@hatrail/core/model/item';
import type { Site } from '@hatrail/core/model/site';
import { canHang, newItem } from '@hatrail/core/start/items';
import { useMeasure } from '../dress/view.ts';
import { WidthRuler } from '../dress/WidthRuler.tsx';
import type { EditorContext } from '../editor/Editor.tsx';
import { changeHeader } from '../editor/edits.ts';
import { allItems, hangNew, keepLeading, rodSpotOf } from './edits.ts';
import { Folded } from './Folded.tsx';
import { FoldTag } from './FoldTag.tsx';
import { HeaderTag } from './HeaderTag.tsx';
import { ItemTag } from './ItemTag.tsx';
import { LiveHeader } from './LiveHeader.tsx';
import { RailTag } from './RailTag.tsx';
import { Rods } from './Rods.tsx';
import { Room } from './Room.tsx';
import { OwnHang } from './OwnHang.tsx';
import { HeaderChoice } from './HeaderChoice.tsx';

function readChosen(text: string | null, header: Header): Chosen {
  const rail = /^rail-(\d+)$/.exec(text ?? '');
  if (rail && header.rails[Number(rail[1]) - 1]) return { kind: 'rail', index: Number(rail[1]) - 1 };
  if (text === 'fold') return { kind: 'fold' };
  if (text?.startsWith('item-') && allItems(header).some(({ id }) => `item-${id}` === text)) {
    return { kind: 'item', id: text.slice(5) };
  }
  return { kind: 'header' };
}

/** What hangs in the header and where: rods with their items, the header at true size, and how it folds. */
export function Hang() {
  const { loaded, place, go } = useOutletContext<EditorContext>();
  const { site } = loaded;
  const { header, width, page } = place;
  const measure = useMeasure(loaded);
  const [params, setParams] = useSearchParams();
  const chosen = readChosen(params.get('hung'), header);
  const choose = (next: Chosen) => {
    const text =
      next.kind === 'item' ? `item-${next.id}` : next.kind === 'rail' ? `rail-${next.index + 1}` : next.kind;
    setParams(
      (old) => {
        const params = new URLSearchParams(old);
        params.set('hung', text);
        return params;
      },
      { replace: true },
    );
  };
  const layout = useMemo(
    () => (measure ? layoutHeader(site, header, width, measure) : undefined),
    [site, header, width, measure],
  );
  if (header.own !== undefined)
    return <OwnHang loaded={loaded} page={page} header={header} onHeader={(id) => go({ header: id })} />;
  if (!layout || !measure) return <p className="wait">Loading the site’s fonts</p>;
  const item = chosen.kind === 'item' ? allItems(header).find(({ id }) => id === chosen.id) : undefined;
  return (
    <main className="hang">
      <h1 className="sr-only">Hang</h1>
      <div className="hang-head">
        <HeaderChoice loaded={loaded} page={page} header={header} onChoose={(id) => go({ header: id })} />
        <button
          type="button"
          className="link"
          aria-pressed={chosen.kind === 'header'}
          onClick={() => choose({ kind: 'header' })}
        >
          Whole header
        </button>
        <WidthRuler width={width} foldWidth={layout.foldWidth} onChange={(next) => go({ width: next })} />
        <AddRail site={site} header={header} onChosen={choose} />
        <AddItem site={site} header={header} chosen={chosen} onChosen={choose} />
      </div>
      <Rods site={site} header={header} layout={layout} chosen={chosen} onChoose={choose}>
        <LiveHeader
          loaded={loaded}
          header={header}
          page={page}
          layout={layout}
          chosen={chosen}
          onChoose={choose}
        />
      </Rods>
      <div className="hang-below">
        <Room
          site={site}
          header={header}
          measure={measure}
          layout={layout}
          width={width}
          onFold={() => choose({ kind: 'fold' })}
        />
        <Folded
          loaded={loaded}
          header={header}
          page={page}
          layout={layout}
          onFold={() => choose({ kind: 'fold' })}
        />
        <div className="hang-tag">
          {item && (
            <ItemTag
              key={item.id}
              site={site}
              header={header}
              item={item}
              layout={layout}
              measure={measure}
              onChoose={choose}
            />
          )}
          {chosen.kind === 'rail' && (
            <RailTag
              key={chosen.index}
              site={site}
              header={header}
              index={chosen.index}
              layout={layout}
              onChoose={choose}
            />
          )}
          {chosen.kind === 'header' && (
            <HeaderTag site={site} header={header} measure={measure} layout={layout} />
          )}
          {chosen.kind === 'fold' && (
            <FoldTag site={site} header={header} measure={measure} layout={layout} />
          )}
        </div>
      </div>
    </main>
  );
}

interface AddProps {
  header: Header;
  onChosen: (chosen: Chosen) => void;
}

function AddRail({ site, header, onChosen }: AddProps & { site: Site }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const kept = (site.parts ?? []).filter(({ rail }) => rail);
  const hasMenu = kept.length > 0 || isBoxed(header);
  const hang = (label: string, make: (draft: Header) => void) => {
    setAnchor(null);
    changeHeader(header.id, label, (draft) => {
      make(draft);
      keepLeading(draft);
    });
    onChosen({ kind: 'rail', index: header.rails.length });
  };
  const addStrip = () => {
    hang('A strip above the box', (draft) => {
      const { inset, gap } = draft.rails[0]!;
      const { fill, ink } = draft.panel;
      const looks = { top: { fill: { colour: fill, opacity: 1 }, ink: { link: ink } } };
      draft.rails.unshift({ full: true, height: 36, inset, gap, looks, start: [], middle: [], end: [] });
    });
    onChosen({ kind: 'rail', index: 0 });
  };
  const add = () =>
    hang('Another rail', (draft) => {
      const { inset, gap } = draft.rails.at(-1)!;
      draft.rails.push({ height: 48, inset, gap, start: [], middle: [], end: [] });
    });
  return (
    <>
      <Button
        size="small"
        variant="outlined"
        disabled={header.rails.length >= 8}
        {...(hasMenu && { 'aria-haspopup': 'menu' })}
        onClick={(event) => (hasMenu ? setAnchor(event.currentTarget) : add())}
      >
        Another rail
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={add}>A new one</MenuItem>
        {isBoxed(header) && <MenuItem onClick={addStrip}>A strip above the box, full width</MenuItem>}
        {kept.map((part) => (
          <MenuItem
            key={part.id}
            onClick={() => hang(`Hang ${part.name}`, (draft) => hangKeptRail(draft, part))}
          >
            {part.name}, as it is kept
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

/** A new item, hung at the end of the rail that is worked on. */
function AddItem({ site, header, chosen, onChosen }: AddProps & { site: Site; chosen: Chosen }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const spot = chosen.kind === 'item' ? rodSpotOf(header, chosen.id) : undefined;
  const rail =
    chosen.kind === 'rail'
      ? chosen.index
      : spot && spot.rail !== 'spare'
        ? spot.rail
        : header.rails.length - 1;
  const hung = new Set(allItems(header).map(({ kind }) => kind));
  const add = (kind: ItemKindName) => {
    setAnchor(null);
    const item = newItem(site, header, kind);
    changeHeader(header.id, `Hang ${KINDS[kind].name.toLowerCase()}`, (draft) => hangNew(draft, item, rail));
    onChosen({ kind: 'item', id: item.id });
  };
  const addKept = ({ id: part, name, items }: KeptPart) => {
    setAnchor(null);
    const kept = items?.[0];
    if (!kept) return;
    const item = { ...structuredClone(kept), id: freeId(kept.id, itemIds(header)), part };
    changeHeader(header.id, `Hang ${name}`, (draft) => hangNew(draft, item, rail));
    onChosen({ kind: 'item', id: item.id });
  };
  const keptItems = (site.parts ?? []).filter(({ items }) => items?.length);
  return (
    <>
      <Button
        size="small"
        variant="contained"
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Hang an item
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {(Object.keys(KINDS) as ItemKindName[])
          .filter((kind) => !((kind === 'logo' || kind === 'name') && hung.has(kind)))
          .map((kind) => (
            <MenuItem key={kind} disabled={!canHang(site, kind)} onClick={() => add(kind)}>
              {KINDS[kind].name}
            </MenuItem>
          ))}
        {keptItems.map((part) => (
          <MenuItem key={part.id} onClick={() => addKept(part)}>
            {part.name}, as it is kept
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
