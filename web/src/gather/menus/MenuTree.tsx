import {
  DndContext,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragMoveEvent,
} from '@dnd-kit/core';
import { DotsSixVertical } from '@phosphor-icons/react/dist/csr/DotsSixVertical';
import { useState } from 'react';
import { moveEntry, placeEntry, type EntryMove, type MenuRemark } from '@hatrail/core/gather/menuTree';
import { entriesOf, type AnyEntry, type Menu } from '@hatrail/core/model/menu';
import { addressOf, labelOf, leadsAnywhere } from '@hatrail/core/model/references';
import type { Site } from '@hatrail/core/model/site';
import { useEditor } from '../../editor/store.ts';

interface MenuTreeProps {
  site: Site;
  menu: Menu;
  remarks: readonly MenuRemark[];
  chosen: string | undefined;
  onChoose: (id: string) => void;
}

type Where = 'before' | 'after' | 'below';

/** Where an entry would land: in the upper and lower third of a row beside it, in its middle below it. */
function landing({
  active,
  over,
  delta,
}: DragMoveEvent | DragEndEvent): { id: string; where: Where } | undefined {
  const start = active.rect.current.initial;
  if (!over || !start || over.id === active.id) return undefined;
  const share = (start.top + delta.y + start.height / 2 - over.rect.top) / over.rect.height;
  return { id: String(over.id), where: share < 0.33 ? 'before' : share > 0.67 ? 'after' : 'below' };
}

const KEYS: Record<string, EntryMove> = {
  ArrowUp: 'up',
  ArrowDown: 'down',
  ArrowRight: 'in',
  ArrowLeft: 'out',
};

/** A menu as a tree of rows: dragged, or moved by keyboard. */
export function MenuTree({ site, menu, remarks, chosen, onChoose }: MenuTreeProps) {
  const edit = useEditor((state) => state.edit);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const [land, setLand] = useState<{ id: string; where: Where }>();
  const change = (label: string, make: (draft: Menu) => void) =>
    edit(label, (draft) => make(draft.menus.find(({ id }) => id === menu.id) as Menu));
  const end = (event: DragEndEvent) => {
    const to = landing(event);
    setLand(undefined);
    if (to)
      change('Move an entry', (draft) => void placeEntry(draft, String(event.active.id), to.id, to.where));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragMove={(event) => setLand(landing(event))}
      onDragEnd={end}
      onDragCancel={() => setLand(undefined)}
    >
      <ul className="menu-tree" aria-label={menu.name}>
        {entriesOf(menu).map(({ entry, level }) => (
          <TreeRow
            key={entry.id}
            site={site}
            entry={entry}
            level={level}
            remark={remarks.find((remark) => remark.entry === entry.id)?.message}
            isChosen={entry.id === chosen}
            landing={land?.id === entry.id ? land.where : undefined}
            onChoose={() => onChoose(entry.id)}
            onMove={(move) => change('Move an entry', (draft) => void moveEntry(draft, entry.id, move))}
          />
        ))}
      </ul>
    </DndContext>
  );
}

interface TreeRowProps {
  site: Site;
  entry: AnyEntry;
  level: number;
  remark: string | undefined;
  isChosen: boolean;
  landing: Where | undefined;
  onChoose: () => void;
  onMove: (move: EntryMove) => void;
}

function TreeRow({ site, entry, level, remark, isChosen, landing: where, onChoose, onMove }: TreeRowProps) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: entry.id });
  const { setNodeRef: setDropRef } = useDroppable({ id: entry.id });
  const page = site.pages.find(({ id }) => id === entry.page);
  const leads = page ? page.title : leadsAnywhere(entry) ? addressOf(site, entry) : 'only opens';
  return (
    <li ref={setDropRef} data-landing={where} style={{ marginLeft: 26 * level }}>
      <div
        ref={setNodeRef}
        className="menu-row"
        data-dragged={isDragging || undefined}
        style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      >
        <span className="grip" {...listeners} aria-hidden="true">
          <DotsSixVertical size={16} />
        </span>
        <button
          type="button"
          aria-pressed={isChosen}
          onClick={onChoose}
          onKeyDown={(event) => {
            const move = event.altKey ? KEYS[event.key] : undefined;
            if (!move) return;
            event.preventDefault();
            onChoose();
            onMove(move);
          }}
        >
          <strong dir="auto">{labelOf(site, entry)}</strong>
          <span>
            {leads}
            {entry.standsOut && ', stands out'}
            {entry.newWindow && ', new window'}
          </span>
          {remark !== undefined && <em title={remark}>worth a look</em>}
        </button>
      </div>
    </li>
  );
}
