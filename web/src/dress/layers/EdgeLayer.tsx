import { Switch } from '@mui/material';
import { cutDepth } from '@hatrail/core/geometry/cut';
import { edge, Line } from '@hatrail/core/layers/edge';
import { colourName } from '@hatrail/core/model/palette';
import { ColourField } from '../../parts/ColourField.tsx';
import { RuleNumber } from '../../parts/RuleNumber.tsx';
import { setLook } from '../lookEdits.ts';
import { ColourValue, NumberValue, Value, useDressing, type SummaryProps } from './Value.tsx';

const SIDES = [
  ['above', 'Above'],
  ['start', 'At the start'],
  ['end', 'At the end'],
] as const;

/** Lines round the header; they lie outside its own box, so that nothing moves when they come. */
export function EdgeLayer() {
  const { site, wearer, moment, look } = useDressing();
  const { on } = look.edge;
  const isCut = cutDepth(look) > 0;
  const isHung = isCut && wearer.header.own !== undefined;
  const set = (side: (typeof SIDES)[number][0], line: Line) => setLook(wearer, moment, 'edge', side, line);
  return (
    <>
      {!isHung && (
        <Value label="Line below" layer="edge" name="on">
          <Switch
            size="small"
            checked={on}
            slotProps={{ input: { 'aria-label': 'Line below' } }}
            onChange={(_, checked) => setLook(wearer, moment, 'edge', 'on', checked)}
          />
        </Value>
      )}
      {on && (
        <>
          <ColourValue layer="edge" name="colour" label="Colour" called="Line colour" />
          <NumberValue layer="edge" name="thickness" label="Thickness" called="Line thickness" />
        </>
      )}
      {SIDES.map(([side, label]) => (
        <Value key={side} label={label} layer="edge" name={side}>
          <span className="row">
            <RuleNumber
              of={[Line, 'width']}
              label={`Line ${label.toLowerCase()}`}
              unit="px"
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
      {isCut && (
        <p className="origin">
          {isHung
            ? 'Its lower edge is cut: on a header that your site has already, that leaves no line below.'
            : 'A line below stays straight: it does not follow the cut edge.'}
        </p>
      )}
    </>
  );
}

export function EdgeSummary({ site: { palette }, look }: SummaryProps) {
  const { on, thickness, colour } = look.edge;
  if (on) return `a line below, ${thickness} px, ${colourName(palette, colour)}`;
  return edge.shows(look.edge) ? 'lines at its sides' : 'none';
}
