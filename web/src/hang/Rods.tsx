import {
  DndContext,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragMoveEvent,
} from '@dnd-kit/core';
import { useRef, useState, type ReactNode, type RefObject } from 'react';
import type { HeaderLayout } from '@hatrail/core/header/layout';
import { kindOf } from '@hatrail/core/header/kinds/index';
import { railAt } from '@hatrail/core/header/steps';
import { PLACES, type Header, type Place, type Rail } from '@hatrail/core/model/header';
import type { Item } from '@hatrail/core/model/item';
import type { Site } from '@hatrail/core/model/site';
import { useWidth } from '../parts/useWidth.ts';
import { changeHeader, hang, nextSpot, spotOf, type ItemMove, type Spot } from './edits.ts';
import type { Chosen } from './Hang.tsx';

interface RodsProps {
  site: Site;
  header: Header;
  layout: HeaderLayout;
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
  /** The live header, which stands between the rails' rods and the spare one. */
  children: ReactNode;
}

const ORDINALS = ['First', 'Second', 'Third', 'Fourth', 'Fifth', 'Sixth', 'Seventh', 'Eighth'];
export const railName = (index: number) => `${ORDINALS[index] ?? `${index + 1}th`} rail`;

/** A tick on a rod: where an item can go, in pixels from the rod's left end. */
interface Tick {
  spot: Spot;
  x: number;
}

/** Where tags hang on a rod: their middles above the items, pushed apart where they would overlap. */
export function spread(middles: readonly number[], widths: readonly number[], length: number): number[] {
  const order = middles.map((_, i) => i).sort((a, b) => middles[a]! - middles[b]! || a - b);
  const lefts = middles.map((middle, i) => middle - widths[i]! / 2);
  let from = 0;
  for (const i of order) {
    lefts[i] = Math.max(from, lefts[i]!);
    from = lefts[i]! + widths[i]! + 8;
  }
  let to = length;
  for (const i of [...order].reverse()) {
    lefts[i] = Math.min(lefts[i]!, to - widths[i]!);
    to = lefts[i]! - 8;
  }
  return lefts;
}

/** Width of a tag by its text; long titles are cut. */
const tagWidth = (title: string) => Math.min(190, 30 + 7.4 * title.length);

/** A rod for each rail with its items hung from it, and the spare rod; items are dragged between them. */
export function Rods({ site, header, layout, chosen, onChoose, children }: RodsProps) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const area = useRef<HTMLDivElement>(null);
  const length = useWidth(area, 1240);
  const [target, setTarget] = useState<Tick>();
  const [dragged, setDragged] = useState<string>();
  const scale = Math.min(1, length / layout.width);
  const ticksOf = (rod: number | 'spare'): Tick[] => {
    if (dragged === undefined) return [];
    return rod === 'spare' ? spareTicks(header, dragged) : railTicks(header, layout, rod, dragged, scale);
  };
  /** The nearest tick to where a tag is held. */
  const nearest = (event: DragMoveEvent | DragEndEvent): Tick | undefined => {
    const held = event.active.rect.current.translated;
    if (!held || !area.current) return undefined;
    const [x, y] = [held.left + held.width / 2, held.top];
    const rods = [...area.current.querySelectorAll<HTMLElement>('[data-rod]')];
    const rod = rods.reduce((best, one) =>
      Math.abs(one.getBoundingClientRect().top - y) < Math.abs(best.getBoundingClientRect().top - y)
        ? one
        : best,
    );
    const { left } = rod.getBoundingClientRect();
    const ticks = ticksOf(rod.dataset.rod === 'spare' ? 'spare' : Number(rod.dataset.rod));
    return ticks.reduce<Tick | undefined>(
      (best, tick) => (!best || Math.abs(tick.x - (x - left)) < Math.abs(best.x - (x - left)) ? tick : best),
      undefined,
    );
  };
  const move = (itemId: string, to: Spot, title: string) =>
    changeHeader(header.id, `Move ${title}`, (draft) => hang(draft, itemId, to));
  const byKey = (item: Item, keyed: ItemMove) => {
    const to = nextSpot(header, item.id, keyed);
    if (to) move(item.id, to, kindOf(item).title(site, item));
  };
  const tags = { site, chosen, onChoose, onKey: byKey };
  return (
    <DndContext
      sensors={sensors}
      onDragStart={({ active }) => {
        setDragged(String(active.id));
        onChoose({ kind: 'item', id: String(active.id) });
      }}
      onDragMove={(event) => setTarget(nearest(event))}
      onDragEnd={(event) => {
        const to = nearest(event);
        const item = String(event.active.id);
        const from = spotOf(header, item);
        setDragged(undefined);
        setTarget(undefined);
        const isSame =
          from &&
          to &&
          from.rail === to.spot.rail &&
          from.place === to.spot.place &&
          from.index === to.spot.index;
        if (to && !isSame) move(item, to.spot, 'an item');
      }}
      onDragCancel={() => {
        setDragged(undefined);
        setTarget(undefined);
      }}
    >
      <div className="rods" ref={area}>
        {header.rails.map((rail, index) => (
          <RailRod
            key={index}
            {...tags}
            header={header}
            rail={rail}
            index={index}
            layout={layout}
            scale={scale}
            length={length}
            ticks={ticksOf(index)}
            target={target}
          />
        ))}
        {children}
        <SpareRod {...tags} header={header} ticks={ticksOf('spare')} target={target} area={area} />
      </div>
    </DndContext>
  );
}

