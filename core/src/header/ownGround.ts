import { PLAIN, layerOf, type LayerName } from '../layers/index.ts';
import type { OwnGround } from '../layers/kind.ts';
import type { Header } from '../model/header.ts';
import type { OwnHeader } from '../model/own.ts';
import type { Site } from '../model/site.ts';

/** The ground of a header that was read. */
export function groundOfOwn({ free, rules }: Pick<OwnHeader, 'free' | 'rules'>): OwnGround {
  const isApart = free !== undefined;
  const isClipped = rules.some(
    ({ group, property, value }) =>
      group === 'header' && property.startsWith('overflow') && !value.startsWith('visible'),
  );
  return { isApart, hangsOut: isApart && !isClipped };
}

/** The ground of the header that a site has already, which a header dresses; none where that is one of ours. */
export function ownGround(
  { ownHeaders = [] }: Pick<Site, 'ownHeaders'>,
  { own: id }: Pick<Header, 'own'>,
): OwnGround | undefined {
  if (id === undefined) return undefined;
  const own = ownHeaders.find((each) => each.id === id);
  return own ? groundOfOwn(own) : { isApart: false, hangsOut: false };
}

/** What of a layer a header of the site's own wears: nothing of it where style alone cannot make it. */
export function wornOnOwn(name: LayerName, worn: object, ground: OwnGround): object {
  return layerOf(name).onOwn?.(worn, ground) ?? PLAIN[name];
}

/** Whether it can wear a layer at all. */
export function wearsOnOwn(name: LayerName, ground: OwnGround): boolean {
  return layerOf(name).onOwn?.(PLAIN[name], ground) !== undefined;
}
