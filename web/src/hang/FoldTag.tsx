import { useMemo } from 'react';
import { foldOf, ALWAYS } from '@hatrail/core/header/fold';
import { typedFor } from '@hatrail/core/header/typed';
import { kindOf } from '@hatrail/core/header/kinds/index';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import { headerItems, type Header } from '@hatrail/core/model/header';
import type { Fold, Item } from '@hatrail/core/model/item';
import { STEP_RANGE } from '@hatrail/core/model/stepped';
import { fittingFold } from '@hatrail/core/header/layout';
import type { Measure } from '@hatrail/core/measure/measure';
import type { Site } from '@hatrail/core/model/site';
import { ChoiceField, FieldRow } from '../parts/fields.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { changeHeader } from '../editor/edits.ts';
import { foldBelow } from './edits.ts';

type Goes = 'bar' | 'panel' | 'nowhere';

interface FoldTagProps {
  site: Site;
  header: Header;
  measure: Measure;
  layout: HeaderLayout;
}

/** How the header folds: where each item goes then, in which order, and how the folded menu opens. */
export function FoldTag({ site, header, measure, layout }: FoldTagProps) {
  const fold = foldOf(header);
  const items = headerItems(header).filter(({ kind }) => kind !== 'gap');
  const change = (label: string, make: (draft: Fold) => void) =>
    changeHeader(
      header.id,
      label,
      (draft) => {
        draft.fold ??= structuredClone(fold);
        make(draft.fold);
      },
      `fold ${label}`,
    );
  const goes = ({ id }: Item): Goes =>
    fold.bar.includes(id) ? 'bar' : fold.panel.includes(id) ? 'panel' : 'nowhere';
  const send = ({ id }: Item, to: Goes) =>
    change('Where it goes when folded', (draft) => {
      draft.bar = draft.bar.filter((other) => other !== id);
      draft.panel = draft.panel.filter((other) => other !== id);
      if (to !== 'nowhere') draft[to].push(id);
    });
  const inPanel = fold.panel.flatMap((id) => items.find((item) => item.id === id) ?? []);
  const move = (id: string, by: number) =>
    change('Order of the folded menu', (draft) => {
      const order = inPanel.map((item) => item.id);
      const from = order.indexOf(id);
      order.splice(from, 1);
      order.splice(from + by, 0, id);
      draft.panel = order;
    });
  const optional = (key: 'size' | 'row' | 'share', plain: number) => ({
    value: fold[key],
    set: (value: number | undefined) =>
      change(`Folded menu, ${key}`, (draft) => {
        if (value === undefined) delete draft[key];
        else draft[key] = value;
      }),
    plain,
  });
  const share = optional('share', 80);
  const size = optional('size', typedFor(site, header).type.menu.size);
  const row = optional('row', 44);
  return (
    <section className="tag" aria-label="How it folds">
      <h2>When it folds</h2>
      <FoldWidth site={site} header={header} measure={measure} layout={layout} />
      <p className="quiet">Escape, a click outside and its button close the folded menu.</p>
      <ul className="fold-list">
        {items.map((item) => (
          <li key={item.id}>
            <span dir="auto">{kindOf(item).title(site, item)}</span>
            <ChoiceField<Goes>
              label={`Where ${kindOf(item).title(site, item)} goes when folded`}
              value={goes(item)}
              options={[
                ['bar', 'stays in the bar'],
                ...(kindOf(item).panelHtml ? [['panel', 'into the menu'] as const] : []),
                ['nowhere', 'not shown'],
              ]}
              onChange={(to) => send(item, to)}
            />
          </li>
        ))}
      </ul>
      {inPanel.length > 1 && (
        <>
          <h3>Order in the folded menu</h3>
          <ol className="fold-order">
            {inPanel.map((item, i) => (
              <li key={item.id}>
                <span dir="auto">{kindOf(item).title(site, item)}</span>
                <button
                  type="button"
                  className="link"
                  disabled={i === 0}
                  aria-label={`${kindOf(item).title(site, item)}, up in the folded menu`}
                  onClick={() => move(item.id, -1)}
                >
                  up
                </button>
                <button
                  type="button"
                  className="link"
                  disabled={i === inPanel.length - 1}
                  aria-label={`${kindOf(item).title(site, item)}, down in the folded menu`}
                  onClick={() => move(item.id, 1)}
                >
                  down
                </button>
              </li>
            ))}
          </ol>
        </>
      )}
      <FieldRow label="Menu there">
        <ChoiceField
          label="Menu in the folded menu"
          value={fold.menu ?? ''}
          options={[['', 'the same'] as const, ...site.menus.map(({ id, name }) => [id, name] as const)]}
          onChange={(id) =>
            change('Menu in the folded menu', (draft) => {
              if (id === '') delete draft.menu;
              else draft.menu = id;
            })
          }
        />
      </FieldRow>
      <FieldRow label="Menu button">
        <span className="row">
          <ChoiceField
            label="Where the menu button hangs"
            value={fold.button?.place ?? 'end'}
            options={HANGS}
            onChange={(place) =>
              change('Where the menu button hangs', (draft) => {
                draft.button = { ...draft.button, place };
                if (place === 'end' && draft.button.rail === undefined) delete draft.button;
              })
            }
          />
          {header.rails.length > 1 && (
            <ChoiceField
              label="Rail of the menu button"
              value={String(fold.button?.rail ?? '')}
              options={[
                ['', 'with what stays'],
                ...header.rails.map((_, i) => [String(i + 1), `on rail ${i + 1}`] as const),
              ]}
              onChange={(rail) =>
                change('Rail of the menu button', (draft) => {
                  const { place = 'end' } = draft.button ?? {};
                  draft.button = { place, ...(rail !== '' && { rail: Number(rail) }) };
                  if (place === 'end' && rail === '') delete draft.button;
                })
              }
            />
          )}
        </span>
      </FieldRow>
      <FieldRow label="Opens from">
        <ChoiceField
          label="Edge that it opens from"
          value={fold.edge}
          options={[
            ['top', 'the top'],
            ['end', 'the end side'],
            ['bottom', 'the bottom'],
            ['start', 'the start side'],
          ]}
          onChange={(edge) => change('Edge of the folded menu', (draft) => void (draft.edge = edge))}
        />
      </FieldRow>
      <FieldRow label="Entries stand">
        <ChoiceField
          label="Where its entries stand"
          value={fold.entries ?? 'start'}
          options={HANGS}
          onChange={(place) =>
            change('Where the entries of the folded menu stand', (draft) => {
              if (place === 'start') delete draft.entries;
              else draft.entries = place;
            })
          }
        />
      </FieldRow>
      <Optional
        label="Covers"
        automatic="what it needs"
        unit="% of the window"
        min={20}
        max={100}
        {...share}
      />
      <Optional label="Text" automatic="as the menu’s" unit="px" min={12} max={40} {...size} />
      <Optional label="Rows" automatic="44 px" unit="px high" min={24} max={96} {...row} />
    </section>
  );
}

