import { Backing, type Item } from '@hatrail/core/model/item';
import type { ColourUse } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import { ColourField } from '../parts/ColourField.tsx';
import { OptionalColour } from '../parts/OptionalColour.tsx';
import { OnOff, FieldRow } from '../parts/fields.tsx';
import { RuleNumber } from '../parts/RuleNumber.tsx';

interface LookFieldsProps {
  site: Site;
  item: Exclude<Item, { kind: 'gap' | 'button' }>;
  change: <I extends Item>(label: string, make: (draft: I) => void) => void;
}

type Dressed = LookFieldsProps['item'];

/** An ink of its own, and a backing with its padding and corners. */
export function LookFields({ site, item, change }: LookFieldsProps) {
  const { backing } = item;
  const last: ColourUse = { swatch: site.palette.at(-1)!.id };
  const inBacking = (label: string, make: (draft: Backing) => void) =>
    change<Dressed>(label, (draft) => draft.backing && make(draft.backing));
  return (
    <>
      <OptionalColour
        row="Ink"
        label="Ink of the item"
        palette={site.palette}
        use={item.ink}
        automatic="as the header’s links"
        onChange={(use) =>
          change<Dressed>('Ink of an item', (draft) => {
            if (use) draft.ink = use;
            else delete draft.ink;
          })
        }
      />
      <FieldRow label="Backing">
        <OnOff
          label="A backing of its own"
          value={backing !== undefined}
          onChange={(on) =>
            change<Dressed>('Backing', (draft) => {
              if (on) draft.backing = { colour: last, opacity: 1, x: 12, y: 0, radius: 6 };
              else delete draft.backing;
            })
          }
        />
      </FieldRow>
      {backing && (
        <>
          <FieldRow label="">
            <span className="row">
              <ColourField
                label="Colour of the backing"
                palette={site.palette}
                use={backing.colour}
                onChange={(use) => inBacking('Colour of a backing', (draft) => void (draft.colour = use))}
              />
              <RuleNumber
                of={[Backing, 'opacity']}
                asPercent
                label="Opacity of the backing"
                unit="% opaque"
                value={backing.opacity}
                onChange={(opacity) =>
                  inBacking('Opacity of a backing', (draft) => void (draft.opacity = opacity))
                }
              />
            </span>
          </FieldRow>
          <FieldRow label="Hovered">
            <ColourField
              label="Colour of the backing under the pointer"
              palette={site.palette}
              use={backing.hover ?? backing.colour}
              onChange={(use) => inBacking('Hovered backing', (draft) => void (draft.hover = use))}
            />
          </FieldRow>
          <FieldRow label="Padding">
            <span className="row">
              <RuleNumber
                of={[Backing, 'x']}
                label="Padding at each side"
                unit="px aside"
                value={backing.x}
                onChange={(x) => inBacking('Padding of a backing', (draft) => void (draft.x = x))}
              />
              <RuleNumber
                of={[Backing, 'y']}
                label="Padding above and below"
                unit="px above"
                value={backing.y}
                onChange={(y) => inBacking('Padding of a backing', (draft) => void (draft.y = y))}
              />
            </span>
          </FieldRow>
          <FieldRow label="Corners">
            <RuleNumber
              of={[Backing, 'radius']}
              label="Corner radius of the backing"
              unit="px"
              value={backing.radius}
              onChange={(radius) =>
                inBacking('Corners of a backing', (draft) => void (draft.radius = radius))
              }
            />
          </FieldRow>
        </>
      )}
    </>
  );
}
