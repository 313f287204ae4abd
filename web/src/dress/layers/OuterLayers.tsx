import { Switch } from '@mui/material';
import type { Line } from '@hatrail/core/model/look';
import { ColourField } from '../../parts/ColourField.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { PercentSlider } from '../../parts/PercentSlider.tsx';
import { BoundField } from '../BoundField.tsx';
import { setLook } from '../lookEdits.ts';
import { ColourValue, NumberValue, Value, useDressing } from './Value.tsx';

/** What lies round a header: its lines, the shadow it throws, a cut lower edge, and the shadow of its letters. */

const SIDES = [
  ['above', 'Above'],
  ['start', 'At the start'],
  ['end', 'At the end'],
] as const;

/** Lines round the header; they lie outside its own box, so that nothing moves when they come. */
export function EdgeLayer() {
  const { site, wearer, moment, look } = useDressing();
  const { on } = look.edge;
  const set = (side: (typeof SIDES)[number][0], line: Line) => setLook(wearer, moment, 'edge', side, line);
  return (
    <>
      <Value label="Line below" layer="edge" name="on">
        <Switch
          size="small"
          checked={on}
          slotProps={{ input: { 'aria-label': 'Line below' } }}
          onChange={(_, checked) => setLook(wearer, moment, 'edge', 'on', checked)}
        />
      </Value>
      {on && (
        <>
          <ColourValue layer="edge" name="colour" label="Colour" called="Line colour" />
          <NumberValue
            layer="edge"
            name="thickness"
            label="Thickness"
            called="Line thickness"
            unit="px"
            min={1}
            max={12}
          />
        </>
      )}
      {SIDES.map(([side, label]) => (
        <Value key={side} label={label} layer="edge" name={side}>
          <span className="row">
            <NumberField
              label={`Line ${label.toLowerCase()}`}
              unit="px"
              min={0}
              max={24}
              value={look.edge[side].width}
              onChange={(width) => set(side, { ...look.edge[side], width })}
            />
            {look.edge[side].width > 0 && (
              <ColourField
                label={`Colour of the line ${label.toLowerCase()}`}
                palette={site.palette}
                use={look.edge[side].colour}
                onChange={(colour) => set(side, { ...look.edge[side], colour })}
              />
            )}
          </span>
        </Value>
      ))}
      {Math.max(look.cut.start, look.cut.middle, look.cut.end) > 0 && (
        <p className="origin">A line below stays straight: it does not follow the cut edge.</p>
      )}
    </>
  );
}

function Opacity({ layer, label }: { layer: 'shadow' | 'textShadow'; label: string }) {
  const { wearer, moment, look } = useDressing();
  return (
    <Value label="Opacity" layer={layer} name="opacity">
      <PercentSlider
        label={label}
        value={look[layer].opacity}
        clearFrom={undefined}
        onChange={(value) => setLook(wearer, moment, layer, 'opacity', value)}
      />
    </Value>
  );
}

/** The shadow that the header throws on the page below it, from this moment on. */
export function ShadowLayer() {
  return (
    <>
      <ColourValue layer="shadow" name="colour" label="Colour" called="Shadow colour" />
      <Opacity layer="shadow" label="Shadow opacity" />
      <NumberValue layer="shadow" name="y" label="Down" called="Shadow down" unit="px" min={-60} max={60} />
      <NumberValue layer="shadow" name="x" label="Aside" called="Shadow aside" unit="px" min={-60} max={60} />
      <NumberValue
        layer="shadow"
        name="blur"
        label="Softness"
        called="Shadow softness"
        unit="px"
        min={0}
        max={120}
      />
      <NumberValue
        layer="shadow"
        name="spread"
        label="Spread"
        called="Shadow spread"
        unit="px"
        min={-60}
        max={60}
      />
    </>
  );
}

/** The shadow round the letters: it is part of the ground that they are read against. */
export function TextShadowLayer() {
  return (
    <>
      <ColourValue layer="textShadow" name="colour" label="Colour" called="Text shadow colour" />
      <Opacity layer="textShadow" label="Text shadow opacity" />
      <NumberValue
        layer="textShadow"
        name="blur"
        label="Softness"
        called="Text shadow softness"
        unit="px"
        min={0}
        max={40}
      />
      <NumberValue
        layer="textShadow"
        name="y"
        label="Down"
        called="Text shadow down"
        unit="px"
        min={-20}
        max={20}
      />
      <NumberValue
        layer="textShadow"
        name="x"
        label="Aside"
        called="Text shadow aside"
        unit="px"
        min={-20}
        max={20}
      />
    </>
  );
}

/** How far the lower edge hangs below the header, at its start, middle and end. */
export function CutLayer() {
  return (
    <>
      {(['start', 'middle', 'end'] as const).map((at) => (
        <NumberValue
          key={at}
          layer="cut"
          name={at}
          label={{ start: 'At the start', middle: 'In the middle', end: 'At the end' }[at]}
          called={`Depth of the cut, ${at}`}
          unit="px"
          min={0}
          max={160}
        />
      ))}
      <p className="origin">The header throws no shadow along a cut edge.</p>
    </>
  );
}

const RADII = Array.from({ length: 61 }, (_, i) => i);

/** The blur of what is behind: the page itself, before anything is laid over it. */
export function BlurLayer() {
  const { hand, width, wearer, moment } = useDressing();
  const { header } = wearer;
  const blurred = (radius: number) => ({
    ...header,
    looks: { ...header.looks, [moment]: { ...header.looks[moment], blur: { radius } } },
  });
  return (
    <>
      <NumberValue
        layer="blur"
        name="radius"
        label="Radius"
        called="Blur radius"
        unit="px"
        min={0}
        max={60}
      />
      {!wearer.rail && (
        <BoundField
          question="From where does a blur clear it?"
          says={(px) => `Clear from ${px} px.`}
          hand={hand}
          width={width}
          header={header}
          moments={[moment]}
          values={RADII}
          holds="above"
          make={(radius) => ({ hand, header: blurred(radius) })}
          onTake={(radius) => setLook(wearer, moment, 'blur', 'radius', radius)}
        />
      )}
    </>
  );
}
