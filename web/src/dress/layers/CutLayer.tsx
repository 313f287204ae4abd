import { cut } from '@hatrail/core/layers/cut';
import { NumberValue, type SummaryProps } from './Value.tsx';

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
        />
      ))}
      <p className="origin">The header throws no shadow along a cut edge.</p>
    </>
  );
}

export function CutSummary({ look }: SummaryProps) {
  const { start, middle, end } = look.cut;
  return cut.shows(look.cut) ? `${start}, ${middle} and ${end} px deep` : 'none';
}
