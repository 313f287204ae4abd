import type { OwnButton } from '@hatrail/core/header/states';
import { StandOut } from '@hatrail/core/model/item';
import type { Swatch } from '@hatrail/core/model/palette';
import { ColourField } from '../parts/ColourField.tsx';
import { FieldRow, OnOff } from '../parts/fields.tsx';
import { SizeRow } from './kindParts.tsx';

const COLOURS = [
  ['ink', 'Ink'],
  ['fill', 'Fill'],
  ['hoverFill', 'Fill, hovered'],
  ['hoverInk', 'Ink, hovered'],
  ['pressedFill', 'Fill, pressed'],
] as const;

interface ButtonStyleFieldsProps {
  palette: Swatch[];
  worn: OwnButton;
  /** What wears it, in words. */
  of: string;
  /** What stands before a row's label, where there are others of the same name. */
  before?: string;
  onChange: (label: string, make: (draft: OwnButton) => void) => void;
}

/** What a button, or an entry that stands out, wears of its own, and whether it keeps that. */
export function ButtonStyleFields({ palette, worn, of, before, onChange }: ButtonStyleFieldsProps) {
  const row = (label: string) => (before === undefined ? label : `${before}: ${label.toLowerCase()}`);
  return (
    <>
      {COLOURS.map(([key, label]) => (
        <FieldRow key={key} label={row(label)}>
          <ColourField
            label={`${label} of ${of}`}
            palette={palette}
            use={worn[key] ?? worn[key === 'hoverInk' ? 'ink' : 'hoverFill']}
            onChange={(use) => onChange(`${label} of ${of}`, (draft) => void (draft[key] = use))}
          />
        </FieldRow>
      ))}
      <SizeRow
        label={row('Corners')}
        of={[StandOut, 'radius']}
        value={worn.radius}
        onChange={(radius) => onChange(`Corners of ${of}`, (draft) => void (draft.radius = radius))}
      />
      <FieldRow label={row('Its own')}>
        <OnOff
          label={`Of ${of}: it keeps this style, whatever Dress says of all buttons`}
          value={worn.loose === true}
          onChange={(isLoose) =>
            onChange(isLoose ? 'A style of its own' : 'As all buttons', (draft) => {
              if (isLoose) draft.loose = true;
              else delete draft.loose;
            })
          }
        />
      </FieldRow>
    </>
  );
}
