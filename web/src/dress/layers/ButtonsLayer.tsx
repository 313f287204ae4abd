import { Link } from 'react-router';
import { useState } from 'react';
import { STATE_NAMES } from '@hatrail/core/header/stateNames';
import { buttonIn, type ButtonWorn } from '@hatrail/core/header/states';
import { BUTTON_STATES, buttonKey } from '@hatrail/core/layers/buttons';
import { LAYERS } from '@hatrail/core/layers/index';
import { told } from '@hatrail/core/layers/kind';
import type { Tint } from '@hatrail/core/model/layer';
import type { ColourUse, Swatch } from '@hatrail/core/model/palette';
import { rangeOf } from '@hatrail/core/model/rules';
import type { Row } from '@hatrail/core/sweep/row';
import { useEditor } from '../../editor/store.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { PercentSlider } from '../../parts/PercentSlider.tsx';
import { VerdictText } from '../../parts/Verdict.tsx';
import { buttonsOf, cutLoose, type HungButton } from '../buttons.ts';
import { setLook } from '../lookEdits.ts';
import { worstRow } from '../view.ts';
import { ColourValue, NumberValue, Value, useDressing, type BodyProps, type SummaryProps } from './Value.tsx';

type State = (typeof BUTTON_STATES)[number];
const capital = (words: string) => words[0]!.toUpperCase() + words.slice(1);

/** One style for all buttons, and for entries that stand out: by state, with its line and corners, and who wears it. */
export function ButtonsLayer({ rows }: BodyProps) {
  const { site, wearer, moment, look } = useDressing();
  const [state, setState] = useState<State>('rest');
  const all = buttonsOf(site, wearer.header);
  const [first] = all.filter(({ own }) => !own.loose);
  if (!first) return all.length > 0 ? <AllLoose all={all} /> : <NoButtons headerId={wearer.header.id} />;
  const worn = buttonIn(look, first.own, state, state === 'current');
  const inState = (part: string) => `${part}, ${STATE_NAMES[state]}`;
  return (
    <>
      <States {...{ first, state, setState, rows, all }} />
      <Value label="Fill" layer="buttons" name={buttonKey('fill', state)}>
        <ColourField
          label={inState('Fill of buttons')}
          palette={site.palette}
          use={worn.fill.colour}
          onChange={(colour) =>
            setLook(wearer, moment, 'buttons', buttonKey('fill', state), { ...worn.fill, colour } as Tint)
          }
        />
        <PercentSlider
          label={inState('Opacity of the fill of buttons')}
          value={worn.fill.opacity}
          onChange={(opacity) =>
            setLook(wearer, moment, 'buttons', buttonKey('fill', state), { ...worn.fill, opacity } as Tint)
          }
        />
      </Value>
      {(['ink', 'line'] as const).map((part) => (
        <Value key={part} label={capital(part)} layer="buttons" name={buttonKey(part, state)}>
          <ColourField
            label={inState(`${capital(part)} of buttons`)}
            palette={site.palette}
            use={worn[part]}
            onChange={(use: ColourUse) => setLook(wearer, moment, 'buttons', buttonKey(part, state), use)}
          />
        </Value>
      ))}
      <NumberValue
        layer="buttons"
        name="thickness"
        label="Thickness"
        called="Thickness of the line of buttons"
      />
      <Value label="Corners" layer="buttons" name="radius">
        <NumberField
          label="Corners of buttons"
          {...rangeOf(LAYERS.buttons.values, 'radius')}
          value={worn.radius}
          onChange={(radius) => setLook(wearer, moment, 'buttons', 'radius', radius)}
        />
      </Value>
      <ColourValue layer="buttons" name="shadowColour" label="Shadow" called="Shadow colour of buttons" />
      <Value label="Opacity" layer="buttons" name="shadowOpacity">
        <PercentSlider
          label="Opacity of the shadow of buttons"
          value={look.buttons.shadowOpacity}
          onChange={(opacity) => setLook(wearer, moment, 'buttons', 'shadowOpacity', opacity)}
        />
      </Value>
      {look.buttons.shadowOpacity > 0 &&
        SHADOW.map(([name, label]) => (
          <NumberValue
            key={name}
            layer="buttons"
            name={name}
            label={label}
            called={`${label}, shadow of buttons`}
          />
        ))}
      <Wearers all={all} />
    </>
  );
}

