import type { Wearer } from '@hatrail/core/header/look';
import { itemsOf, momentName, allMoments, type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { wearKept } from '../hang/edits.ts';
import { copyLook, ownLook, wearerName } from './lookEdits.ts';

/** Everyone in a header who can wear a look, with the key it is chosen by. Buttons wear what they are given on Hang. */
export function wearersOf(header: Header): { key: string; wearer: Wearer }[] {
  return [
    { key: 'header', wearer: { header } },
    ...(header.own === undefined
      ? header.rails.map((rail, i) => ({ key: `rail-${i}`, wearer: { header, rail } }))
      : []),
    ...header.rails.flatMap((rail) =>
      itemsOf(rail)
        .filter(({ kind }) => kind !== 'button' && kind !== 'gap' && kind !== 'picture')
        // Their picture of a logo stays as it is.
        .filter(({ kind }) => header.own === undefined || kind !== 'logo')
        .map((item) => ({ key: `item ${item.id}`, wearer: { header, rail, item } })),
    ),
  ];
}

/** Takes another's look: of the same wearer at another moment, or of its like at this one. */
export function CopyFrom({
  site,
  wearers,
  wearer,
  moment,
}: {
  site: Site;
  wearers: ReturnType<typeof wearersOf>;
  wearer: Wearer;
  moment: Moment;
}) {
  const likes = (each: Wearer) =>
    Boolean(each.item) === Boolean(wearer.item) && Boolean(each.rail) === Boolean(wearer.rail);
  const others = site.headers
    .filter(({ id }) => id !== wearer.header.id && !wearer.rail)
    .map((header) => ({ wearer: { header }, name: header.name }));
  const sources = [
    ...wearers
      .filter(({ wearer: each }) => likes(each))
      .map(({ wearer: each }) => ({ wearer: each, name: wearerName(site, each) })),
    ...others,
  ].flatMap(({ wearer: each, name }) =>
    allMoments(each.header)
      .filter(
        (at) =>
          Object.keys(ownLook(each, at)).length > 0 &&
          !(
            at === moment &&
            wearerName(site, each) === wearerName(site, wearer) &&
            each.header.id === wearer.header.id
          ),
      )
      .map((at) => ({
        look: ownLook(each, at),
        name: `${name}, ${momentName(each.header, at).toLowerCase()}`,
      })),
  );
  const kept = wearer.rail ? [] : (site.parts ?? []).filter(({ looks }) => looks);
  if (sources.length + kept.length === 0) return null;
  return (
    <select
      className="choice-select"
      aria-label="Copy a look to here"
      value=""
      onChange={(event) => {
        const { value } = event.target;
        const source = sources[Number(value)];
        if (value.startsWith('kept ')) wearKept(site, wearer.header.id, value.slice(5));
        else if (source) copyLook(source.look, wearer, moment);
      }}
    >
      <option value="">Copy from…</option>
      {sources.map(({ name }, i) => (
        <option key={i} value={i}>
          {name}
        </option>
      ))}
      {kept.map(({ id, name }) => (
        <option key={id} value={`kept ${id}`}>
          {name}, all moments, as they are kept
        </option>
      ))}
    </select>
  );
}
