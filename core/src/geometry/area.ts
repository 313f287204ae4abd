/** A whole-pixel rectangle, right and bottom edges not included. */
export interface Area {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** The least area that holds some areas. */
export function around(areas: Iterable<Area>): Area {
  const all = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  for (const { left, top, right, bottom } of areas) {
    all.left = Math.min(all.left, left);
    all.top = Math.min(all.top, top);
    all.right = Math.max(all.right, right);
    all.bottom = Math.max(all.bottom, bottom);
  }
  return all;
}

/** An area with so many pixels more on each side. */
export function grown({ left, top, right, bottom }: Area, by: number): Area {
  return { left: left - by, top: top - by, right: right + by, bottom: bottom + by };
}

/** Pixels in an area. */
export function sizeOf({ left, top, right, bottom }: Area): number {
  return (right - left) * (bottom - top);
}

/** Whether two areas have a pixel in common. */
export function meets(a: Area, b: Area): boolean {
  return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
}

/** What two areas have in common; of no pixel where that is nothing. */
export function overlap(a: Area, b: Area): Area {
  return {
    left: Math.max(a.left, b.left),
    top: Math.max(a.top, b.top),
    right: Math.min(a.right, b.right),
    bottom: Math.min(a.bottom, b.bottom),
  };
}
