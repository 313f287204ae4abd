import { DndContext, PointerSensor, closestCenter, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, arrayMove, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Button } from '@mui/material';
import { memo, useMemo, useState, type KeyboardEvent } from 'react';
import { freeId } from '@hatrail/core/model/freeId';
import { AUDIENCES, type Placement } from '@hatrail/core/model/placement';
import { MOST_PLACEMENTS, type Site } from '@hatrail/core/model/site';
import { placementsTold, whereWords, type PlacementTold } from '@hatrail/core/placed/told';
import type { Verdict } from '@hatrail/core/sweep/verdict';
import { useLocation } from 'react-router';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { VerdictMark } from '../parts/Verdict.tsx';
import { useBorne, type Borne } from './proof.ts';
import { setPlacements } from '../editor/edits.ts';
import { ChoiceField, FieldRow, TextInput } from '../parts/fields.tsx';

/** The placements in order, the first that fits decides: dragged or moved by keys, each with what it decides. */
export function Placements({ loaded, decided }: { loaded: LoadedSite; decided: string | undefined }) {
  const { site } = loaded;
  const { state } = useLocation() as { state: { open?: string } | null };
  const placements = useMemo(() => site.placements ?? [], [site.placements]);
  const told = useMemo(() => placementsTold(site), [site]);
  const [open, setOpen] = useState(state?.open);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const move = (from: number, to: number) => {
    if (from === to || to < 0 || to >= placements.length) return;
    setPlacements('Order of placements', arrayMove([...placements], from, to));
  };
  const place = (placement: Omit<Placement, 'id'>) => {
    const known = site.placements ?? [everywhere(site)];
    const id = freeId('placement', known);
    setPlacements('Place a header', [{ id, ...placement }, ...known]);
    setOpen(id);
  };
  return (
    <section className="placements" aria-label="Placements">
      <h2>Placements</h2>
      <p className="quiet">
        {placements.length === 0
          ? `There are none: ${site.headers[0]?.name ?? 'no header'} hangs everywhere.`
          : 'The first that fits a page decides.'}
      </p>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          const at = (id: unknown) => placements.findIndex((each) => each.id === id);
          if (over) move(at(active.id), at(over.id));
        }}
      >
        <SortableContext items={placements.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ol className="placement-list">
            {told.map((each, i) => (
              <PlacementCard
                key={each.placement.id}
                loaded={loaded}
                told={each}
                isDecided={each.placement.id === decided}
                isOpen={each.placement.id === open}
                onOpen={(isOpen) => setOpen(isOpen ? each.placement.id : undefined)}
                onMove={(by) => move(i, i + by)}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <Button
        variant="contained"
        disabled={placements.length >= MOST_PLACEMENTS}
        onClick={() => place({ header: (site.headers[1] ?? site.headers[0])!.id, pages: [] })}
      >
        Place a header
      </Button>
      {placements.length > 1 && (
        <p className="quiet placement-hint">Drag to put one before another, or press Alt and an arrow key.</p>
      )}
    </section>
  );
}

/** The placement that a site without any has in effect. */
const everywhere = (site: Site): Placement => ({ id: 'everywhere', header: site.headers[0]!.id });

interface CardProps {
  loaded: LoadedSite;
  told: PlacementTold;
  isDecided: boolean;
  isOpen: boolean;
  onOpen: (isOpen: boolean) => void;
  onMove: (by: -1 | 1) => void;
}

const PlacementCard = memo(function PlacementCard({
  loaded,
  told,
  isDecided,
  isOpen,
  onOpen,
  onMove,
}: CardProps) {
  const { site } = loaded;
  const { placement, decides, problem } = told;
  const { setNodeRef, setActivatorNodeRef, listeners, transform, transition } = useSortable({
    id: placement.id,
  });
  const header = site.headers.find(({ id }) => id === placement.header);
  const name = placement.header === undefined ? 'No header' : (header?.name ?? 'A header that has gone');
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (!event.altKey || !by) return;
    event.preventDefault();
    onMove(by as -1 | 1);
  };
  return (
    <li
      ref={setNodeRef}
      className="placement"
      data-decided={isDecided}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      onKeyDown={onKeyDown}
    >
      <div className="placement-head" ref={setActivatorNodeRef} {...listeners}>
        <button
          type="button"
          className="placement-name"
          aria-expanded={isOpen}
          onClick={() => onOpen(!isOpen)}
        >
          {name}
        </button>
        <span className="quiet">
          {decides.length === 0
            ? 'none reached'
            : decides.length === 1
              ? '1 page'
              : `${decides.length} pages`}
        </span>
      </div>
      <p className="placement-where">{whereWords(site, placement)}</p>
      {problem && (
        <p className="placement-problem" role="note">
          {problem.text}{' '}
          <button
            type="button"
            className="link"
            onClick={() => setPlacements(`${problem.mend.text}: ${name}`, problem.mend.placements)}
          >
            {problem.mend.text}
          </button>
        </p>
      )}
      {isOpen && <PlacementFields loaded={loaded} placement={placement} onMove={onMove} />}
    </li>
  );
});

const NONE = '-';
const PATH = /^\/([a-z0-9-]+(\/[a-z0-9-]+)*)?$/;
const pathProblem = (text: string) =>
  PATH.test(text)
    ? undefined
    : 'Give an address like /visit: small letters, digits, hyphens, no slash at the end.';

type SetPlacement = (label: string, change: (old: Placement) => Placement, group?: string) => void;

function PlacementFields({
  loaded,
  placement,
  onMove,
}: {
  loaded: LoadedSite;
  placement: Placement;
  onMove: (by: -1 | 1) => void;
}) {
  const { site } = loaded;
  const placements = site.placements ?? [];
  const { who, header } = placement;
  const set: SetPlacement = (label, change, group) =>
    setPlacements(
      label,
      placements.map((each) => (each === placement ? change(each) : each)),
      group,
    );
  return (
    <div className="placement-fields">
      <FieldRow label="Header">
        <ChoiceField
          label="Header"
          value={header ?? NONE}
          options={[
            [NONE, 'No header'],
            ...site.headers.map(({ id, name }) => [id, name] as const),
            ...(header !== undefined && site.headers.every(({ id }) => id !== header)
              ? [[header, 'One that has gone'] as const]
              : []),
          ]}
          onChange={(next) =>
            set('Header of a placement', ({ header: _, ...rest }) =>
              next === NONE ? rest : { ...rest, header: next },
            )
          }
        />
      </FieldRow>
      <WhereFields loaded={loaded} placement={placement} set={set} />
      <FieldRow label="For">
        <ChoiceField
          label="For"
          value={who ?? NONE}
          options={[[NONE, 'Everyone'], ...AUDIENCES.map((each) => [each, `Visitors ${each}`] as const)]}
          onChange={(next) =>
            set('Visitors of a placement', ({ who: _, ...rest }) => {
              const chosen = AUDIENCES.find((each) => each === next);
              return chosen ? { ...rest, who: chosen } : rest;
            })
          }
        />
      </FieldRow>
      <div className="row">
        <Button
          size="small"
          variant="outlined"
          onClick={() => onMove(-1)}
          disabled={placements[0] === placement}
        >
          Sooner
        </Button>
        <Button
          size="small"
          variant="outlined"
          onClick={() => onMove(1)}
          disabled={placements.at(-1) === placement}
        >
          Later
        </Button>
        <Button
          size="small"
          variant="outlined"
          onClick={() =>
            setPlacements(
              'Remove a placement',
              placements.filter((each) => each !== placement),
            )
          }
        >
          Remove
        </Button>
      </div>
    </div>
  );
}

/** On which pages a placement holds, and on which of those not. */
function WhereFields({
  loaded,
  placement,
  set,
}: {
  loaded: LoadedSite;
  placement: Placement;
  set: SetPlacement;
}) {
  const { site } = loaded;
  const { pages, below, except, who, header } = placement;
  const borne = useBorne(loaded, pages && site.headers.find(({ id }) => id === header), who);
  const where = pages ? 'pages' : below !== undefined ? 'below' : 'everywhere';
  const bare = ({ pages: _, below: __, ...rest }: Placement): Placement => rest;
  return (
    <>
      <FieldRow label="Where">
        <ChoiceField
          label="Where"
          value={where}
          options={[
            ['everywhere', 'Everywhere'],
            ['pages', 'Chosen pages'],
            ['below', 'An address and below'],
          ]}
          onChange={(next) =>
            set('Where a placement holds', (old) => ({
              ...bare(old),
              ...(next === 'pages' && { pages: [] }),
              ...(next === 'below' && { below: '/' }),
            }))
          }
        />
      </FieldRow>
      {pages && (
        <PageChecks
          site={site}
          label="Pages"
          chosen={pages}
          borne={borne}
          onChange={(next) => set('Pages of a placement', (old) => ({ ...old, pages: next }))}
        />
      )}
      {where === 'below' && (
        <FieldRow label="Address">
          <TextInput
            label="Address"
            value={below ?? '/'}
            problem={pathProblem}
            onChange={(next) =>
              set('Address of a placement', (old) => ({ ...old, below: next }), `below ${placement.id}`)
            }
          />
        </FieldRow>
      )}
      {where !== 'pages' && (
        <PageChecks
          site={site}
          label="But not on"
          chosen={except?.pages ?? []}
          onChange={(next) =>
            set('What a placement excepts', ({ except: old, ...rest }) => {
              const { pages: _, ...others } = old ?? {};
              const all = { ...others, ...(next.length > 0 && { pages: next }) };
              return Object.keys(all).length > 0 ? { ...rest, except: all } : rest;
            })
          }
        />
      )}
    </>
  );
}

function PageChecks({
  site,
  label,
  chosen,
  borne,
  onChange,
}: {
  site: Site;
  label: string;
  chosen: readonly string[];
  /** How the header would stand on each of them. */
  borne?: Borne;
  onChange: (ids: string[]) => void;
}) {
  const bearing = site.pages.filter(({ id }) => borne?.verdicts.get(id) === 'clear').map(({ id }) => id);
  const isChosen = bearing.length === chosen.length && bearing.every((id) => chosen.includes(id));
  return (
    <fieldset className="placement-pages">
      <legend>{label}</legend>
      {borne && (
        <p className="quiet" role="status">
          {borne.isWhole
            ? `It would be clear on ${bearing.length} of ${site.pages.length} ${site.pages.length === 1 ? 'page' : 'pages'}. `
            : `Being swept: ${borne.verdicts.size} of ${site.pages.length} pages. `}
          {borne.isWhole && bearing.length > 0 && !isChosen && (
            <button type="button" className="link" onClick={() => onChange(bearing)}>
              Choose {bearing.length === 1 ? 'that one' : `those ${bearing.length}`}
            </button>
          )}
        </p>
      )}
      {site.pages.map(({ id, title }) => (
        <label key={id}>
          <input
            type="checkbox"
            checked={chosen.includes(id)}
            onChange={({ target }) =>
              onChange(target.checked ? [...chosen, id] : chosen.filter((each) => each !== id))
            }
          />
          {title}
          <PageMark verdict={borne?.verdicts.get(id)} />
        </label>
      ))}
    </fieldset>
  );
}

/** How the header would stand on a page, at its end. */
function PageMark({ verdict }: { verdict: Verdict | undefined }) {
  if (!verdict) return null;
  return (
    <span className="placement-mark">
      <VerdictMark verdict={verdict} />
      <span className="sr-only">, {verdict}</span>
    </span>
  );
}