const SHADOW = [
  ['shadowY', 'Down'],
  ['shadowX', 'Aside'],
  ['shadowBlur', 'Softness'],
  ['shadowSpread', 'Spread'],
] as const;

function AllLoose({ all }: { all: readonly HungButton[] }) {
  return (
    <>
      <p className="quiet">Nobody wears it: each button keeps a style of its own.</p>
      <Wearers all={all} />
    </>
  );
}

function NoButtons({ headerId }: { headerId: string }) {
  return (
    <p className="quiet">
      No button hangs in this header, and no entry of its menus stands out.{' '}
      <Link to={`../hang?${new URLSearchParams({ header: headerId })}`}>Hang one</Link>
    </p>
  );
}

interface StatesProps {
  first: HungButton;
  all: readonly HungButton[];
  state: State;
  setState: (state: State) => void;
  rows: readonly Row[];
}

/** A button in each of its states, as it is painted; which of them is dressed. */
function States({ first, all, state, setState, rows }: StatesProps) {
  const { site, moment, look } = useDressing();
  const ids = new Set(all.filter(({ own }) => !own.loose).map(({ id }) => id));
  return (
    <div className="button-states" role="group" aria-label="State of buttons">
      {BUTTON_STATES.map((each) => {
        const worst = worstRow(
          rows.filter(
            (row) => row.moment === moment && row.part === 'ink' && row.state === each && ids.has(row.itemId),
          ),
        );
        return (
          <button key={each} type="button" aria-pressed={each === state} onClick={() => setState(each)}>
            <span
              className="button-sample"
              style={sampleStyle(site.palette, buttonIn(look, first.own, each, each === 'current'))}
            >
              Aa
            </span>
            <span>{capital(STATE_NAMES[each])}</span>
            {worst && <VerdictText verdict={worst.verdict} contrast={worst.worst} />}
          </button>
        );
      })}
    </div>
  );
}

function sampleStyle(palette: readonly Swatch[], worn: ButtonWorn) {
  const { fill, ink, line, thickness, radius, shadow } = worn;
  const lengths = shadow && [shadow.x, shadow.y, shadow.blur, shadow.spread].map((v) => `${v}px`).join(' ');
  const thrown = shadow ? `, ${lengths} ${told(palette, shadow.colour, shadow.opacity)}` : '';
  return {
    background: told(palette, fill.colour, fill.opacity),
    color: told(palette, ink),
    borderRadius: radius,
    boxShadow: `inset 0 0 0 ${thickness}px ${told(palette, line)}${thrown}`,
  };
}

/** Who wears the style, and who is cut loose from it. */
function Wearers({ all }: { all: readonly HungButton[] }) {
  const { wearer } = useDressing();
  const edit = useEditor((state) => state.edit);
  return (
    <fieldset className="button-wearers">
      <legend>Worn by</legend>
      {all.map((button) => (
        <label key={button.id}>
          <input
            type="checkbox"
            checked={!button.own.loose}
            onChange={({ target }) =>
              edit(
                target.checked ? `${button.name}: as all buttons` : `${button.name}: a style of its own`,
                (site) => cutLoose(site, wearer.header.id, button, !target.checked),
              )
            }
          />
          {button.name}
          {button.own.loose && <span className="quiet"> keeps its own, set in Hang</span>}
        </label>
      ))}
    </fieldset>
  );
}

export function ButtonsSummary({ look }: SummaryProps) {
  const { buttons } = look;
  const set = BUTTON_STATES.filter((state) =>
    (['fill', 'ink', 'line'] as const).some((part) => buttons[buttonKey(part, state)] !== undefined),
  );
  const parts = [
    ...set.map((state) => STATE_NAMES[state]),
    ...(buttons.thickness > 0 ? [`line ${buttons.thickness} px`] : []),
    ...(buttons.shadowOpacity > 0 ? ['shadow'] : []),
    ...(buttons.radius === undefined ? [] : [`corners ${buttons.radius} px`]),
  ];
  return parts.length > 0 ? parts.join(', ') : 'each as it is';
}
