import { Button } from '@mui/material';
import { BLEND_MODES, REPEATS, type Backdrop } from '@hatrail/core/model/layer';
import { Band, type Page } from '@hatrail/core/model/page';
import type { ColourUse } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import { useEditor } from '../../editor/store.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { Choice, OnOff, Row, TextInput } from '../../parts/fields.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { byRule } from '../../parts/rules.ts';
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
      <Row label="Name">
        <TextInput
          label="Name of the band"
          value={band.name}
          problem={byRule(Band, 'name')}
          onChange={(name) => change('Name of a band', (draft) => void (draft.name = name))}
        />
      </Row>
      <Row label="Height">
        <span className="row">
          <NumberField
            label="Height of the band"
            unit=""
            min={0}
            max={unit === 'px' ? 4000 : 200}
            value={value}
            onChange={(next) => change('Height of a band', (draft) => void (draft.height.value = next))}
          />
          <Choice
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
      </Row>
      <Row label="Pairing">
        <Choice
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
      </Row>
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
      <Contents site={site} band={band} change={change} />
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
    <Row label={label}>
      <ColourField label={label} palette={site.palette} use={use} onChange={onChange} />
    </Row>
  );
}

export interface BandFieldsProps {
  site: Site;
  band: Band;
  change: (label: string, make: (draft: Band) => void) => void;
}

function GradientFields({ site, band, change }: BandFieldsProps) {
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
          <Row label="Angle">
            <NumberField
              label="Angle of the gradient"
              unit="°, 180 is downwards"
              min={-360}
              max={360}
              value={gradient.angle}
              onChange={(angle) => inBackdrop((draft) => void (draft.gradient!.angle = angle))}
            />
          </Row>
          {gradient.stops.map((stop, i) => (
            <Row key={i} label={`Stop ${i + 1}`}>
              <span className="row">
                <ColourField
                  label={`Colour of stop ${i + 1}`}
                  palette={site.palette}
                  use={stop.colour}
                  onChange={(use) => inBackdrop((draft) => void (draft.gradient!.stops[i]!.colour = use))}
                />
                <NumberField
                  label={`Place of stop ${i + 1}`}
                  unit="%"
                  min={0}
                  max={100}
                  value={stop.at}
                  onChange={(at) => inBackdrop((draft) => void (draft.gradient!.stops[i]!.at = at))}
                />
                <NumberField
                  label={`Opacity of stop ${i + 1}`}
                  unit="% opaque"
                  min={0}
                  max={100}
                  value={Math.round(stop.opacity * 100)}
                  onChange={(opacity) =>
                    inBackdrop((draft) => void (draft.gradient!.stops[i]!.opacity = opacity / 100))
                  }
                />
              </span>
            </Row>
          ))}
        </>
      )}
    </fieldset>
  );
}

function PictureFields({ site, band, change }: BandFieldsProps) {
  const { picture } = band.backdrop;
  const inBackdrop = (make: (draft: Backdrop) => void) =>
    change('Picture of a band', ({ backdrop }) => make(backdrop));
  const own = site.pictures.find(({ id }) => id === picture?.picture);
  return (
    <fieldset className="layer-fields">
      <legend>Picture</legend>
      <Row label="Picture">
        <Choice
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
      </Row>
      {picture && (
        <>
          <Row label="Size">
            <span className="row">
              <Choice
                label="Size of the picture"
                value={picture.drawnWidth === undefined ? picture.size : 'own'}
                options={[
                  ['cover', 'covers the band'],
                  ['contain', 'shows whole'],
                  ['own', 'its own width'],
                ]}
                onChange={(size) =>
                  inBackdrop(({ picture: draft }) => {
                    if (size === 'own') draft!.drawnWidth = Math.min(2000, own?.width ?? 200);
                    else {
                      delete draft!.drawnWidth;
                      draft!.size = size;
                    }
                  })
                }
              />
              {picture.drawnWidth !== undefined && (
                <NumberField
                  label="Width of the picture"
                  unit="px"
                  min={4}
                  max={2000}
                  value={picture.drawnWidth}
                  onChange={(width) => inBackdrop((draft) => void (draft.picture!.drawnWidth = width))}
                />
              )}
            </span>
          </Row>
          <Row label="Place">
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
          </Row>
          <Row label="Repeat">
            <Choice
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
          </Row>
          <Row label="Blend">
            <Choice
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
          </Row>
        </>
      )}
    </fieldset>
  );
}

function TintFields({ site, band, change }: BandFieldsProps) {
  const { tint } = band.backdrop;
  const inBackdrop = (make: (draft: Backdrop) => void) =>
    change('Tint of a band', ({ backdrop }) => make(backdrop));
  return (
    <fieldset className="layer-fields">
      <legend>
        <OnOff
          label="Tint"
          value={tint !== undefined}
          onChange={(on) =>
            inBackdrop((draft) => {
              if (on) draft.tint = { colour: { swatch: site.palette[0]!.id }, opacity: 0.3 };
              else delete draft.tint;
            })
          }
        />
        Tint over it
      </legend>
      {tint && (
        <Row label="Tint">
          <span className="row">
            <ColourField
              label="Colour of the tint"
              palette={site.palette}
              use={tint.colour}
              onChange={(use) => inBackdrop((draft) => void (draft.tint!.colour = use))}
            />
            <NumberField
              label="Opacity of the tint"
              unit="% opaque"
              min={0}
              max={100}
              value={Math.round(tint.opacity * 100)}
              onChange={(opacity) => inBackdrop((draft) => void (draft.tint!.opacity = opacity / 100))}
            />
          </span>
        </Row>
      )}
    </fieldset>
  );
}
