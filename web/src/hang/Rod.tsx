import { at } from '@hatrail/core/lists';
import { railName } from './railName.ts';
import { useDraggable } from '@dnd-kit/core';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import { kindOf } from '@hatrail/core/header/kinds/index';
import { PLACES, type Header, type RailPlace, type Rail } from '@hatrail/core/model/header';
import type { Item } from '@hatrail/core/model/item';
import type { Site } from '@hatrail/core/model/site';
import type { ItemMove } from './edits.ts';
import type { Chosen } from './chosen.ts';
import { SPARE_STEP, type Tick } from './ticks.ts';

/** Where tags hang on a rod: their middles above the items, pushed apart where they would overlap. */
export function spread(middles: readonly number[], widths: readonly number[], length: number): number[] {
  const order = middles.map((_, i) => i).sort((a, b) => at(middles, a) - at(middles, b) || a - b);
  const lefts = middles.map((middle, i) => middle - at(widths, i) / 2);
  let from = 0;
  for (const i of order) {
    lefts[i] = Math.max(from, at(lefts, i));
    from = at(lefts, i) + at(widths, i) + 8;
  }
  let to = length;
  for (const i of [...order].reverse()) {
    lefts[i] = Math.min(at(lefts, i), to - at(widths, i));
    to = at(lefts, i) - 8;
  }
  return lefts;
}

/** Width of a tag by its text; long titles are cut. */
const tagWidth = (title: string) => Math.min(190, 30 + 7.4 * title.length);

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

export function RailRod({
  site,
  header,
  rail,
  index,
  layout,
  scale,
  length,
  ticks,
  target,
  ...tags
}: RailRodProps) {
  const laid = layout.rails.find((candidate) => candidate.index === index);
  const items = PLACES.flatMap((place) => rail[place].map((item) => ({ item, place })));
  const box = laid ?? layout.bar;
  const edges: Record<RailPlace, number> = {
    start: box.x,
    middle: box.x + box.width / 2,
    end: box.x + box.width,
  };
  const boxes = items.map(({ item }) => layout.items.find(({ id }) => id === item.id)?.box);
  const middles = boxes.map((box, i) => scale * (box ? box.x + box.width / 2 : edges[at(items, i).place]));
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
            title={at(titles, i)}
            left={at(lefts, i)}
            isShown={boxes[i] !== undefined}
            thread={at(middles, i) - at(lefts, i)}
            {...tags}
          />
        ))}
      </div>
    </section>
  );
}

export function SpareRod({
  site,
  header,
  ticks,
  target,
  ...tags
}: TagsProps & {
  header: Header;
  ticks: Tick[];
  target: Tick | undefined;
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
      <div
        className="hang-rod"
        data-rod="spare"
        data-empty={(items.length === 0 && ticks.length === 0) || undefined}
      >
        <Ticks ticks={ticks} target={target} />
        {items.map((item, i) => (
          <Tag
            key={item.id}
            item={item}
            title={at(titles, i)}
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
