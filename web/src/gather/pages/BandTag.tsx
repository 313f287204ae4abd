import { Button } from '@mui/material';
import { Link } from 'react-router';
import { momentName, momentsOf } from '@hatrail/core/model/header';
import { Band, type BandFollows, type Page } from '@hatrail/core/model/page';
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
import { GradientFields, PictureFields, type BandFieldsProps } from './BackdropFields.tsx';
import { TintFields, TurnFields } from './TintFields.tsx';
import { EdgeFields } from './EdgeFields.tsx';
import { Contents } from './Contents.tsx';

const groundKey = ({ header, moment }: BandFollows) => `of ${header} ${moment}`;

/** The grounds of headers that a band may wear: of those that are ours to dress, at each of their moments. */
function headerGrounds({ headers }: Site): { key: string; name: string; follows: BandFollows }[] {
  return headers
    .filter(({ own }) => own === undefined)
    .flatMap((header) =>
      momentsOf(header).map((moment) => {
        const follows = { header: header.id, moment };
        const when = momentName(header, moment).toLowerCase();
        return { key: groundKey(follows), name: `ground of ${header.name}, ${when}`, follows };
      }),
    );
}

/** A band's tag: height, backdrop from the bottom up, ink and contents. */
export function BandTag({ site, page, band }: { site: Site; page: Page; band: Band }) {
  const edit = useEditor((state) => state.edit);
  const change: BandFieldsProps['change'] = (label, make) =>
    edit(
      label,
      (draft) => make(draft.pages.find(({ id }) => id === page.id)!.bands.find(({ id }) => id === band.id)!),
      `${page.id} ${band.id} ${label}`,
    );
  const followed = band.follows;
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
      <HeightField band={band} change={change} />
      <WearsFields site={site} band={band} change={change} />
      {followed === undefined && <GradientFields site={site} band={band} change={change} />}
      <PictureFields site={site} band={band} change={change} />
      {followed === undefined && <TintFields site={site} band={band} change={change} />}
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

function HeightField({ band, change }: Omit<BandFieldsProps, 'site'>) {
  const { unit, value } = band.height;
  return (
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
  );
}

/** What a band wears: colours of its own, a pairing, or the ground of a header. */
function WearsFields({ site, band, change }: BandFieldsProps) {
  const grounds = headerGrounds(site);
  const followed = band.follows && groundKey(band.follows);
  return (
    <>
      <FieldRow label="Wears">
        <ChoiceField
          label="What the band wears"
          value={followed ?? band.pairing ?? ''}
          options={[
            ['', 'colours of its own'] as const,
            ...(site.pairings ?? []).map(({ id, name }) => [id, name] as const),
            ...grounds.map(({ key, name }) => [key, name] as const),
          ]}
          onChange={(id) =>
            change('What a band wears', (draft) => {
              const ground = grounds.find(({ key }) => key === id);
              delete draft.pairing;
              delete draft.follows;
              if (ground) draft.follows = ground.follows;
              else if (id !== '') draft.pairing = id;
            })
          }
        />
      </FieldRow>
      {followed !== undefined && (
        <p className="quiet">
          Its fill, gradient, tint and ink are the header’s, and follow it.{' '}
          <Link to={{ pathname: '../../dress', search: `moment=${band.follows!.moment}` }} relative="path">
            Dress the header
          </Link>
        </p>
      )}
      {band.pairing === undefined && followed === undefined && (
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
    </>
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
