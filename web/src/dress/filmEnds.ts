import { useCallback, useMemo } from 'react';
import { changesByScroll } from '@hatrail/core/header/manner';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import { wayRound } from '@hatrail/core/header/manner';
import { useEditor } from '../editor/store.ts';
import type { SceneFacts } from '../engine/types.ts';
import { STRETCH_LABEL } from './ChangeFields.tsx';
import { setManner } from './lookEdits.ts';
/** The stretches of the film whose ends can be dragged: of the header's change along with the scroll, and of bands that turn. */
export function useStretches(header: Header, page: Page, facts: SceneFacts | undefined) {
  const setStretch = useCallback(
    (stretch: number) => setManner(header, { stretch }, STRETCH_LABEL),
    [header],
  );
  // As they are set now, whether they are swept yet or not.
  const stretch = changesByScroll(header) ? header.manner.stretch : undefined;
  const way = useMemo(
    () =>
      facts?.transition && stretch && wayRound((facts.transition.from + facts.transition.to) / 2, stretch),
    [facts, stretch],
  );
  const turns = useMemo(
    () =>
      (facts?.turns ?? []).flatMap((turn) => {
        const set = page.bands[turn.band]?.turns;
        const from = turn.top + (set?.from ?? 0);
        return set ? [{ ...turn, from, to: from + set.over }] : [];
      }),
    [facts, page],
  );
  const setTurn = useCallback(
    (band: number, from: number, over: number) =>
      useEditor.getState().edit(
        'How a band turns on scroll',
        (draft) => {
          const turns = draft.pages.find(({ id }) => id === page.id)?.bands[band]?.turns;
          if (turns) Object.assign(turns, { from, over });
        },
        `turn ${page.id} ${band}`,
      ),
    [page.id],
  );
  return { way, turns, setStretch, setTurn };
}
