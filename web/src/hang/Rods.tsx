import {
  DndContext,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragMoveEvent,
} from '@dnd-kit/core';
import { useRef, useState, type ReactNode } from 'react';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import { kindOf } from '@hatrail/core/header/kinds/index';
import type { Header } from '@hatrail/core/model/header';
import type { Item } from '@hatrail/core/model/item';
import type { Site } from '@hatrail/core/model/site';
import { useWidth } from '../parts/useWidth.ts';
import { changeHeader } from '../editor/edits.ts';
import { hang, nextSpot, rodSpotOf, type ItemMove, type RodSpot } from './edits.ts';
import type { Chosen } from './chosen.ts';
import { RailRod, SpareRod } from './Rod.tsx';
import { railTicks, spareTicks, type Tick } from './ticks.ts';

interface RodsProps {
  site: Site;
  header: Header;
  layout: HeaderLayout;
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
  /** The live header, which stands between the rails' rods and the spare one. */
  children: ReactNode;
}

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
  const move = (itemId: string, to: RodSpot, title: string) =>
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
        const from = rodSpotOf(header, item);
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
        <SpareRod {...tags} header={header} ticks={ticksOf('spare')} target={target} />
      </div>
    </DndContext>
  );
}
