import { AUDIENCES } from '@hatrail/core/model/placement';
import { at } from '@hatrail/core/lists';
import { Button } from '@mui/material';
import { freeId } from '@hatrail/core/model/freeId';
import { itemIds } from '@hatrail/core/gather/swatches';
import { kindOf } from '@hatrail/core/header/kinds/index';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import { belowLogo, levelShift } from '@hatrail/core/header/readings';
import { typedFor } from '@hatrail/core/header/typed';
import { itemAt } from '@hatrail/core/header/steps';
import type { Measure } from '@hatrail/core/measure/measure';
import type { Header } from '@hatrail/core/model/header';
import {
  LogoItem,
  ALIGNMENTS,
  type Alignment,
  type GapItem,
  type Item,
  type ItemStep,
} from '@hatrail/core/model/item';
import type { Site } from '@hatrail/core/model/site';
import { ChoiceField, OnOff, FieldRow } from '../parts/fields.tsx';
import { RuleNumber } from '../parts/RuleNumber.tsx';
import { ByWidth } from '../parts/ByWidth.tsx';
import { changeHeader } from '../editor/edits.ts';
import { changeItem, hang, hangCopy, rodSpotOf } from './edits.ts';
import type { Chosen } from './chosen.ts';
import { reusableItem } from '../reuse/kinds.ts';
import { Reuse } from '../reuse/Reuse.tsx';
import { KindFields } from './KindFields.tsx';
import { LookFields } from './LookFields.tsx';
import { nameReads, steppedValues } from './steppedValues.ts';

interface ItemTagProps {
  site: Site;
  header: Header;
  item: Item;
  layout: HeaderLayout;
  measure: Measure;
  onChoose: (chosen: Chosen) => void;
}

const ALIGN_NAMES: Record<Alignment, string> = {
  start: 'at the top',
  middle: 'in the middle',
  end: 'at the bottom',
};

/** The chosen item's tag: what it shows, its sizes, its place across the rail, its backing, and what changes by width. */
export function ItemTag({ site, header, item, layout, measure, onChoose }: ItemTagProps) {
  const title = kindOf(item).title(site, item);
  const change = <I extends Item>(label: string, make: (draft: I) => void) =>
    changeItem(header.id, item as I, label, make);
  return (
    <section className="tag item-settings" aria-label={title}>
      <h2 dir="auto">{title}</h2>
      <Reading site={site} header={header} item={item} layout={layout} measure={measure} />
      <KindFields site={typedFor(site, header)} item={item} change={change} />
      {item.kind !== 'gap' && <StandsFields item={item} change={change} />}
      {item.kind !== 'gap' && item.kind !== 'button' && (
        <LookFields site={site} item={item} change={change} />
      )}
      <ShownFields item={item} change={change} />
      <ByWidth<ItemStep>
        of="it"
        steps={item.steps}
        canHide
        values={steppedValues(typedFor(site, header), item)}
        choices={item.kind === 'name' && site.tagline !== '' ? [nameReads(item)] : []}
        onChange={(steps, label) =>
          change(label, (draft) => {
            if (steps) draft.steps = steps;
            else delete draft.steps;
          })
        }
      />
      {item.kind !== 'gap' && <Reuse site={site} of={reusableItem(site, header, item)} />}
      <ItemActs header={header} item={item} title={title} onChoose={onChoose} />
    </section>
  );
}

type ChangeItem = <I extends Item>(label: string, make: (draft: I) => void) => void;

/** Where an item stands between the upper and the lower edge of its rail. */
function StandsFields({ item, change }: { item: Exclude<Item, GapItem>; change: ChangeItem }) {
  return (
    <>
      <FieldRow label="Stands">
        <ChoiceField
          label="Where it stands across the rail"
          value={item.align ?? 'middle'}
          options={ALIGNMENTS.map((align) => [align, ALIGN_NAMES[align]] as const)}
          onChange={(align) =>
            change('Alignment', (draft) => {
              if (align === 'middle') delete draft.align;
              else draft.align = align;
            })
          }
        />
      </FieldRow>
      <FieldRow label="Moved down">
        <RuleNumber
          of={[LogoItem, 'shift']}
          label="Moved down"
          unit="px"
          step={0.5}
          value={item.shift ?? 0}
          onChange={(shift) =>
            change('Moved down', (draft) => {
              if (shift === 0) delete draft.shift;
              else draft.shift = shift;
            })
          }
        />
      </FieldRow>
    </>
  );
}

