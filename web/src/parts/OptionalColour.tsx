import { at } from '@hatrail/core/lists';
import type { ColourUse, Swatch } from '@hatrail/core/model/palette';
import { ColourField } from './ColourField.tsx';
import { FieldRow, OnOff } from './fields.tsx';

interface OptionalColourProps {
  /** Before the field, and what it is called in full. */
  row: string;
  label: string;
  palette: readonly Swatch[];
  use: ColourUse | undefined;
  /** What holds where none is set. */
  automatic: string;
  onChange: (use: ColourUse | undefined) => void;
}

/** A colour that may be left to what it follows. */
export function OptionalColour({ row, label, palette, use, automatic, onChange }: OptionalColourProps) {
  return (
    <FieldRow label={row}>
      <span className="row">
        <OnOff
          label={`${label}: its own`}
          value={use !== undefined}
          onChange={(on) => onChange(on ? { swatch: at(palette, 0).id } : undefined)}
        />
        {use ? (
          <ColourField label={label} palette={[...palette]} use={use} onChange={onChange} />
        ) : (
          <span className="quiet">{automatic}</span>
        )}
      </span>
    </FieldRow>
  );
}
