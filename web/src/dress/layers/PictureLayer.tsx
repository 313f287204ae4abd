import { FillLook } from '@hatrail/core/layers/fill';
import { BLEND_MODES } from '@hatrail/core/colour/blend';
import { PicturePlacing, MaskStop, Mask, REPEATS } from '@hatrail/core/model/layer';
import { Link, useLocation } from 'react-router';
import { choosablePictures } from '@hatrail/core/layers/picture';
import { ChoiceField } from '../../parts/fields.tsx';
import { ColourField } from '../../parts/ColourField.tsx';
import { RuleNumber } from '../../parts/RuleNumber.tsx';
import { PercentSlider } from '../../parts/PercentSlider.tsx';
import { setLayer, setLook } from '../lookEdits.ts';
import { NumberValue, Value, useDressing, type SummaryProps } from './Value.tsx';

const REPEAT_NAMES = { 'no-repeat': 'once', repeat: 'both ways', 'repeat-x': 'across', 'repeat-y': 'down' };

/** What a way of sizing sets of a picture. @param width its own, CSS pixels */
function sized(size: 'cover' | 'contain' | 'own' | 'share', width = 200) {
  if (size === 'share') return { share: 100 };
  return size === 'own' ? { drawnWidth: Math.min(2000, width), share: 0 } : { size, drawnWidth: 0, share: 0 };
}

/** What is set of the picture at the moment that is dressed, and how it is set. */
function usePictureLayer() {
  const { site, wearer, moment, look } = useDressing();
  const { picture } = look;
  const set = (values: Partial<typeof picture>) => setLayer(wearer, moment, 'picture', values);
  const own = site.pictures.find(({ id }) => id === picture.picture);
  return { site, picture, own, set, isOnOwn: wearer.header.own !== undefined };
}

/** A picture over fill and gradient: which, how large, where, how it is blended, and where it fades out. */
export function PictureLayer() {
  const { picture, own, isOnOwn } = usePictureLayer();
  return (
    <>
      <WhichPicture />
      {picture.on && (
        <>
          {!isOnOwn && <OpacityValue />}
          <SizeValue />
          <PlaceValues />
          <MixingValues />
          {isOnOwn ? (
            <p className="origin">
              On a header that your site has already a picture is there or not. A tint lies over it: add one
              to make it paler or darker.
            </p>
          ) : (
            <>
              <Fade name="mask" label="Fades" called="the fade" />
              <Fade name="secondMask" label="Fades again" called="the second fade" />
              <FallbackValue />
            </>
          )}
          {!own && (
            <p className="field-error" role="alert">
              The picture “{picture.picture}” is not in the site:{' '}
              {isOnOwn ? 'nothing shows' : 'its fallback colour shows'}. Choose another.
            </p>
          )}
        </>
      )}
    </>
  );
}

function WhichPicture() {
  const { site, picture, own, set } = usePictureLayer();
  const { search } = useLocation();
  const choosable = choosablePictures(site);
  const choices = own && picture.on && !choosable.includes(own) ? [...choosable, own] : choosable;
  return (
    <>
      <Value label="Picture" layer="picture" name="picture">
        <ChoiceField
          label="Picture of the header"
          value={picture.on ? picture.picture : ''}
          options={[['', 'none'] as const, ...choices.map(({ id, name }) => [id, name] as const)]}
          onChange={(id) => {
            const at = site.pictures.find((candidate) => candidate.id === id)?.focus ?? { x: 50, y: 50 };
            set(id === '' ? { on: false } : { on: true, picture: id, x: at.x, y: at.y });
          }}
        />
      </Value>
      {choices.length === 0 && (
        <p className="origin">
          There is no picture yet: bring one in under{' '}
          <Link to={{ pathname: '../gather/pictures', search }} relative="path">
            Gather, Pictures
          </Link>
          .
        </p>
      )}
    </>
  );
}

function OpacityValue() {
  const { picture, set } = usePictureLayer();
  return (
    <Value label="Opacity" layer="picture" name="opacity">
      <PercentSlider
        label="Picture opacity"
        value={picture.opacity}
        clearFrom={undefined}
        onChange={(opacity) => set({ opacity })}
      />
    </Value>
  );
}

