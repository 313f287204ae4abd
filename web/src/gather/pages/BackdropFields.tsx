import { at as elementAt } from '@hatrail/core/lists';
import { BLEND_MODES } from '@hatrail/core/colour/blend';
import {
  PicturePlacing,
  PictureStep,
  GradientStop,
  Gradient,
  REPEATS,
  type Backdrop,
} from '@hatrail/core/model/layer';
import type { Band } from '@hatrail/core/model/page';
import type { Picture } from '@hatrail/core/model/picture';
import type { Site } from '@hatrail/core/model/site';
import { ColourField } from '../../parts/ColourField.tsx';
import { ChoiceField, OnOff, FieldRow } from '../../parts/fields.tsx';
import { RuleNumber } from '../../parts/RuleNumber.tsx';
import { ByWidth } from '../../parts/ByWidth.tsx';
import { steppedNumber } from '../../parts/steppedNumber.ts';
import { TakeTurnsFields } from './TakeTurnsFields.tsx';

/** The layers of a band's backdrop above its colour, bottom first. */

type BandPicture = NonNullable<Backdrop['picture']>;

export interface BandFieldsProps {
  site: Site;
  band: Band;
  change: (label: string, make: (draft: Band) => void) => void;
}

/** Changes the backdrop. */
type ChangeBackdrop = (make: (draft: Backdrop) => void) => void;

export function GradientFields({ site, band, change }: BandFieldsProps) {
  const { gradient } = band.backdrop;
  const inBackdrop: ChangeBackdrop = (make) => change('Gradient of a band', ({ backdrop }) => make(backdrop));
  const setOn = (on: boolean) =>
    inBackdrop((draft) => {
      if (!on) delete draft.gradient;
      else
        draft.gradient = {
          angle: 180,
          stops: [
            { colour: { ...draft.colour }, opacity: 1, at: 0 },
            { colour: { swatch: site.palette.at(-1)!.id }, opacity: 1, at: 100 },
          ],
        };
    });
  return (
    <fieldset className="layer-fields">
      <legend>
        <OnOff label="Gradient" value={gradient !== undefined} onChange={setOn} />
        Gradient
      </legend>
      {gradient && (
        <>
          <FieldRow label="Angle">
            <RuleNumber
              of={[Gradient, 'angle']}
              label="Angle of the gradient"
              unit="°, 180 is downwards"
              value={gradient.angle}
              onChange={(angle) => inBackdrop((draft) => void (draft.gradient!.angle = angle))}
            />
          </FieldRow>
          {gradient.stops.map((stop, i) => (
            <StopFields
              key={i}
              site={site}
              stop={stop}
              number={i + 1}
              onChange={(make) => inBackdrop((draft) => make(elementAt(draft.gradient!.stops, i)))}
            />
          ))}
        </>
      )}
    </fieldset>
  );
}

function StopFields({
  site,
  stop,
  number,
  onChange,
}: {
  site: Site;
  stop: GradientStop;
  number: number;
  onChange: (make: (draft: GradientStop) => void) => void;
}) {
  return (
    <FieldRow label={`Stop ${number}`}>
      <span className="row">
        <ColourField
          label={`Colour of stop ${number}`}
          palette={site.palette}
          use={stop.colour}
          onChange={(use) => onChange((draft) => void (draft.colour = use))}
        />
        <RuleNumber
          of={[GradientStop, 'at']}
          label={`Place of stop ${number}`}
          unit="%"
          value={stop.at}
          onChange={(at) => onChange((draft) => void (draft.at = at))}
        />
        <RuleNumber
          of={[GradientStop, 'opacity']}
          asPercent
          label={`Opacity of stop ${number}`}
          unit="% opaque"
          value={stop.opacity}
          onChange={(opacity) => onChange((draft) => void (draft.opacity = opacity))}
        />
      </span>
    </FieldRow>
  );
}

export function PictureFields({ site, band, change }: BandFieldsProps) {
  const { picture } = band.backdrop;
  const inBackdrop: ChangeBackdrop = (make) => change('Picture of a band', ({ backdrop }) => make(backdrop));
  const own = site.pictures.find(({ id }) => id === picture?.picture);
  const choose = (id: string) =>
    inBackdrop((draft) => {
      const focus = site.pictures.find((candidate) => candidate.id === id)?.focus ?? { x: 50, y: 50 };
      if (id === '') delete draft.picture;
      else if (draft.picture) draft.picture.picture = id;
      else draft.picture = { picture: id, size: 'cover', ...focus, repeat: 'no-repeat' };
    });
  return (
    <fieldset className="layer-fields">
      <legend>Picture</legend>
      <FieldRow label="Picture">
        <ChoiceField
          label="Picture behind the band"
          value={picture?.picture ?? ''}
          options={[['', 'none'] as const, ...site.pictures.map(({ id, name }) => [id, name] as const)]}
          onChange={choose}
        />
      </FieldRow>
      {picture && (
        <>
          <SizeField
            picture={picture}
            ownWidth={own?.width}
            onChange={(make) => inBackdrop((draft) => make(draft.picture!))}
          />
          <PlaceField
            picture={picture}
            focus={own?.focus}
            onChange={(make) => inBackdrop((draft) => make(draft.picture!))}
          />
          <PictureByWidth picture={picture} change={change} />
          <DrawnFields picture={picture} onChange={(make) => inBackdrop((draft) => make(draft.picture!))} />
          <TakeTurnsFields site={site} band={band} change={change} />
        </>
      )}
    </fieldset>
  );
}

