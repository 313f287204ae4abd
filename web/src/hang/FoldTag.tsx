import { useMemo } from 'react';
import { foldOf, ALWAYS } from '@hatrail/core/header/fold';
import { typedFor } from '@hatrail/core/header/typed';
import { kindOf } from '@hatrail/core/header/kinds/index';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import { headerItems, type Header } from '@hatrail/core/model/header';
import { Fold, type Item } from '@hatrail/core/model/item';
import { STEP_RANGE } from '@hatrail/core/model/stepped';
import { fittingFold } from '@hatrail/core/header/layout';
import type { Measure } from '@hatrail/core/measure/measure';
import type { Site } from '@hatrail/core/model/site';
import { ChoiceField, FieldRow } from '../parts/fields.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { OptionalNumber } from '../parts/OptionalNumber.tsx';
import { changeHeader } from '../editor/edits.ts';
import { foldBelow } from './edits.ts';

type Goes = 'bar' | 'panel' | 'nowhere';

interface FoldTagProps {
  site: Site;
  header: Header;
  measure: Measure;
  layout: HeaderLayout;
}

/** Changes how a header folds. */
type ChangeFold = (label: string, make: (draft: Fold) => void) => void;

/** How the header folds: where each item goes then, in which order, and how the folded menu opens. */
export function FoldTag({ site, header, measure, layout }: FoldTagProps) {
  const fold = foldOf(header);
  const items = headerItems(header).filter(({ kind }) => kind !== 'gap');
  const change: ChangeFold = (label, make) =>
    changeHeader(
      header.id,
      label,
      (draft) => {
        draft.fold ??= structuredClone(fold);
        make(draft.fold);
      },
      `fold ${label}`,
    );
  return (
    <section className="tag" aria-label="How it folds">
      <h2>When it folds</h2>
      <FoldWidth site={site} header={header} measure={measure} layout={layout} />
      <p className="quiet">Escape, a click outside and its button close the folded menu.</p>
      <WhereItemsGo site={site} fold={fold} items={items} change={change} />
      <FoldedOrder site={site} fold={fold} items={items} change={change} />
      <MenuButtonFields header={header} fold={fold} change={change} />
      <FoldedMenuFields site={site} header={header} fold={fold} change={change} />
    </section>
  );
}

interface FoldFieldsProps {
  fold: Fold;
  change: ChangeFold;
}

/** What stays in the bar, what goes into the menu, and what is not shown. */
function WhereItemsGo({
  site,
  fold,
  items,
  change,
}: FoldFieldsProps & { site: Site; items: readonly Item[] }) {
  const goes = ({ id }: Item): Goes =>
    fold.bar.includes(id) ? 'bar' : fold.panel.includes(id) ? 'panel' : 'nowhere';
  const send = ({ id }: Item, to: Goes) =>
    change('Where it goes when folded', (draft) => {
      draft.bar = draft.bar.filter((other) => other !== id);
      draft.panel = draft.panel.filter((other) => other !== id);
      if (to !== 'nowhere') draft[to].push(id);
    });
  return (
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
  );
}

/** In which order items stand in the folded menu. */
function FoldedOrder({
  site,
  fold,
  items,
  change,
}: FoldFieldsProps & { site: Site; items: readonly Item[] }) {
  const inPanel = fold.panel.flatMap((id) => items.find((item) => item.id === id) ?? []);
  const move = (id: string, by: number) =>
    change('Order of the folded menu', (draft) => {
      const order = inPanel.map((item) => item.id);
      const from = order.indexOf(id);
      order.splice(from, 1);
      order.splice(from + by, 0, id);
      draft.panel = order;
    });
  if (inPanel.length < 2) return null;
  return (
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
  );
}

/** Where the menu button hangs. */
function MenuButtonFields({ header, fold, change }: FoldFieldsProps & { header: Header }) {
  return (
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
  );
}

/** What the folded menu shows, from where it opens, and how large it is. */
function FoldedMenuFields({ site, header, fold, change }: FoldFieldsProps & { site: Site; header: Header }) {
  const set = (key: 'size' | 'row' | 'share') => (value: number | undefined) =>
    change(`Folded menu, ${key}`, (draft) => {
      if (value === undefined) delete draft[key];
      else draft[key] = value;
    });
  return (
    <>
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
      <OptionalNumber
        of={[Fold, 'share']}
        label="Covers"
        automatic="what it needs"
        unit="% of the window"
        value={fold.share}
        plain={80}
        set={set('share')}
      />
      <OptionalNumber
        of={[Fold, 'size']}
        label="Text"
        automatic="as the menu’s"
        value={fold.size}
        plain={typedFor(site, header).type.menu.size}
        set={set('size')}
      />
      <OptionalNumber
        of={[Fold, 'row']}
        label="Rows"
        automatic="44 px"
        unit="px high"
        value={fold.row}
        plain={44}
        set={set('row')}
      />
    </>
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
