import { at } from '@hatrail/core/lists';
import { DndContext, PointerSensor, closestCenter, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { DotsSixVertical } from '@phosphor-icons/react/dist/csr/DotsSixVertical';
import { Button, Menu, MenuItem } from '@mui/material';
import { useState } from 'react';
import type { KeptPart } from '@hatrail/core/model/parts';
import { hexColour } from '@hatrail/core/colour/rgb';
import { freeId } from '@hatrail/core/model/freeId';
import { resolveColour } from '@hatrail/core/model/palette';
import type { Band, Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { bandColours } from '@hatrail/core/page/contents';
import { useEditor } from '../../editor/store.ts';
import { BandTag } from './BandTag.tsx';

interface BandListProps {
  site: Site;
  page: Page;
  chosen: string | undefined;
  onChoose: (id: string | undefined) => void;
}

/** The bands of a page, first to last: dragged into order, one open at a time. */
export function BandList({ site, page, chosen, onChoose }: BandListProps) {
  const edit = useEditor((state) => state.edit);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const inPage = (label: string, make: (draft: Page) => void, group?: string) =>
    edit(label, (draft) => make(draft.pages.find(({ id }) => id === page.id)!), group);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const kept = (site.parts ?? []).filter(({ band }) => band);
  const openWith = ({ id: part, name, band }: KeptPart) => {
    setAnchor(null);
    if (!band) return;
    const id = freeId(band.id, page.bands);
    inPage(`Open with ${name}`, (draft) => void draft.bands.unshift({ ...structuredClone(band), id, part }));
    onChoose(id);
  };
  const add = () => {
    setAnchor(null);
    const id = freeId('band', page.bands);
    const last = page.bands.at(-1);
    const band: Band = {
      id,
      name: `Band ${page.bands.length + 1}`,
      height: { unit: 'px', value: 320 },
      backdrop: { colour: last ? bandColours(site, last).ground : page.colour },
      ink: last ? bandColours(site, last).ink : { swatch: at(site.palette, 0).id },
      contents: [{ kind: 'heading', level: page.bands.length === 0 ? 1 : 2, text: 'A heading' }],
    };
    inPage('New band', (draft) => void draft.bands.push(structuredClone(band)));
    onChoose(id);
  };
  const move = (id: string, to: number) =>
    inPage('Order of bands', (draft) => {
      const from = draft.bands.findIndex((band) => band.id === id);
      const [moved] = draft.bands.splice(from, 1);
      draft.bands.splice(to, 0, moved!);
    });
  return (
    <section className="bands" aria-label={`Bands of ${page.title}`}>
      <div className="section-head">
        <h2>Bands</h2>
        <Button
          size="small"
          variant="outlined"
          disabled={page.bands.length >= 60}
          {...(kept.length > 0 && { 'aria-haspopup': 'menu' })}
          onClick={(event) => (kept.length > 0 ? setAnchor(event.currentTarget) : add())}
        >
          Add a band
        </Button>
        <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
          <MenuItem onClick={add}>A new one, at the end</MenuItem>
          {kept.map((part) => (
            <MenuItem key={part.id} onClick={() => openWith(part)}>
              {part.name}, as it is kept, to open the page
            </MenuItem>
          ))}
        </Menu>
      </div>
      {page.bands.length === 0 && <p className="quiet">None: the page is its colour alone.</p>}
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          if (over && over.id !== active.id) {
            move(
              String(active.id),
              page.bands.findIndex(({ id }) => id === over.id),
            );
          }
        }}
      >
        <SortableContext items={page.bands.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ul>
            {page.bands.map((band, index) => (
              <BandRow
                key={band.id}
                site={site}
                page={page}
                band={band}
                isOpen={band.id === chosen}
                onToggle={() => onChoose(band.id === chosen ? undefined : band.id)}
                onMove={(by) => {
                  const to = index + by;
                  if (to >= 0 && to < page.bands.length) move(band.id, to);
                }}
              />
            ))}
          </ul>
        </SortableContext>
      </DndContext>
    </section>
  );
}

function BandRow({
  site,
  page,
  band,
  isOpen,
  onToggle,
  onMove,
}: {
  site: Site;
  page: Page;
  band: Band;
  isOpen: boolean;
  onToggle: () => void;
  onMove: (by: number) => void;
}) {
  const { listeners, setNodeRef, transform, transition } = useSortable({ id: band.id });
  const { unit, value } = band.height;
  const picture = site.pictures.find(({ id }) => id === band.backdrop.picture?.picture);
  const pairing = site.pairings?.find(({ id }) => id === band.pairing);
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform) ?? undefined, transition }}
      data-open={isOpen || undefined}
    >
      <div className="band-row">
        <span className="grip" {...listeners} aria-hidden="true">
          <DotsSixVertical size={16} />
        </span>
        <button
          type="button"
          aria-expanded={isOpen}
          aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown"
          title="Drag it, or move it with Alt and the up and down arrow keys."
          onClick={onToggle}
          onKeyDown={(event) => {
            const by = event.altKey ? { ArrowUp: -1, ArrowDown: 1 }[event.key] : undefined;
            if (by === undefined) return;
            event.preventDefault();
            onMove(by);
          }}
        >
          <span
            className="swatch"
            style={{ background: hexColour(resolveColour(site.palette, bandColours(site, band).ground)) }}
          />
          <strong>{band.name}</strong>
          <span>
            {unit === 'px' ? `${value} px` : `${value} % of the window`}
            {pairing && `, ${pairing.name}`}
            {picture && `, ${picture.name}`}
          </span>
        </button>
      </div>
      {isOpen && <BandTag site={site} page={page} band={band} />}
    </li>
  );
}