/** What fields of a picture behind a band get. */
interface PicturePart {
  picture: BandPicture;
  onChange: (make: (draft: BandPicture) => void) => void;
}

function SizeField({ picture, ownWidth = 200, onChange }: PicturePart & { ownWidth: number | undefined }) {
  const { size, share, drawnWidth } = picture;
  return (
    <FieldRow label="Size">
      <span className="row">
        <ChoiceField
          label="Size of the picture"
          value={share !== undefined ? 'share' : drawnWidth === undefined ? size : 'own'}
          options={[
            ['cover', 'covers the band'],
            ['contain', 'shows whole'],
            ['own', 'its own width'],
            ['share', 'share of the width'],
          ]}
          onChange={(next) =>
            onChange((draft) => {
              delete draft.drawnWidth;
              delete draft.share;
              if (next === 'own') draft.drawnWidth = Math.min(2000, ownWidth);
              else if (next === 'share') draft.share = 100;
              else draft.size = next;
            })
          }
        />
        {share !== undefined && (
          <RuleNumber
            of={[PicturePlacing, 'share']}
            label="Share of the width that the picture takes"
            unit="%"
            value={share}
            onChange={(next) => onChange((draft) => void (draft.share = next))}
          />
        )}
        {drawnWidth !== undefined && (
          <RuleNumber
            of={[PicturePlacing, 'drawnWidth']}
            label="Width of the picture"
            unit="px"
            value={drawnWidth}
            onChange={(next) => onChange((draft) => void (draft.drawnWidth = next))}
          />
        )}
      </span>
    </FieldRow>
  );
}

function PlaceField({ picture, focus, onChange }: PicturePart & { focus: Picture['focus'] }) {
  return (
    <FieldRow label="Place">
      <span className="row">
        {(['x', 'y'] as const).map((axis) => (
          <RuleNumber
            key={axis}
            of={[PicturePlacing, axis]}
            label={axis === 'x' ? 'Place from the left' : 'Place from the top'}
            unit={axis === 'x' ? '% across' : '% down'}
            step={0.5}
            value={picture[axis]}
            onChange={(at) => onChange((draft) => void (draft[axis] = at))}
          />
        ))}
        {focus && (focus.x !== picture.x || focus.y !== picture.y) && (
          <button
            type="button"
            className="link"
            onClick={() => onChange((draft) => void Object.assign(draft, focus))}
          >
            at its focus
          </button>
        )}
      </span>
    </FieldRow>
  );
}

function PictureByWidth({ picture, change }: { picture: BandPicture } & Pick<BandFieldsProps, 'change'>) {
  const { x, y, share } = picture;
  return (
    <ByWidth
      of="the picture’s place"
      steps={picture.steps}
      canHide={false}
      values={[
        steppedNumber([PictureStep, 'x'], [PicturePlacing, 'x'], { label: 'Across', base: x }),
        steppedNumber([PictureStep, 'y'], [PicturePlacing, 'y'], { label: 'Down', base: y }),
        ...(share === undefined
          ? []
          : [
              steppedNumber([PictureStep, 'share'], [PicturePlacing, 'share'], {
                label: 'Share',
                base: share,
              }),
            ]),
      ]}
      onChange={(steps, label) =>
        change(label, ({ backdrop: { picture: draft } }) => {
          if (steps) draft!.steps = steps;
          else delete draft!.steps;
        })
      }
    />
  );
}

const REPEAT_NAMES: Record<(typeof REPEATS)[number], string> = {
  'no-repeat': 'once',
  repeat: 'both ways',
  'repeat-x': 'across',
  'repeat-y': 'down',
};

/** How often it is drawn, and how it is mixed with what lies beneath. */
function DrawnFields({ picture, onChange }: PicturePart) {
  return (
    <>
      <FieldRow label="Repeat">
        <ChoiceField
          label="How the picture repeats"
          value={picture.repeat}
          options={REPEATS.map((repeat) => [repeat, REPEAT_NAMES[repeat]] as const)}
          onChange={(repeat) => onChange((draft) => void (draft.repeat = repeat))}
        />
      </FieldRow>
      <FieldRow label="Blend">
        <ChoiceField
          label="How it is blended into the colour beneath"
          value={picture.blend ?? 'normal'}
          options={BLEND_MODES.map(
            (mode) => [mode, mode === 'normal' ? 'not blended' : mode.replace('-', ' ')] as const,
          )}
          onChange={(blend) =>
            onChange((draft) => {
              if (blend === 'normal') delete draft.blend;
              else draft.blend = blend;
            })
          }
        />
      </FieldRow>
    </>
  );
}
