import { IsOptional } from 'class-validator';
import { InRange } from '../model/rules.ts';
import { TIME } from '../css/times.ts';
import { px, rule } from '../css/text.ts';
import { layerKind, mixNumbers } from './kind.ts';

/** What a moment sets of the blur of what is behind. */
export class BlurLook {
  /** Standard deviation, CSS pixels; 0 is none. */
  @IsOptional() @InRange(0, 60, 'px') radius?: number;
}

type WornBlur = Required<BlurLook>;
const isThere = (all: readonly WornBlur[]) => all.some(({ radius }) => radius > 0);

export const blur = layerKind<BlurLook, WornBlur>({
  title: 'Blur',
  values: BlurLook,
  plain: { radius: 0 },
  wearers: ['header', 'rail'],
  passesDown: false,
  shows: ({ radius }) => radius > 0,
  onOwn: (worn) => worn,
  start: () => ({ radius: 12 }),
  between: (a, b, { layers }) => mixNumbers(a, b, layers),
  cover: { say: ({ radius }) => `Blur, ${radius} px`, off: { radius: 0 } },
  tells: ({ radius }, all) => (isThere(all) ? [{ name: '--hr-blur', value: px(radius) }] : []),
  back: {
    isNeeded: isThere,
    // On an empty element, so that no filter lies round another.
    elements: (all) => (isThere(all) ? { behind: ['<i class="hr-blur"></i>'] } : {}),
    rules: (all, back) =>
      isThere(all)
        ? [
            rule(
              `${back} > .hr-blur`,
              'backdrop-filter: blur(var(--hr-blur))',
              `transition: backdrop-filter ${TIME}`,
            ),
          ]
        : [],
  },
});
