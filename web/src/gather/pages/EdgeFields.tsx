import { EdgeShape, type BandEdge } from '@hatrail/core/model/page';
import { FieldRow, OnOff } from '../../parts/fields.tsx';
import { RuleNumber } from '../../parts/RuleNumber.tsx';
import { OptionalColour } from '../../parts/OptionalColour.tsx';
import type { BandFieldsProps } from './BackdropFields.tsx';

const PLACES = [
  ['start', 'at the start'],
  ['middle', 'in the middle'],
  ['end', 'at the end'],
] as const;

/** A band's lower edge as a curve: how far what comes after it reaches up. */
export function EdgeFields({ site, band, change }: BandFieldsProps) {
  const { edge } = band;
  const inEdge = (make: (draft: BandEdge) => void) =>
    change('Lower edge of a band', (draft) => make(draft.edge!));
  return (
    <fieldset className="layer-fields">
      <legend>
        <OnOff
          label="Shaped lower edge"
          value={edge !== undefined}
          onChange={(on) =>
            change('Shaped lower edge', (draft) => {
              if (on) draft.edge = { start: 40, middle: 0, end: 40 };
              else delete draft.edge;
            })
          }
        />
        Shaped lower edge
      </legend>
      {edge && (
        <>
          <FieldRow label="Reaches up">
            <span className="row">
              {PLACES.map(([place, words]) => (
                <RuleNumber
                  key={place}
                  of={[EdgeShape, place]}
                  label={`What comes after reaches up ${words}`}
                  unit={`px ${words}`}
                  value={edge[place]}
                  onChange={(value) => inEdge((draft) => void (draft[place] = value))}
                />
              ))}
            </span>
          </FieldRow>
          <FieldRow label="Pointed at">
            <span className="row">
              <OnOff
                label="Another shape under the pointer"
                value={edge.hover !== undefined}
                onChange={(on) =>
                  inEdge((draft) => {
                    if (on) draft.hover = { start: draft.middle, middle: draft.start, end: draft.middle };
                    else delete draft.hover;
                  })
                }
              />
              {edge.hover &&
                PLACES.map(([place, words]) => (
                  <RuleNumber
                    key={place}
                    of={[EdgeShape, place]}
                    label={`Under the pointer, ${words}`}
                    unit={`px ${words}`}
                    value={edge.hover![place]}
                    onChange={(value) => inEdge((draft) => void (draft.hover![place] = value))}
                  />
                ))}
            </span>
          </FieldRow>
          <OptionalColour
            row="Colour"
            label="Colour of the lower edge"
            palette={site.palette}
            use={edge.colour}
            automatic="the ground of what comes after"
            onChange={(colour) =>
              inEdge((draft) => {
                if (colour) draft.colour = colour;
                else delete draft.colour;
              })
            }
          />
        </>
      )}
    </fieldset>
  );
}
