import { useEffect } from 'react';
import { create } from 'zustand';
import type { Header, Hold } from '@hatrail/core/model/header';
import { resolveLook } from '@hatrail/core/header/look';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { useEditor } from './store.ts';
import { useLeast, useVerdicts } from './verdicts.ts';
import type { Solved } from '../engine/dependsOn.ts';

/** What held layers were last set to, by moment and layer. */
export const useHeldNews = create<Partial<Record<string, string>>>()(() => ({}));

/** Keeps every held layer of a header at the least that clears it, whatever changes it depends on. */
export function HoldKeepers({ loaded, header }: { loaded: LoadedSite; header: Header }) {
  return (header.holds ?? []).map((hold) => (
    <HoldKeeper key={`${hold.moment} ${hold.layer}`} loaded={loaded} header={header} hold={hold} />
  ));
}

function HoldKeeper({
  loaded,
  header,
  hold: { moment, layer },
}: {
  loaded: LoadedSite;
  header: Header;
  hold: Hold;
}) {
  const answer = useLeast(loaded, header, { moment, layer });
  // A moment that no page comes to asks for nothing, and is left as it is.
  const { rows, isWorking, isDecided } = useVerdicts();
  const isSwept = !isWorking && rows?.some((row) => row.moment === moment) === true;
  const now = percentOf(loaded, header, moment, layer);
  useEffect(() => {
    if (!isSwept) return;
    const tell = (news: string) => useHeldNews.setState({ [`${moment} ${layer}`]: news });
    if (answer.kind === 'other' || answer.kind === 'none')
      tell('No opacity clears it now: it is left as it was.');
    if (answer.kind !== 'own' || answer.fill.percent === now) return;
    // Less may do at the standard widths, and not at those between.
    if (answer.fill.percent < now && !isDecided) return;
    const { looks } = answer.fill.header;
    useEditor.getState().amend(`Held ${layer}`, (draft) => {
      const target = draft.headers.find(({ id }) => id === header.id)!;
      const look = (target.looks[moment] ??= {});
      Object.assign(look, { [layer]: JSON.parse(JSON.stringify(looks[moment]?.[layer])) as unknown });
    });
    tell(`Solved again: ${now} % became ${answer.fill.percent} %.`);
  }, [answer, now, isSwept, isDecided, header.id, moment, layer]);
  return null;
}

/** The opacity of a layer in percent, to one decimal; of a gradient, that of its most opaque stop. */
function percentOf(loaded: LoadedSite, header: Header, moment: Hold['moment'], layer: Solved): number {
  const look = resolveLook(loaded.site, header, moment);
  const opacity =
    layer === 'gradient'
      ? Math.max(0, ...look.gradient.stops.map((stop) => stop.opacity))
      : look[layer].opacity;
  return Number((100 * opacity).toFixed(1));
}
