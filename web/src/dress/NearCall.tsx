import type { Cut } from '@hatrail/core/sweep/cut';
import { isTooNear, type Margin } from '@hatrail/core/sweep/margin';

const BECAUSE: Record<Margin['because'], string> = {
  textShadow: 'a browser draws the blur of a text shadow in its own way',
  blur: 'a browser blurs a smaller picture of the page and enlarges it',
  layers: 'a browser rounds each of several translucent layers',
  logo: 'a browser covers the edge pixels of a logo in its own way',
  mark: 'a mark or a line has few pixels, and pictures behind it are resampled in the browser’s own way',
};

/** Says where a verdict is so near that the browser's own pixels could make it another. */
export function NearCall({ cut: { steps, needed, margin } }: { cut: Cut }) {
  const contrast = steps.at(-1)!.contrast;
  if (!margin || !isTooNear(contrast, needed, margin)) return null;
  return (
    <p className="note-warn" role="note">
      Too near to be certain: {BECAUSE[margin.because]}, so its contrast can be up to{' '}
      {(100 * margin.share).toFixed(1).replace('.0', '')}&nbsp;% from this. A few percent more are safe.
    </p>
  );
}
