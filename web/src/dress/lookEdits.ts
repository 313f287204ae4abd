import { originOf, type LayerName, type ResolvedLook } from '@hatrail/core/header/look';
import { MOMENT_NAMES, type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { changeHeader } from '../editor/edits.ts';

/** Edits of a header's looks and manner, each one undoable step. */

/** Sets one value of a layer at a moment. */
export function setLook<N extends LayerName, K extends keyof ResolvedLook[N]>(
  header: Header,
  moment: Moment,
  layer: N,
  key: K,
  value: ResolvedLook[N][K],
): void {
  changeHeader(
    header.id,
    `${String(layer)} ${String(key)}, ${MOMENT_NAMES[moment]}`,
    ({ looks }) => {
      const look = looks[moment] as Record<string, Record<string, unknown>>;
      look[layer] = { ...look[layer], [key as string]: value };
    },
    `${moment} ${String(layer)} ${String(key)}`,
  );
}

/** Puts a value, or a whole layer, back to what it inherits. */
export function putBack<N extends LayerName>(
  header: Header,
  moment: Moment,
  layer: N,
  key?: keyof ResolvedLook[N],
): void {
  changeHeader(header.id, `Put back ${String(layer)}, ${MOMENT_NAMES[moment]}`, ({ looks }) => {
    const look = looks[moment] as Record<string, Record<string, unknown> | undefined>;
    if (key === undefined) delete look[layer];
    else if (look[layer]) delete look[layer][key as string];
    if (look[layer] && Object.keys(look[layer]).length === 0) delete look[layer];
  });
}

/** Changes how the header behaves. */
export function setManner(header: Header, change: Partial<Header['manner']>, label: string): void {
  changeHeader(header.id, label, ({ manner }) => void Object.assign(manner, change), label);
}

/** Whether a moment sets anything of a layer itself. */
export function setsLayer(header: Header, moment: Moment, layer: LayerName): boolean {
  return header.looks[moment][layer] !== undefined;
}

/** Where a value comes from, in words. */
export function originText<N extends LayerName>(
  site: Site,
  header: Header,
  moment: Moment,
  layer: N,
  key: keyof ResolvedLook[N],
): string {
  const origin = originOf(site, { header }, moment, layer, key);
  return origin === 'own'
    ? 'own to this moment'
    : origin === 'default'
      ? 'as a plain header'
      : origin === 'pairing'
        ? 'from the pairing'
        : `from ${origin}`;
}
