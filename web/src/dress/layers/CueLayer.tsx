import { cue } from '@hatrail/core/layers/cue';
import { WEIGHTS } from '@hatrail/core/model/type';
import { useEditor } from '../../editor/store.ts';
import { NumberValue, useDressing, type SummaryProps } from './Value.tsx';

/** The line that tells, beside colour, which link is hovered and which leads to the page one is on. */
export function CueLayer() {
  const { wearer } = useDressing();
  const isOwn = wearer.header.own !== undefined;
  return (
    <>
      <NumberValue layer="cue" name="hover" label="Hovered" called="Line hovered" />
      <NumberValue layer="cue" name="current" label="Own page" called="Line on its own page" />
      <NumberValue layer="cue" name="offset" label="Below the letters" />
      {!isOwn && <NumberValue layer="cue" name="share" label="Share of the word" />}
      {!isOwn && <OwnWeight />}
    </>
  );
}

/** How heavy the link of the page one is on is, in every header of the site. */
function OwnWeight() {
  const { site } = useDressing();
  const edit = useEditor((state) => state.edit);
  const { menu, currentWeight } = site.type;
  return (
    <div className="value">
      <label className="value-label" htmlFor="own-weight">
        Weight on its own page
      </label>
      <span className="value-field">
        <select
          id="own-weight"
          className="choice-select"
          value={currentWeight ?? ''}
          onChange={(event) =>
            edit('Weight of the current link', ({ type }) => {
              const weight = Number(event.target.value);
              if (weight === 0) delete type.currentWeight;
              else type.currentWeight = weight as typeof menu.weight;
            })
          }
        >
          <option value="">{menu.weight}, as the others</option>
          {WEIGHTS.filter((weight) => weight !== menu.weight).map((weight) => (
            <option key={weight} value={weight}>
              {weight}
            </option>
          ))}
        </select>
        <span className="origin">in all headers; each link keeps room for it, so that nothing moves</span>
      </span>
    </div>
  );
}

export function CueSummary({ look }: SummaryProps) {
  return cue.shows(look.cue)
    ? `${look.cue.hover} px hovered, ${look.cue.current} px on its own page`
    : 'none';
}