/** Ticks of a rail's rod: before each item of each place and after its last, the dragged item left out. */
function railTicks(
  header: Header,
  layout: HeaderLayout,
  index: number,
  dragged: string,
  scale: number,
): Tick[] {
  const { inset } = railAt(header.rails[index]!, layout.width);
  const anchors: Record<Place, number> = {
    start: layout.bar.x + inset,
    middle: layout.bar.x + layout.bar.width / 2,
    end: layout.bar.x + layout.bar.width - inset,
  };
  return PLACES.flatMap((place) => {
    const items = header.rails[index]![place].filter(({ id }) => id !== dragged);
    const boxes = items.map(({ id }) => layout.items.find((laid) => laid.id === id)?.box);
    const first = boxes.find((box) => box);
    const xs = [
      first ? first.x - 6 : anchors[place],
      ...boxes.map((box) => (box ? box.x + box.width + 6 : anchors[place])),
    ];
    return xs.map((x, i) => ({ spot: { rail: index, place, index: i }, x: x * scale }));
  });
}

const SPARE_STEP = 150;

function spareTicks(header: Header, dragged: string): Tick[] {
  const items = (header.spare ?? []).filter(({ id }) => id !== dragged);
  return Array.from({ length: items.length + 1 }, (_, i) => ({
    spot: { rail: 'spare' as const, place: 'start' as const, index: i },
    x: 10 + i * SPARE_STEP,
  }));
}

interface TagsProps {
  site: Site;
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
  onKey: (item: Item, move: ItemMove) => void;
}

interface RailRodProps extends TagsProps {
  header: Header;
  rail: Rail;
  index: number;
  layout: HeaderLayout;
  scale: number;
  length: number;
  ticks: Tick[];
  target: Tick | undefined;
}

function RailRod({ site, header, rail, index, layout, scale, length, ticks, target, ...tags }: RailRodProps) {
  const laid = layout.rails.find((candidate) => candidate.index === index);
  const items = PLACES.flatMap((place) => rail[place].map((item) => ({ item, place })));
  const edges: Record<Place, number> = {
    start: layout.bar.x,
    middle: layout.bar.x + layout.bar.width / 2,
    end: layout.bar.x + layout.bar.width,
  };
  const boxes = items.map(({ item }) => layout.items.find(({ id }) => id === item.id)?.box);
  const middles = boxes.map((box, i) => scale * (box ? box.x + box.width / 2 : edges[items[i]!.place]));
  const titles = items.map(({ item }) => kindOf(item).title(site, item));
  const lefts = spread(middles, titles.map(tagWidth), length);
  const isChosen = tags.chosen.kind === 'rail' && tags.chosen.index === index;
  const stays = header.manner.onScroll === 'stays';
  const says = !laid
    ? layout.folded
      ? 'folded away at this width'
      : 'not shown at this width'
    : [
        `${laid.height} px`,
        stays ? (laid.leaves ? 'scrolls away' : 'stays') : 'leaves',
        laid.spare >= 0 ? `${Math.floor(laid.spare)} px to spare` : `${Math.ceil(-laid.spare)} px too narrow`,
      ].join(', ');
  return (
    <section className="rod-rail" aria-label={railName(index)}>
      <div className="rod-head">
        <button
          type="button"
          className="rod-name"
          aria-pressed={isChosen}
          onClick={() => tags.onChoose({ kind: 'rail', index })}
        >
          {railName(index)}
        </button>
        <span className="quiet">{says}</span>
      </div>
      <div className="hang-rod" data-rod={index}>
        <Ticks ticks={ticks} target={target} />
        {items.length === 0 && <span className="rod-empty quiet">Nothing hangs here yet</span>}
        {items.map(({ item }, i) => (
          <Tag
            key={item.id}
            item={item}
            title={titles[i]!}
            left={lefts[i]!}
            isShown={boxes[i] !== undefined}
            thread={middles[i]! - lefts[i]!}
            {...tags}
          />
        ))}
      </div>
    </section>
  );
}

