import type { HeadingShadow } from '@hatrail/core/model/type';
import type { Site } from '@hatrail/core/model/site';
import { useEditor } from '../../editor/store.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { FieldRow, OnOff } from '../../parts/fields.tsx';
import { NumberField } from '../../parts/NumberField.tsx';

const SIZES = [
  { key: 'blur', label: 'Softness', min: 0, max: 40 },
  { key: 'y', label: 'Down', min: -20, max: 20 },
  { key: 'x', label: 'Aside', min: -20, max: 20 },
] as const;

/** The shadow under the letters of the heading level that is set apart. */
export function HeadingShadowFields({ site }: { site: Site }) {
  const edit = useEditor((state) => state.edit);
  const shadow = site.type.level?.shadow;
  const set = (label: string, part: Partial<HeadingShadow>) =>
    edit(label, (draft) => void Object.assign(draft.type.level!.shadow!, part), label);
  return (
    <div className="type-family">
      <FieldRow label="Shadow">
        <span className="row">
          <OnOff
            label="Shadow of the heading"
            value={shadow !== undefined}
            onChange={(on) =>
              edit('Shadow of a heading level', (draft) => {
                const { level } = draft.type;
                if (on) level!.shadow = { colour: { colour: '#000000' }, opacity: 0.6, blur: 12, x: 0, y: 2 };
                else delete level!.shadow;
              })
            }
          />
          {shadow && (
            <>
              <ColourField
                label="Colour of the heading’s shadow"
                palette={site.palette}
                use={shadow.colour}
                onChange={(colour) => set('Colour of a heading’s shadow', { colour })}
              />
              <NumberField
                label="Opacity of the heading’s shadow"
                unit="% opaque"
                min={0}
                max={100}
                value={Math.round(shadow.opacity * 100)}
                onChange={(opacity) => set('Opacity of a heading’s shadow', { opacity: opacity / 100 })}
              />
              {SIZES.map(({ key, label, min, max }) => (
                <NumberField
                  key={key}
                  label={`${label} of the heading’s shadow`}
                  unit={`px ${label.toLowerCase()}`}
                  min={min}
                  max={max}
                  value={shadow[key]}
                  onChange={(value) => set(`${label} of a heading’s shadow`, { [key]: value })}
                />
              ))}
            </>
          )}
        </span>
      </FieldRow>
    </div>
  );
}