function SizeValue() {
  const { picture, own, set } = usePictureLayer();
  const { share, drawnWidth, size } = picture;
  return (
    <Value label="Size" layer="picture" name="size">
      <span className="row">
        <ChoiceField
          label="Size of the picture"
          value={share > 0 ? 'share' : drawnWidth > 0 ? 'own' : size}
          options={[
            ['cover', 'covers it'],
            ['contain', 'shows whole'],
            ['own', 'its own width'],
            ['share', 'share of the width'],
          ]}
          onChange={(next) => set(sized(next, own?.width))}
        />
        {share > 0 && (
          <RuleNumber
            of={[PicturePlacing, 'share']}
            label="Share of the width that the picture takes"
            unit="%"
            value={share}
            onChange={(next) => set({ share: next })}
          />
        )}
        {drawnWidth > 0 && share === 0 && (
          <RuleNumber
            of={[PicturePlacing, 'drawnWidth']}
            label="Width of the picture"
            unit="px"
            value={drawnWidth}
            onChange={(next) => set({ drawnWidth: next })}
          />
        )}
      </span>
    </Value>
  );
}

function PlaceValues() {
  const { picture, own, set } = usePictureLayer();
  const { focus } = own ?? {};
  return (
    <>
      <NumberValue layer="picture" name="x" label="Across" called="Place across" step={0.5} />
      <NumberValue layer="picture" name="y" label="Down" called="Place down" step={0.5} />
      {focus && (focus.x !== picture.x || focus.y !== picture.y) && (
        <p className="origin">
          <button type="button" className="link" onClick={() => set({ x: focus.x, y: focus.y })}>
            Put it at the picture’s focus
          </button>
        </p>
      )}
    </>
  );
}

/** How it repeats, and how it is blended into what is beneath. */
function MixingValues() {
  const { picture, set } = usePictureLayer();
  return (
    <>
      <Value label="Repeat" layer="picture" name="repeat">
        <ChoiceField
          label="How the picture repeats"
          value={picture.repeat}
          options={REPEATS.map((repeat) => [repeat, REPEAT_NAMES[repeat]] as const)}
          onChange={(repeat) => set({ repeat })}
        />
      </Value>
      <Value label="Blend" layer="picture" name="blend">
        <ChoiceField
          label="How it is blended into what is beneath"
          value={picture.blend}
          options={BLEND_MODES.map(
            (mode) => [mode, mode === 'normal' ? 'not blended' : mode.replace('-', ' ')] as const,
          )}
          onChange={(blend) => set({ blend })}
        />
      </Value>
    </>
  );
}

function FallbackValue() {
  const { site, picture, set } = usePictureLayer();
  const { fallback } = picture;
  return (
    <Value label="Fallback" layer="picture" name="fallback">
      <span className="row">
        <ColourField
          label="Fallback colour"
          palette={site.palette}
          use={fallback.colour}
          onChange={(colour) => set({ fallback: { ...fallback, colour } })}
        />
        <RuleNumber
          of={[FillLook, 'opacity']}
          asPercent
          label="Opacity of the fallback"
          unit="%"
          value={fallback.opacity}
          onChange={(opacity) => set({ fallback: { ...fallback, opacity } })}
        />
      </span>
    </Value>
  );
}

/** How a picture fades out: from one opacity to another, at an angle. */
function Fade({ name, label, called }: { name: 'mask' | 'secondMask'; label: string; called: string }) {
  const { wearer, moment, look } = useDressing();
  const { angle, stops } = look.picture[name];
  const [from, to] = [stops[0]?.opacity ?? 1, stops.at(-1)?.opacity ?? 1];
  const set = (next: { from?: number; to?: number; angle?: number }) => {
    const worn = { from, to, angle, ...next };
    const isNone = worn.from === 1 && worn.to === 1;
    setLook(wearer, moment, 'picture', name, {
      angle: worn.angle,
      stops: isNone
        ? []
        : [
            { at: 0, opacity: worn.from },
            { at: 100, opacity: worn.to },
          ],
    });
  };
  return (
    <Value label={label} layer="picture" name={name}>
      <span className="row">
        <RuleNumber
          of={[MaskStop, 'opacity']}
          asPercent
          label={`Opacity where ${called} begins`}
          unit="%"
          value={from}
          onChange={(opacity) => set({ from: opacity })}
        />
        to
        <RuleNumber
          of={[MaskStop, 'opacity']}
          asPercent
          label={`Opacity where ${called} ends`}
          unit="%"
          value={to}
          onChange={(opacity) => set({ to: opacity })}
        />
        <RuleNumber
          of={[Mask, 'angle']}
          label={`Angle of ${called}`}
          unit="°"
          value={angle}
          onChange={(next) => set({ angle: next })}
        />
      </span>
    </Value>
  );
}

export function PictureSummary({ site, look: { picture } }: SummaryProps) {
  if (!picture.on) return 'none';
  return site.pictures.find(({ id }) => id === picture.picture)?.name ?? 'missing';
}