function SpareRod({
  site,
  header,
  ticks,
  target,
  ...tags
}: TagsProps & {
  header: Header;
  ticks: Tick[];
  target: Tick | undefined;
  area: RefObject<HTMLElement | null>;
}) {
  const items = header.spare ?? [];
  const titles = items.map((item) => kindOf(item).title(site, item));
  return (
    <section className="rod-rail spare" aria-label="Spare rod">
      <div className="rod-head">
        <strong>Spare rod</strong>
        <span className="quiet">
          {items.length === 0
            ? 'What is not in use hangs here: drag it down, or press Alt and the down arrow.'
            : 'Made, but not in the header now.'}
        </span>
      </div>
      <div className="hang-rod" data-rod="spare">
        <Ticks ticks={ticks} target={target} />
        {items.map((item, i) => (
          <Tag
            key={item.id}
            item={item}
            title={titles[i]!}
            left={14 + i * SPARE_STEP}
            isShown
            thread={24}
            {...tags}
          />
        ))}
      </div>
    </section>
  );
}

function Ticks({ ticks, target }: { ticks: readonly Tick[]; target: Tick | undefined }) {
  const isTarget = ({ spot }: Tick) =>
    target?.spot.rail === spot.rail && target.spot.place === spot.place && target.spot.index === spot.index;
  return (
    <>
      {ticks.map((tick) => (
        <span
          key={`${tick.spot.place} ${tick.spot.index}`}
          className="rod-tick"
          data-target={isTarget(tick) || undefined}
          style={{ left: tick.x }}
        />
      ))}
    </>
  );
}

const KEYS: Record<string, ItemMove> = {
  ArrowLeft: 'earlier',
  ArrowRight: 'later',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

interface TagProps {
  item: Item;
  title: string;
  left: number;
  /** Where its thread comes down, from its left edge. */
  thread: number;
  isShown: boolean;
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
  onKey: (item: Item, move: ItemMove) => void;
}

function Tag({ item, title, left, thread, isShown, chosen, onChoose, onKey }: TagProps) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: item.id });
  const width = tagWidth(title);
  return (
    <button
      ref={setNodeRef}
      type="button"
      className="item-tag"
      data-item={item.id}
      data-away={!isShown || undefined}
      aria-pressed={chosen.kind === 'item' && chosen.id === item.id}
      aria-keyshortcuts="Alt+ArrowLeft Alt+ArrowRight Alt+ArrowUp Alt+ArrowDown"
      title={`${title}${isShown ? '' : ', not shown at this width'}. Drag it, or move it with Alt and the arrow keys.`}
      style={{
        left,
        width,
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        zIndex: isDragging ? 10 : undefined,
      }}
      {...listeners}
      onClick={() => onChoose({ kind: 'item', id: item.id })}
      onKeyDown={(event) => {
        const move = event.altKey ? KEYS[event.key] : undefined;
        if (!move) return;
        event.preventDefault();
        onChoose({ kind: 'item', id: item.id });
        onKey(item, move);
        // It may hang from another rod now: the focus goes along.
        requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-item="${item.id}"]`)?.focus());
      }}
    >
      <span className="item-thread" style={{ left: Math.min(width - 8, Math.max(8, thread)) }} />
      <span className="item-title" dir="auto">
        {title}
      </span>
    </button>
  );
}
