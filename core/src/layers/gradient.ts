import { at as elementAt } from '../lists.ts';
import { IsBoolean, IsOptional } from 'class-validator';
import { GradientStop } from '../model/layer.ts';
import { InRange, NestedList } from '../model/rules.ts';
import { layGradient } from '../geometry/gradient.ts';
import { startGradients } from './startGradients.ts';
import { even, layerKind, mix, mixFills, told, type Told } from './kind.ts';

/** What a moment sets of the gradient over the fill. */
export class GradientLook {
  @IsOptional() @IsBoolean({ message: 'The gradient is there or not.' }) on?: boolean;
  @IsOptional() @InRange(-360, 360, 'degrees') angle?: number;
  @IsOptional()
  @NestedList(() => GradientStop, 12)
  stops?: GradientStop[];
}

type WornGradient = Required<GradientLook>;

/** Whether a gradient is there: one without stops is not. */
export function showsGradient({ on, stops }: WornGradient): boolean {
  return on && stops.length > 0;
}

/** Most stops that a gradient has in any look; 0 where there is none. */
export function mostStops(all: readonly WornGradient[]): number {
  return Math.max(0, ...all.map((each) => (showsGradient(each) ? each.stops.length : 0)));
}

const unseen = (stops: readonly GradientStop[]) => stops.map((stop) => ({ ...stop, opacity: 0 }));

export const gradient = layerKind<GradientLook, WornGradient>({
  title: 'Gradient',
  values: GradientLook,
  plain: { on: false, angle: 180, stops: [] },
  wearers: ['header', 'rail'],
  passesDown: false,
  shows: showsGradient,
  onOwn: (worn) => worn,
  start({ palette }) {
    const { angle, stops } = elementAt(startGradients(palette), 0);
    return { on: true, angle, stops };
  },
  /** One that is not there has the other's stops, unseen; the shorter repeats its last. */
  between(a, b, { layers: p }, palette) {
    const [isA, isB] = [showsGradient(a), showsGradient(b)];
    if (!isA && !isB) return { on: false };
    const from = isA ? a : { ...b, stops: unseen(b.stops) };
    const to = isB ? b : { ...a, stops: unseen(a.stops) };
    const count = Math.max(from.stops.length, to.stops.length);
    const stopOf = ({ stops }: WornGradient, i: number) => elementAt(stops, Math.min(i, stops.length - 1));
    const stops = Array.from({ length: count }, (_, i): GradientStop => {
      const [one, other] = [stopOf(from, i), stopOf(to, i)];
      return { ...mixFills(palette, one, other, p), at: mix(one.at, other.at, p) };
    });
    return { on: true, angle: mix(from.angle, to.angle, p), stops };
  },
  cover: { say: () => 'Gradient', off: { on: false } },
  paint({ angle, stops }, palette, box) {
    const laid = stops.map((stop) => ({ at: stop.at, colour: even(palette, stop) }));
    return { paint: { kind: 'gradient', gradient: layGradient(angle, laid, box) } };
  },
  /** In as many stops as any look has: a look without a gradient has the stops of another, unseen. */
  tells(worn, all, palette) {
    const count = mostStops(all);
    if (count === 0) return [];
    const isThere = showsGradient(worn);
    const { angle, stops } = isThere ? worn : (all.find(showsGradient) ?? worn);
    return [
      { name: '--hr-angle', value: `${angle}deg` },
      ...Array.from({ length: count }, (_, i): Told[] => {
        const { colour, opacity, at } = elementAt(stops, Math.min(i, stops.length - 1));
        return [
          { name: `--hr-stop-${i + 1}`, value: told(palette, colour, isThere ? opacity : 0) },
          { name: `--hr-at-${i + 1}`, value: `${at}%` },
        ];
      }).flat(),
    ];
  },
  back: { isNeeded: (all) => mostStops(all) > 0 },
});
