import { at } from '@hatrail/core/lists';
import { Button } from '@mui/material';
import { useState } from 'react';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import { isBoxed } from '@hatrail/core/header/boxSeen';
import { paddingFor } from '@hatrail/core/header/readings';
import { railAt } from '@hatrail/core/header/steps';
import { itemsOf, Rail, RailStep, type Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { reusableRail } from '../reuse/kinds.ts';
import { Reuse } from '../reuse/Reuse.tsx';
import { ChoiceField, OnOff, FieldRow } from '../parts/fields.tsx';
import { RuleNumber } from '../parts/RuleNumber.tsx';
import { ByWidth } from '../parts/ByWidth.tsx';
import { steppedNumber } from '../parts/steppedNumber.ts';
import { changeHeader } from '../editor/edits.ts';
import { keepLeading } from './edits.ts';
import { OptionalNumber } from '../parts/OptionalNumber.tsx';
import type { Chosen } from './chosen.ts';
import { railName } from './railName.ts';

interface RailTagProps {
  site: Site;
  header: Header;
  index: number;
  layout: HeaderLayout;
  onChoose: (chosen: Chosen) => void;
}

/** Changes one rail. */
type ChangeRail = (label: string, make: (draft: Rail) => void) => void;

/** A rail's tag: its height, margins and width, and what it does on scroll. */
export function RailTag({ site, header, index, layout, onChoose }: RailTagProps) {
  const rail = at(header.rails, index);
  const laid = layout.rails.find((candidate) => candidate.index === index);
  const now = railAt(rail, layout.width);
  const contents = laid?.contents ?? 0;
  const change: ChangeRail = (label, make) =>
    changeHeader(
      header.id,
      label,
      (draft) => {
        make(at(draft.rails, index));
        keepLeading(draft);
      },
      `rail ${index} ${label}`,
    );
  return (
    <section className="tag" aria-label={railName(index)}>
      <h2>{railName(index)}</h2>
      {laid && (
        <p className="quiet">
          {laid.height} px high at {layout.width}; its contents are {round(contents)} px high and{' '}
          {round(laid.needed - 2 * now.inset)} wide.
        </p>
      )}
      <RailHeight rail={rail} laid={laid?.height} contents={contents} change={change} />
      <RailRoom rail={rail} change={change} />
      <RailPlace header={header} index={index} change={change} />
      <ByWidth
        of="the rail"
        steps={rail.steps}
        canHide
        values={[
          rail.padding === undefined
            ? steppedNumber([RailStep, 'height'], [Rail, 'height'], { label: 'Height', base: rail.height })
            : steppedNumber([RailStep, 'padding'], [Rail, 'padding'], {
                label: 'Padding',
                base: rail.padding,
              }),
          steppedNumber([RailStep, 'inset'], [Rail, 'inset'], { label: 'Margins', base: rail.inset }),
          steppedNumber([RailStep, 'gap'], [Rail, 'gap'], { label: 'Between', base: rail.gap }),
        ]}
        onChange={(steps, label) =>
          change(label, (draft) => {
            if (steps) draft.steps = steps;
            else delete draft.steps;
          })
        }
      />
      <Reuse site={site} of={reusableRail(header, index)} />
      <RailActs header={header} index={index} onChoose={onChoose} />
    </section>
  );
}

/** Its height: set, from its contents, or the padding that gives a height. */
function RailHeight({
  rail,
  laid,
  contents,
  change,
}: {
  rail: Rail;
  /** As it is laid out, CSS pixels. */
  laid: number | undefined;
  contents: number;
  change: ChangeRail;
}) {
  const [wanted, setWanted] = useState(laid ?? rail.height);
  const gives = paddingFor(wanted, contents);
  return (
    <>
      <FieldRow label="Height">
        <ChoiceField
          label="Height of the rail"
          value={rail.padding === undefined ? 'height' : 'padding'}
          options={[
            ['height', 'set'],
            ['padding', 'from its contents'],
          ]}
          onChange={(how) =>
            change('Height or padding', (draft) => {
              if (how === 'height') {
                delete draft.padding;
                draft.height = Math.max(16, laid ?? draft.height);
              } else draft.padding = paddingFor(laid ?? rail.height, contents);
            })
          }
        />
      </FieldRow>
      {rail.padding === undefined ? (
        <FieldRow label="">
          <RuleNumber
            of={[Rail, 'height']}
            label="Height in px"
            unit="px"
            value={rail.height}
            onChange={(height) => change('Height of a rail', (draft) => void (draft.height = height))}
          />
        </FieldRow>
      ) : (
        <FieldRow label="Padding">
          <RuleNumber
            of={[Rail, 'padding']}
            label="Padding above and below"
            unit="px above and below"
            step={0.5}
            value={rail.padding}
            onChange={(padding) => change('Padding of a rail', (draft) => void (draft.padding = padding))}
          />
        </FieldRow>
      )}
      <FieldRow label="For a height">
        <span className="row">
          <RuleNumber
            of={[Rail, 'height']}
            label="Wanted height"
            unit="px"
            value={wanted}
            onChange={setWanted}
          />
          <button
            type="button"
            className="link"
            onClick={() => change('Padding for a height', (draft) => void (draft.padding = gives))}
          >
            padding of {round(gives)} px
          </button>
        </span>
      </FieldRow>
    </>
  );
}

/** The room at its sides and between its items, and its largest width. */
function RailRoom({ rail, change }: { rail: Rail; change: ChangeRail }) {
  return (
    <>
      <FieldRow label="Margins">
        <RuleNumber
          of={[Rail, 'inset']}
          label="Room at each side"
          unit="px at each side"
          value={rail.inset}
          onChange={(inset) => change('Margins of a rail', (draft) => void (draft.inset = inset))}
        />
      </FieldRow>
      <FieldRow label="Between">
        <RuleNumber
          of={[Rail, 'gap']}
          label="Room between two items"
          unit="px between items"
          value={rail.gap}
          onChange={(gap) => change('Room between items', (draft) => void (draft.gap = gap))}
        />
      </FieldRow>
      <OptionalNumber
        of={[Rail, 'max']}
        label="Largest width"
        automatic="as wide as the header"
        plain={1200}
        value={rail.max}
        set={(max) =>
          change('Largest width of a rail', (draft) => {
            if (max === undefined) delete draft.max;
            else draft.max = max;
          })
        }
      />
    </>
  );
}

/** Where it stands: whether it scrolls away, stands in the flow, or runs the full width. */
function RailPlace({ header, index, change }: { header: Header; index: number; change: ChangeRail }) {
  const rail = at(header.rails, index);
  const above = header.rails.slice(0, index);
  const canLeave = header.manner.onScroll === 'stays' && above.every(({ leaves }) => leaves);
  const canFlow = header.manner.lies === 'over' && above.every(({ inFlow }) => inFlow);
  const canRunFull = index < header.rails.length - 1 && above.every(({ full }) => full);
  return (
    <>
      {header.manner.onScroll === 'stays' && (
        <FieldRow label="Scrolls away">
          <span className="row">
            <Flag
              label="It scrolls away"
              value={rail.leaves === true}
              can={canLeave}
              set={(on) => change('Scrolls away', (draft) => flag(draft, 'leaves', on))}
            />
          </span>
        </FieldRow>
      )}
      {header.manner.lies === 'over' && (
        <FieldRow label="In the flow">
          <span className="row">
            <Flag
              label="It stands in the flow"
              value={rail.inFlow === true}
              can={canFlow}
              set={(on) => change('In the flow', (draft) => flag(draft, 'inFlow', on))}
            />
          </span>
        </FieldRow>
      )}
      {(isBoxed(header) || rail.full) && (
        <FieldRow label="Full width">
          <span className="row">
            <Flag
              label="It runs the full width, above the box"
              value={rail.full === true}
              can={canRunFull}
              set={(on) => change('Full width', (draft) => flag(draft, 'full', on))}
            />
          </span>
        </FieldRow>
      )}
    </>
  );
}

/** Up, down, and away. */
function RailActs({ header, index, onChoose }: Pick<RailTagProps, 'header' | 'index' | 'onChoose'>) {
  const reorder = (by: number) => {
    changeHeader(header.id, 'Order of rails', (draft) => {
      const [moved] = draft.rails.splice(index, 1);
      draft.rails.splice(index + by, 0, moved!);
      keepLeading(draft);
    });
    onChoose({ kind: 'rail', index: index + by });
  };
  const remove = () => {
    changeHeader(header.id, `Remove the ${railName(index).toLowerCase()}`, (draft) => {
      const items = itemsOf(at(draft.rails, index));
      draft.rails.splice(index, 1);
      if (items.length > 0) draft.spare = [...(draft.spare ?? []), ...items];
      keepLeading(draft);
    });
    onChoose({ kind: 'header' });
  };
  return (
    <div className="row tag-acts">
      <Button size="small" variant="outlined" disabled={index === 0} onClick={() => reorder(-1)}>
        Up
      </Button>
      <Button
        size="small"
        variant="outlined"
        disabled={index === header.rails.length - 1}
        onClick={() => reorder(1)}
      >
        Down
      </Button>
      <Button size="small" disabled={header.rails.length === 1} onClick={remove}>
        Remove, its items to the spare rod
      </Button>
    </div>
  );
}

const round = (v: number) => Math.round(v * 10) / 10;

function flag(rail: Rail, key: 'leaves' | 'inFlow' | 'full', on: boolean): void {
  if (on) rail[key] = true;
  else delete rail[key];
}

function Flag({
  label,
  value,
  can,
  set,
}: {
  label: string;
  value: boolean;
  can: boolean;
  set: (on: boolean) => void;
}) {
  if (!can && !value) return <span className="quiet">only if all rails above it do</span>;
  return <OnOff label={label} value={value} onChange={set} />;
}
