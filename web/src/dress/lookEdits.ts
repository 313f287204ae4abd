import { originOf, type Wearer } from '@hatrail/core/header/look';
import { LAYERS, layerOf, type LayerName, type ResolvedLook } from '@hatrail/core/layers/index';
import { kindOf } from '@hatrail/core/header/kinds/index';
import { momentName, headerItems, type Header, type Look, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { changeHeader } from '../editor/edits.ts';

/** Edits of looks and manner, each one undoable step. */

type Worn = { looks?: Partial<Record<Moment, Look>> };

/** The part of a header's draft that a wearer stands for. */
function partOf(draft: Header, { header, rail, item }: Wearer): Worn | undefined {
  if (item) return headerItems(draft).find(({ id }) => id === item.id) as Worn | undefined;
  if (rail) return draft.rails[header.rails.indexOf(rail)];
  return draft;
}

/** Changes the look of a wearer at a moment. */
export function changeLook(
  wearer: Wearer,
  moment: Moment,
  label: string,
  change: (look: Look) => void,
  group?: string,
): void {
  changeHeader(
    wearer.header.id,
    `${label}, ${momentName(wearer.header, moment)}`,
    (draft) => {
      const part = partOf(draft, wearer);
      if (!part) return;
      const looks = (part.looks ??= {});
      const look = (looks[moment] ??= {});
      change(look);
      if (part !== draft && Object.keys(look).length === 0) delete looks[moment];
      if (part !== draft && Object.keys(looks).length === 0) delete part.looks;
    },
    group &&
      `${moment} ${wearer.rail ? wearer.header.rails.indexOf(wearer.rail) : ''} ${wearer.item?.id ?? ''} ${group}`,
  );
}

/** Sets values of a layer at a moment. */
export function setLayer<N extends LayerName>(
  wearer: Wearer,
  moment: Moment,
  layer: N,
  values: Partial<ResolvedLook[N]>,
): void {
  const names = Object.keys(values).join(' ');
  changeLook(
    wearer,
    moment,
    `${LAYERS[layer].title} ${names}`,
    (look) => void Object.assign(look, { [layer]: { ...look[layer], ...values } }),
    `${layer} ${names}`,
  );
}

/** Sets one value of a layer at a moment. */
export function setLook<N extends LayerName, K extends keyof ResolvedLook[N]>(
  wearer: Wearer,
  moment: Moment,
  layer: N,
  key: K,
  value: ResolvedLook[N][K],
): void {
  setLayer(wearer, moment, layer, { [key]: value } as unknown as Partial<ResolvedLook[N]>);
}

/** Puts a value, or a whole layer, back to what it inherits. */
export function putBack<N extends LayerName>(
  wearer: Wearer,
  moment: Moment,
  layer: N,
  key?: keyof ResolvedLook[N],
): void {
  changeLook(wearer, moment, `Put back ${LAYERS[layer].title.toLowerCase()}`, (look) => {
    const set = look[layer] as Record<string, unknown> | undefined;
    if (key === undefined) delete look[layer];
    else if (set) delete set[key as string];
    if (look[layer] && Object.keys(look[layer]).length === 0) delete look[layer];
  });
}

/** Puts a whole moment back to what it inherits. */
export function putBackMoment(wearer: Wearer, moment: Moment): void {
  changeLook(wearer, moment, 'Put back everything', (look) => {
    for (const name of Object.keys(look)) delete look[name as keyof Look];
  });
}

/** Gives a wearer another's look at a moment: what it sets there itself takes the place of what was set here. */
export function copyLook(from: Look, wearer: Wearer, moment: Moment): void {
  const copy = JSON.parse(JSON.stringify(from)) as Look;
  changeLook(wearer, moment, 'Copied look', (look) => {
    for (const name of Object.keys(look)) delete look[name as keyof Look];
    Object.assign(look, copy);
  });
}

/** Changes how the header behaves. */
export function setManner(header: Header, change: Partial<Header['manner']>, label: string): void {
  changeHeader(header.id, label, ({ manner }) => void Object.assign(manner, change), label);
}

/** The look that a wearer itself sets at a moment. */
export function ownLook({ header, rail, item }: Wearer, moment: Moment): Look {
  const part = (item ?? rail ?? header) as Worn;
  return part.looks?.[moment] ?? {};
}

/** Whether a moment sets anything of a layer itself. */
export function setsLayer(wearer: Wearer, moment: Moment, layer: LayerName): boolean {
  return ownLook(wearer, moment)[layer] !== undefined;
}

/** What a value is like that nobody sets, where that is not as a plain header has it. */
const followedBy = (layer: LayerName, key: string): string | undefined =>
  new Map<string, string>(Object.entries(layerOf(layer).follows ?? {})).get(key);

/** Where a value comes from, in words. */
export function originText<N extends LayerName>(
  site: Site,
  wearer: Wearer,
  moment: Moment,
  layer: N,
  key: keyof ResolvedLook[N],
): string {
  const origin = originOf(site, wearer, moment, layer, key);
  switch (origin) {
    case 'own':
      return 'own to this moment';
    case 'default':
      return followedBy(layer, String(key)) ?? 'as a plain header';
    case 'pairing':
      return 'from the pairing';
    case 'rail':
    case 'header':
      return `from the ${origin}`;
    default:
      return `from ${origin}`;
  }
}

/** What a wearer is called. */
export function wearerName(site: Site, { header, rail, item }: Wearer): string {
  if (item) return kindOf(item).title(site, item);
  if (rail) return header.rails.length === 1 ? 'The rail' : `Rail ${header.rails.indexOf(rail) + 1}`;
  return 'The header';
}

/** Adds a layer with the values that it begins with; nothing where there is nothing to begin with. */
export function addLayer(site: Site, wearer: Wearer, moment: Moment, layer: LayerName): void {
  const values = layerOf(layer).start(site);
  if (values) setLayer(wearer, moment, layer, values);
}
