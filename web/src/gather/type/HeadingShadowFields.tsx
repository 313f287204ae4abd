import { HeadingShadow } from '@hatrail/core/model/type';
import type { Site } from '@hatrail/core/model/site';
import { useEditor } from '../../editor/store.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { FieldRow, OnOff } from '../../parts/fields.tsx';
import { RuleNumber } from '../../parts/RuleNumber.tsx';

const SIZES = [
  { key: 'blur', label: 'Softness' },
  { key: 'y', label: 'Down' },
  { key: 'x', label: 'Aside' },
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
              <RuleNumber
                of={[HeadingShadow, 'opacity']}
                asPercent
                label="Opacity of the heading’s shadow"
                unit="% opaque"
                value={shadow.opacity}
                onChange={(opacity) => set('Opacity of a heading’s shadow', { opacity })}
              />
              {SIZES.map(({ key, label }) => (
                <RuleNumber
                  key={key}
                  of={[HeadingShadow, key]}
                  label={`${label} of the heading’s shadow`}
                  unit={`px ${label.toLowerCase()}`}
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
