import { at as elementAt } from '@hatrail/core/lists';
import { BLEND_MODES } from '@hatrail/core/colour/blend';
import { PicturePlacing, GradientStop, Gradient, REPEATS, type Backdrop } from '@hatrail/core/model/layer';
import type { Band } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { ColourField } from '../../parts/ColourField.tsx';
import { ChoiceField, OnOff, FieldRow } from '../../parts/fields.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { RuleNumber } from '../../parts/RuleNumber.tsx';
import { ByWidth } from '../../parts/ByWidth.tsx';
import { TakeTurnsFields } from './TakeTurnsFields.tsx';

/** The layers of a band's backdrop above its colour, bottom first. */

export interface BandFieldsProps {
  site: Site;
  band: Band;
  change: (label: string, make: (draft: Band) => void) => void;
}

export function GradientFields({ site, band, change }: BandFieldsProps) {
  const { gradient } = band.backdrop;
  const inBackdrop = (make: (draft: Backdrop) => void) =>
    change('Gradient of a band', ({ backdrop }) => make(backdrop));
  return (
    <fieldset className="layer-fields">
      <legend>
        <OnOff
          label="Gradient"
          value={gradient !== undefined}
          onChange={(on) =>
            inBackdrop((draft) => {
              if (!on) delete draft.gradient;
              else {
                draft.gradient = {
                  angle: 180,
                  stops: [
                    { colour: { ...draft.colour }, opacity: 1, at: 0 },
                    { colour: { swatch: site.palette.at(-1)!.id }, opacity: 1, at: 100 },
                  ],
                };
              }
            })
          }
        />
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
            <FieldRow key={i} label={`Stop ${i + 1}`}>
              <span className="row">
                <ColourField
                  label={`Colour of stop ${i + 1}`}
                  palette={site.palette}
                  use={stop.colour}
                  onChange={(use) =>
                    inBackdrop((draft) => void (elementAt(draft.gradient!.stops, i).colour = use))
                  }
                />
                <RuleNumber
                  of={[GradientStop, 'at']}
                  label={`Place of stop ${i + 1}`}
                  unit="%"
                  value={stop.at}
                  onChange={(at) => inBackdrop((draft) => void (elementAt(draft.gradient!.stops, i).at = at))}
                />
                <RuleNumber
                  of={[GradientStop, 'opacity']}
                  asPercent
                  label={`Opacity of stop ${i + 1}`}
                  unit="% opaque"
                  value={stop.opacity}
                  onChange={(opacity) =>
                    inBackdrop((draft) => void (elementAt(draft.gradient!.stops, i).opacity = opacity))
                  }
                />
              </span>
            </FieldRow>
          ))}
        </>
      )}
    </fieldset>
  );
}

export function PictureFields({ site, band, change }: BandFieldsProps) {
  const { picture } = band.backdrop;
  const inBackdrop = (make: (draft: Backdrop) => void) =>
    change('Picture of a band', ({ backdrop }) => make(backdrop));
  const own = site.pictures.find(({ id }) => id === picture?.picture);
  return (
    <fieldset className="layer-fields">
      <legend>Picture</legend>
      <FieldRow label="Picture">
        <ChoiceField
          label="Picture behind the band"
          value={picture?.picture ?? ''}
          options={[['', 'none'] as const, ...site.pictures.map(({ id, name }) => [id, name] as const)]}
          onChange={(id) =>
            inBackdrop((draft) => {
              const focus = site.pictures.find((candidate) => candidate.id === id)?.focus ?? { x: 50, y: 50 };
              if (id === '') delete draft.picture;
              else if (draft.picture) draft.picture.picture = id;
              else draft.picture = { picture: id, size: 'cover', ...focus, repeat: 'no-repeat' };
            })
          }
        />
      </FieldRow>
      {picture && (
        <>
          <FieldRow label="Size">
            <span className="row">
              <ChoiceField
                label="Size of the picture"
                value={
                  picture.share !== undefined
                    ? 'share'
                    : picture.drawnWidth === undefined
                      ? picture.size
                      : 'own'
                }
                options={[
                  ['cover', 'covers the band'],
                  ['contain', 'shows whole'],
                  ['own', 'its own width'],
                  ['share', 'share of the width'],
                ]}
                onChange={(size) =>
                  inBackdrop(({ picture: draft }) => {
                    delete draft!.drawnWidth;
                    delete draft!.share;
                    if (size === 'own') draft!.drawnWidth = Math.min(2000, own?.width ?? 200);
                    else if (size === 'share') draft!.share = 100;
                    else draft!.size = size;
                  })
                }
              />
              {picture.share !== undefined && (
                <RuleNumber
                  of={[PicturePlacing, 'share']}
                  label="Share of the width that the picture takes"
                  unit="%"
                  value={picture.share}
                  onChange={(share) => inBackdrop((draft) => void (draft.picture!.share = share))}
                />
              )}
              {picture.drawnWidth !== undefined && (
                <RuleNumber
                  of={[PicturePlacing, 'drawnWidth']}
                  label="Width of the picture"
                  unit="px"
                  value={picture.drawnWidth}
                  onChange={(width) => inBackdrop((draft) => void (draft.picture!.drawnWidth = width))}
                />
              )}
            </span>
          </FieldRow>
          <FieldRow label="Place">
            <span className="row">
              {(['x', 'y'] as const).map((axis) => (
                <NumberField
                  key={axis}
                  label={axis === 'x' ? 'Place from the left' : 'Place from the top'}
                  unit={axis === 'x' ? '% across' : '% down'}
                  min={0}
                  max={100}
                  step={0.5}
                  value={picture[axis]}
                  onChange={(at) => inBackdrop((draft) => void (draft.picture![axis] = at))}
                />
              ))}
              {own?.focus && (own.focus.x !== picture.x || own.focus.y !== picture.y) && (
                <button
                  type="button"
                  className="link"
                  onClick={() => inBackdrop((draft) => void Object.assign(draft.picture!, own.focus))}
                >
                  at its focus
                </button>
              )}
            </span>
          </FieldRow>
          <ByWidth
            of="the picture’s place"
            steps={picture.steps}
            canHide={false}
            values={[
              { key: 'x', label: 'Across', unit: '%', min: 0, max: 100, base: picture.x },
              { key: 'y', label: 'Down', unit: '%', min: 0, max: 100, base: picture.y },
              ...(picture.share === undefined
                ? []
                : [
                    {
                      key: 'share' as const,
                      label: 'Share',
                      unit: '%',
                      min: 1,
                      max: 400,
                      base: picture.share,
                    },
                  ]),
            ]}
            onChange={(steps, label) =>
              change(label, ({ backdrop: { picture: draft } }) => {
                if (steps) draft!.steps = steps;
                else delete draft!.steps;
              })
            }
          />
          <FieldRow label="Repeat">
            <ChoiceField
              label="How the picture repeats"
              value={picture.repeat}
              options={REPEATS.map(
                (repeat) =>
                  [
                    repeat,
                    { 'no-repeat': 'once', repeat: 'both ways', 'repeat-x': 'across', 'repeat-y': 'down' }[
                      repeat
                    ],
                  ] as const,
              )}
              onChange={(repeat) => inBackdrop((draft) => void (draft.picture!.repeat = repeat))}
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
                inBackdrop((draft) => {
                  if (blend === 'normal') delete draft.picture!.blend;
                  else draft.picture!.blend = blend;
                })
              }
            />
          </FieldRow>
          <TakeTurnsFields site={site} band={band} change={change} />
        </>
      )}
    </fieldset>
  );
}
