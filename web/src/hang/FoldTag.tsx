import { foldOf, ALWAYS } from '@hatrail/core/header/fold';
import { kindOf } from '@hatrail/core/header/kinds/index';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import { headerItems, type Header } from '@hatrail/core/model/header';
import type { Fold, Item } from '@hatrail/core/model/item';
import type { Site } from '@hatrail/core/model/site';
import { ChoiceField, FieldRow } from '../parts/fields.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { changeHeader } from '../editor/edits.ts';

type Goes = 'bar' | 'panel' | 'nowhere';

/** How the header folds: where each item goes then, in which order, and how the folded menu opens. */
export function FoldTag({ site, header, layout }: { site: Site; header: Header; layout: HeaderLayout }) {
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
  const size = optional('size', site.type.menu.size);
  const row = optional('row', 44);
  return (
    <section className="tag" aria-label="How it folds">
      <h2>When it folds</h2>
      <p className="quiet">
        {layout.foldWidth >= ALWAYS ? 'It is always folded.' : `Below ${layout.foldWidth} px.`} Escape, a
        click outside and its button close the folded menu.
      </p>
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
                  aria-label={`${kindOf(item).title(site, item)} earlier in the folded menu`}
                  onClick={() => move(item.id, -1)}
                >
                  up
                </button>
                <button
                  type="button"
                  className="link"
                  disabled={i === inPanel.length - 1}
                  aria-label={`${kindOf(item).title(site, item)} later in the folded menu`}
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
