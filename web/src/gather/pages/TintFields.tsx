import { at } from '@hatrail/core/lists';
import { Tint, type Backdrop } from '@hatrail/core/model/layer';
import { BandTurn } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { ColourField } from '../../parts/ColourField.tsx';
import { ChoiceField, OnOff, FieldRow } from '../../parts/fields.tsx';
import { RuleNumber } from '../../parts/RuleNumber.tsx';
import type { BandFieldsProps } from './BackdropFields.tsx';

/** A colour and how much of it there is. */
function TintRow({
  site,
  label,
  called: [colour, opacity],
  tint,
  onChange,
}: {
  site: Site;
  label: string;
  /** What the two fields are called. */
  called: [colour: string, opacity: string];
  tint: Tint;
  onChange: (next: Partial<Tint>) => void;
}) {
  return (
    <FieldRow label={label}>
      <span className="row">
        <ColourField
          label={colour}
          palette={site.palette}
          use={tint.colour}
          onChange={(use) => onChange({ colour: use })}
        />
        <RuleNumber
          of={[Tint, 'opacity']}
          asPercent
          label={opacity}
          unit="% opaque"
          value={tint.opacity}
          onChange={(opacity) => onChange({ opacity })}
        />
      </span>
    </FieldRow>
  );
}

export function TintFields({ site, band, change }: BandFieldsProps) {
  const { tint } = band.backdrop;
  const inBackdrop = (make: (draft: Backdrop) => void) =>
    change('Tint of a band', ({ backdrop }) => make(backdrop));
  return (
    <fieldset className="layer-fields">
      <legend>
        <OnOff
          label="Tint"
          value={tint !== undefined}
          onChange={(on) =>
            inBackdrop((draft) => {
              if (on) draft.tint = { colour: { swatch: at(site.palette, 0).id }, opacity: 0.3 };
              else delete draft.tint;
            })
          }
        />
        Tint over it
      </legend>
      {tint && (
        <TintRow
          site={site}
          label="Tint"
          called={['Colour of the tint', 'Opacity of the tint']}
          tint={tint}
          onChange={(next) => inBackdrop((draft) => void Object.assign(draft.tint!, next))}
        />
      )}
    </fieldset>
  );
}

export function TurnFields({ site, band, change }: BandFieldsProps) {
  const { turns } = band;
  const inTurn = (make: (draft: BandTurn) => void) =>
    change('How a band turns on scroll', (draft) => make(draft.turns!));
  return (
    <fieldset className="layer-fields">
      <legend>
        <OnOff
          label="Turns on scroll"
          value={turns !== undefined}
          onChange={(on) =>
            change('Turning of a band', (draft) => {
              if (on)
                draft.turns = {
                  tint: { colour: { swatch: at(site.palette, 0).id }, opacity: 0.6 },
                  from: 0,
                  over: 300,
                };
              else delete draft.turns;
            })
          }
        />
        Turns on scroll
      </legend>
      <AsAnother site={site} band={band} change={change} />
      {turns && (
        <>
          <TintRow
            site={site}
            label="Into"
            called={['Colour that it turns into', 'How much of it comes']}
            tint={turns.tint}
            onChange={(next) => inTurn((draft) => void Object.assign(draft.tint, next))}
          />
          <TurnsInto site={site} band={band} turns={turns} inTurn={inTurn} />
          <FieldRow label="From">
            <span className="row">
              <RuleNumber
                of={[BandTurn, 'from']}
                label="Where it begins to turn"
                unit="px past the window’s top"
                value={turns.from}
                onChange={(from) => inTurn((draft) => void (draft.from = from))}
              />
              <RuleNumber
                of={[BandTurn, 'over']}
                label="Over how much scroll it turns"
                unit="px of scroll"
                value={turns.over}
                onChange={(over) => inTurn((draft) => void (draft.over = over))}
              />
            </span>
          </FieldRow>
        </>
      )}
    </fieldset>
  );
}

/** Has a band turn as another does. */
function AsAnother({ site, band, change }: BandFieldsProps) {
  const { turns } = band;
  /** Bands that turn, in other ways: what they do can be copied. */
  const others = site.pages.flatMap((page) =>
    page.bands
      .filter((other) => other.turns && JSON.stringify(other.turns) !== JSON.stringify(turns))
      .map((other) => ({
        id: `${page.id} ${other.id}`,
        name: `${other.name}, ${page.title}`,
        turns: other.turns,
      })),
  );
  if (others.length === 0) return null;
  return (
    <FieldRow label="As another">
      <ChoiceField
        label="Turns as another band does"
        value=""
        options={[['', 'copy from…'], ...others.map(({ id, name }): [string, string] => [id, name])]}
        onChange={(id) => {
          const other = others.find((each) => each.id === id);
          if (other)
            change(
              `Turns as ${other.name} does`,
              (draft) => void (draft.turns = structuredClone(other.turns!)),
            );
        }}
      />
    </FieldRow>
  );
}

/** What the picture and the words of a band turn into. */
function TurnsInto({
  site,
  band,
  turns,
  inTurn,
}: Omit<BandFieldsProps, 'change'> & {
  turns: BandTurn;
  inTurn: (make: (draft: BandTurn) => void) => void;
}) {
  return (
    <>
      {band.backdrop.picture && (
        <FieldRow label="Picture">
          <ChoiceField
            label="What its picture turns into"
            value={turns.picture ?? ''}
            options={[
              ['', 'stays'] as const,
              ...site.pictures
                .filter(({ id }) => id !== band.backdrop.picture?.picture)
                .map(({ id, name }) => [id, `turns into ${name}`] as const),
            ]}
            onChange={(id) =>
              inTurn((draft) => {
                if (id === '') delete draft.picture;
                else draft.picture = id;
              })
            }
          />
        </FieldRow>
      )}
      <FieldRow label="Words">
        <span className="row">
          <OnOff
            label="Its words turn into another ink"
            value={turns.ink !== undefined}
            onChange={(on) =>
              inTurn((draft) => {
                if (on) draft.ink = band.ink;
                else delete draft.ink;
              })
            }
          />
          {turns.ink && (
            <ColourField
              label="Ink that its words turn into"
              palette={site.palette}
              use={turns.ink}
              onChange={(ink) => inTurn((draft) => void (draft.ink = ink))}
            />
          )}
        </span>
      </FieldRow>
    </>
  );
}
