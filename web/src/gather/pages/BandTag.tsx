import { Button } from '@mui/material';
import { Band, type Page } from '@hatrail/core/model/page';
import type { ColourUse } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import { useEditor } from '../../editor/store.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { ChoiceField, FieldRow, TextInput } from '../../parts/fields.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { byRule } from '../../parts/rules.ts';
import { TargetField } from '../../parts/TargetField.tsx';
import { reusableBand } from '../../reuse/kinds.ts';
import { Reuse } from '../../reuse/Reuse.tsx';
import { GradientFields, PictureFields } from './BackdropFields.tsx';
import { TintFields, TurnFields } from './TintFields.tsx';
import { EdgeFields } from './EdgeFields.tsx';
import { Contents } from './Contents.tsx';

/** A band's tag: height, backdrop from the bottom up, ink and contents. */
export function BandTag({ site, page, band }: { site: Site; page: Page; band: Band }) {
  const edit = useEditor((state) => state.edit);
  const change = (label: string, make: (draft: Band) => void) =>
    edit(
      label,
      (draft) => make(draft.pages.find(({ id }) => id === page.id)!.bands.find(({ id }) => id === band.id)!),
      `${page.id} ${band.id} ${label}`,
    );
  const { unit, value } = band.height;
  return (
    <div className="band-tag">
      <FieldRow label="Name">
        <TextInput
          label="Name of the band"
          value={band.name}
          problem={byRule(Band, 'name')}
          onChange={(name) => change('Name of a band', (draft) => void (draft.name = name))}
        />
      </FieldRow>
      <FieldRow label="Height">
        <span className="row">
          <NumberField
            label="Height of the band"
            unit=""
            min={0}
            max={unit === 'px' ? 4000 : 200}
            value={value}
            onChange={(next) => change('Height of a band', (draft) => void (draft.height.value = next))}
          />
          <ChoiceField
            label="Unit of the height"
            value={unit}
            options={[
              ['px', 'px'],
              ['window', '% of the window'],
            ]}
            onChange={(next) =>
              change('Height of a band', (draft) => {
                const converted = next === 'px' ? value * 8 : value / 8;
                draft.height = {
                  unit: next,
                  value: Math.min(next === 'px' ? 4000 : 200, Math.round(converted)),
                };
              })
            }
          />
        </span>
      </FieldRow>
      <FieldRow label="Pairing">
        <ChoiceField
          label="Pairing that the band wears"
          value={band.pairing ?? ''}
          options={[
            ['', 'colours of its own'] as const,
            ...(site.pairings ?? []).map(({ id, name }) => [id, name] as const),
          ]}
          onChange={(id) =>
            change('Pairing of a band', (draft) => {
              if (id === '') delete draft.pairing;
              else draft.pairing = id;
            })
          }
        />
      </FieldRow>
      {band.pairing === undefined && (
        <>
          <Colour
            site={site}
            label="Ground"
            use={band.backdrop.colour}
            onChange={(use) => change('Ground of a band', (draft) => void (draft.backdrop.colour = use))}
          />
          <Colour
            site={site}
            label="Ink"
            use={band.ink}
            onChange={(use) => change('Ink of a band', (draft) => void (draft.ink = use))}
          />
        </>
      )}
      <GradientFields site={site} band={band} change={change} />
      <PictureFields site={site} band={band} change={change} />
      <TintFields site={site} band={band} change={change} />
      <EdgeFields site={site} band={band} change={change} />
      <TurnFields site={site} band={band} change={change} />
      <TargetField
        site={site}
        of="the whole band"
        nowhere="nowhere, as a whole"
        value={band.to ?? {}}
        canBeNone
        onChange={(to) =>
          change('Where a band leads', (draft) => {
            if (to.page === undefined && to.address === undefined) delete draft.to;
            else draft.to = to;
          })
        }
      />
      <Contents site={site} band={band} change={change} />
      <Reuse site={site} of={reusableBand(page, band)} />
      <Button
        size="small"
        onClick={() =>
          edit(`Remove ${band.name}`, (draft) => {
            const found = draft.pages.find(({ id }) => id === page.id)!;
            found.bands = found.bands.filter(({ id }) => id !== band.id);
          })
        }
      >
        Remove the band
      </Button>
    </div>
  );
}

function Colour({
  site,
  label,
  use,
  onChange,
}: {
  site: Site;
  label: string;
  use: ColourUse;
  onChange: (use: ColourUse) => void;
}) {
  return (
    <FieldRow label={label}>
      <ColourField label={label} palette={site.palette} use={use} onChange={onChange} />
    </FieldRow>
  );
}