const HANGS = [
  ['start', 'at the start'],
  ['middle', 'in the middle'],
  ['end', 'at the end'],
] as const;

/** Below which width it folds: where it no longer fits, sooner, or at every width. */
function FoldWidth({ site, header, measure, layout }: FoldTagProps) {
  const fits = useMemo(() => fittingFold(site, header, measure), [site, header, measure]);
  if (fits >= ALWAYS)
    return (
      <p className="quiet">It is always folded: what hangs on a rail needs more than its largest width.</p>
    );
  const { always, sooner } = foldOf(header);
  const how = always ? 'always' : sooner !== undefined && sooner > fits ? 'below' : 'fits';
  const [least, most] = STEP_RANGE;
  const begin = Math.min(most, Math.max(least, fits + 1));
  return (
    <FieldRow label="Folds">
      <span className="row">
        <ChoiceField
          label="Where it folds"
          value={how}
          options={[
            ['fits', `where it no longer fits, below ${fits} px`],
            ['below', 'sooner'],
            ['always', 'at every width'],
          ]}
          onChange={(next) =>
            foldBelow(header, fits, next === 'always' ? most + 1 : next === 'below' ? begin : fits)
          }
        />
        {how === 'below' && (
          <NumberField
            label="Folds below"
            unit="px"
            min={begin}
            max={most}
            value={layout.foldWidth}
            onChange={(width) => foldBelow(header, fits, width)}
          />
        )}
      </span>
    </FieldRow>
  );
}

interface OptionalProps {
  label: string;
  /** What holds where nothing is set. */
  automatic: string;
  unit: string;
  min: number;
  max: number;
  value: number | undefined;
  plain: number;
  set: (value: number | undefined) => void;
}

/** A number that may be left to itself. */
export function Optional({ label, automatic, unit, min, max, value, plain, set }: OptionalProps) {
  return (
    <FieldRow label={label}>
      <span className="row">
        <ChoiceField
          label={`${label}, by itself or set`}
          value={value === undefined ? 'auto' : 'set'}
          options={[
            ['auto', automatic],
            ['set', 'set'],
          ]}
          onChange={(how) => set(how === 'set' ? plain : undefined)}
        />
        {value !== undefined && (
          <NumberField label={label} unit={unit} min={min} max={max} value={value} onChange={set} />
        )}
      </span>
    </FieldRow>
  );
}