/** Whether an item is shown, and for whom. */
function ShownFields({ item, change }: { item: Item; change: ChangeItem }) {
  return (
    <>
      <FieldRow label="Shown">
        <OnOff
          label="It is shown"
          value={item.shown !== false}
          onChange={(shown) =>
            change('Shown', (draft) => {
              if (shown) delete draft.shown;
              else draft.shown = false;
            })
          }
        />
      </FieldRow>
      {item.kind !== 'gap' && (
        <FieldRow label="For">
          <ChoiceField
            label="For which visitors"
            value={item.who ?? 'everyone'}
            options={[['everyone', 'Everyone'], ...AUDIENCES.map((who) => [who, `Visitors ${who}`] as const)]}
            onChange={(who) =>
              change('For which visitors', (draft) => {
                if (who === 'everyone') delete draft.who;
                else draft.who = who;
              })
            }
          />
        </FieldRow>
      )}
    </>
  );
}

/** What can be done with an item as a whole. */
function ItemActs({
  header,
  item,
  title,
  onChoose,
}: Pick<ItemTagProps, 'header' | 'item' | 'onChoose'> & { title: string }) {
  const spare = rodSpotOf(header, item.id)?.rail === 'spare';
  const copy = () => {
    const id = freeId(item.id, itemIds(header));
    changeHeader(header.id, `Copy ${title}`, (draft) => hangCopy(draft, item.id, id));
    onChoose({ kind: 'item', id });
  };
  const putAway = () =>
    changeHeader(header.id, `${title} to the spare rod`, (draft) =>
      hang(draft, item.id, { rail: 'spare', place: 'start', index: draft.spare?.length ?? 0 }),
    );
  const putOn = () =>
    changeHeader(header.id, `Hang ${title}`, (draft) =>
      hang(draft, item.id, { rail: 0, place: 'end', index: at(draft.rails, 0).end.length }),
    );
  const remove = () => {
    changeHeader(header.id, `Remove ${title}`, (draft) => {
      draft.spare = draft.spare!.filter(({ id }) => id !== item.id);
      if (draft.spare.length === 0) delete draft.spare;
    });
    onChoose({ kind: 'header' });
  };
  return (
    <div className="row tag-acts">
      <Button size="small" variant="outlined" onClick={copy}>
        Copy with its look
      </Button>
      {spare ? (
        <>
          <Button size="small" variant="outlined" onClick={putOn}>
            Hang it
          </Button>
          <Button size="small" onClick={remove}>
            Remove
          </Button>
        </>
      ) : (
        <Button size="small" variant="outlined" onClick={putAway}>
          To the spare rod
        </Button>
      )}
    </div>
  );
}

/** How its middle lies against the logo's, and the way to level it. */
function Reading({ site, header, item, layout, measure }: Omit<ItemTagProps, 'onChoose'>) {
  const laid = layout.items.find(({ id }) => id === item.id);
  if (!laid) return <p className="quiet">Not shown at {layout.width} px.</p>;
  const size = `${Math.round(laid.box.width * 10) / 10} × ${Math.round(laid.box.height * 10) / 10} px`;
  const off = belowLogo(site, header, layout, item.id);
  if (!off) return <p className="quiet">{size}</p>;
  const by = Math.round(off.by * 10) / 10;
  const shift = itemAt(item, layout.width).shift ?? 0;
  const level = levelShift(site, header, layout.width, item.id, measure) ?? shift;
  return (
    <p className="quiet">
      {size}.{' '}
      {level === shift
        ? `Its middle is level with the ${off.what}’s, to half a pixel.`
        : `Its middle is ${Math.abs(by)} px ${by < 0 ? 'above' : 'below'} the ${off.what}’s`}
      {level !== shift && (
        <>
          {' · '}
          <button
            type="button"
            className="link"
            onClick={() => changeItem(header.id, item, 'Level it', (draft) => void (draft.shift = level))}
          >
            level it
          </button>
        </>
      )}
    </p>
  );
}
