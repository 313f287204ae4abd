import { contrastRatio } from '@hatrail/core/colour/contrast';
import type { Header } from '@hatrail/core/model/header';
import { resolveColour, type ColourUse } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import { deltaEOk } from '@hatrail/core/remedy/cost';
import type { LinkState } from '@hatrail/core/sweep/targets';
import { judgePanel, type PanelVerdict } from '@hatrail/core/sweep/panel';
import { changeHeader } from '../editor/edits.ts';
import { ColourField } from '../parts/ColourField.tsx';
import { figure, VerdictText } from '../parts/Verdict.tsx';
import { STATE_NAMES } from '@hatrail/core/header/stateNames';

type Panel = Header['panel'];
type Part = keyof Panel;

const FIELDS: { part: Part; label: string; follows: Part }[] = [
  { part: 'fill', label: 'Fill', follows: 'fill' },
  { part: 'ink', label: 'Entries', follows: 'ink' },
  { part: 'hover', label: 'Hovered', follows: 'ink' },
  { part: 'hoverFill', label: 'Fill hovered', follows: 'fill' },
  { part: 'pressed', label: 'Pressed', follows: 'hover' },
  { part: 'pressedFill', label: 'Fill pressed', follows: 'hoverFill' },
  { part: 'focused', label: 'With the keyboard on it', follows: 'ink' },
  { part: 'focusedFill', label: 'Fill with the keyboard on it', follows: 'fill' },
  { part: 'current', label: 'Own page', follows: 'ink' },
];

const FOLLOWING: Partial<Record<Part, string>> = { hover: 'as hovered', hoverFill: 'as hovered' };

/** What a part of the menu's look is, whether it is set or follows another. */
function valueOf(panel: Panel, part: Part): ColourUse {
  const { follows } = FIELDS.find((field) => field.part === part)!;
  return panel[part] ?? valueOf(panel, follows);
}

/** The look of drop-downs and the folded menu: solid, so that each state has one contrast wherever the page is. */
export function MenuLook({ site, header }: { site: Site; header: Header }) {
  const { panel } = header;
  const verdicts = judgePanel(site, header);
  const set = (part: Part, use: ColourUse | undefined, label: string) =>
    changeHeader(
      header.id,
      label,
      (draft) => {
        if (use) draft.panel[part] = use;
        else delete draft.panel[part as 'hover'];
      },
      `panel ${part}`,
    );
  return (
    <section className="cut" aria-label="Menu open">
      <h2>Menu open</h2>
      <p className="cut-lead">
        Drop-downs and the folded menu are solid: what is behind them never shows, so each state has one
        contrast, on every page and at every scroll.
      </p>
      <div className="layer" data-open>
        <div className="layer-body">
          {FIELDS.map(({ part, label, follows }) => (
            <div key={part} className="value">
              <span className="value-label">{label}</span>
              <span className="value-field">
                <ColourField
                  label={`${label}, menu open`}
                  palette={site.palette}
                  use={valueOf(panel, part)}
                  onChange={(use) => set(part, use, `${label}, menu open`)}
                />
              </span>
              {part !== follows && (
                <span className="origin">
                  {panel[part] ? (
                    <button
                      type="button"
                      className="link"
                      onClick={() => set(part, undefined, `Put back ${label.toLowerCase()}`)}
                    >
                      put back
                    </button>
                  ) : (
                    (FOLLOWING[follows] ?? 'as at rest')
                  )}
                </span>
              )}
            </div>
          ))}
        </div>
      </div>
      {verdicts.length === 0 && (
        <p className="cut-lead">This header opens nothing: no drop-down, and it never folds.</p>
      )}
      <ul className="panel-verdicts">
        {verdicts.map((verdict) => (
          <li key={`${verdict.where} ${verdict.name} ${verdict.what} ${verdict.state}`}>
            <span>
              {verdict.where === 'drop-downs' ? 'Drop-downs' : 'Folded menu'},{' '}
              {verdict.what === 'focus ring'
                ? verdict.what
                : `${verdict.name ? `${verdict.name}, ` : ''}${STATE_NAMES[verdict.state]}`}
            </span>
            <VerdictText verdict={verdict.verdict} contrast={verdict.contrast} />
            {verdict.verdict !== 'clear' && verdict.what !== 'button' && (
              <ClearInk site={site} panel={panel} verdict={verdict} set={set} />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The ink and the fill of a state. */
const PARTS: Partial<Record<LinkState, readonly [Part, Part]>> = {
  hover: ['hover', 'hoverFill'],
  pressed: ['pressed', 'pressedFill'],
  focused: ['focused', 'focusedFill'],
  current: ['current', 'fill'],
};

/** The swatch nearest to the ink that clears a state, to be taken with one click. */
function ClearInk({
  site,
  panel,
  verdict: { state, needed },
  set,
}: {
  site: Site;
  panel: Panel;
  verdict: PanelVerdict;
  set: (part: Part, use: ColourUse, label: string) => void;
}) {
  const [part, ground] = PARTS[state] ?? (['ink', 'fill'] as const);
  const fill = resolveColour(site.palette, valueOf(panel, ground));
  const now = resolveColour(site.palette, valueOf(panel, part));
  const [nearest] = site.palette
    .map((swatch) => ({ swatch, colour: resolveColour(site.palette, { swatch: swatch.id }) }))
    .filter(({ colour }) => contrastRatio(colour, fill) >= needed)
    .sort((a, b) => deltaEOk(a.colour, now) - deltaEOk(b.colour, now));
  if (!nearest) return <small>No swatch reaches {needed} on this fill: change the fill.</small>;
  return (
    <button
      type="button"
      className="link"
      onClick={() =>
        set(part, { swatch: nearest.swatch.id }, `${nearest.swatch.name} for the menu’s entries`)
      }
    >
      {nearest.swatch.name} clears it, {figure(contrastRatio(nearest.colour, fill))}
    </button>
  );
}
