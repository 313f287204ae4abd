import { BoundField } from '../BoundField.tsx';
import { setLook } from '../lookEdits.ts';
import { NumberValue, useDressing, type SummaryProps } from './Value.tsx';

const RADII = Array.from({ length: 61 }, (_, i) => i);

/** The blur of what is behind: the page itself, before anything is laid over it. */
export function BlurLayer() {
  const { loaded, wearer, moment } = useDressing();
  const { header } = wearer;
  const blurred = (radius: number) => ({
    ...header,
    looks: { ...header.looks, [moment]: { ...header.looks[moment], blur: { radius } } },
  });
  return (
    <>
      <NumberValue layer="blur" name="radius" label="Radius" called="Blur radius" />
      {!wearer.rail && (
        <BoundField
          question="From where does a blur clear it?"
          says={(px) => `Clear from ${px} px.`}
          loaded={loaded}
          header={header}
          moments={[moment]}
          values={RADII}
          holds="above"
          make={(radius) => ({ loaded, header: blurred(radius) })}
          onTake={(radius) => setLook(wearer, moment, 'blur', 'radius', radius)}
        />
      )}
    </>
  );
}

export function BlurSummary({ look: { blur } }: SummaryProps) {
  return blur.radius > 0 ? `${blur.radius} px` : 'none';
}
