import type { CDPSession } from 'playwright-core';
import type { LinkState } from '@hatrail/core/header/states';
import type { OwnHeader, OwnOpening } from '@hatrail/core/model/own';
import type { Ask } from './ownAsk.ts';

/** Putting what a header has into the states in which a visitor meets it. */

/** A page in which elements are put into states. */
interface Page {
  states: Forcing;
  seen: Ask;
}

/** What is forced on an element in a state, and on all that it stands in. */
const FORCED: Record<LinkState, { own: readonly string[]; around: readonly string[] }> = {
  rest: { own: [], around: [] },
  current: { own: [], around: [] },
  open: { own: [], around: [] },
  hover: { own: ['hover'], around: ['hover'] },
  pressed: { own: ['hover', 'active'], around: ['hover', 'active'] },
  focused: { own: ['focus', 'focus-visible'], around: ['focus-within'] },
};
/** What is forced on the box round a link and its drop-down, where that opens it. */
const OPENING: Partial<Record<OwnOpening, string>> = { pointer: 'hover', focus: 'focus-within' };

/** By what a link's drop-down is opened: by each, or by what its markup says of it. */
export function openingsOf(own: OwnHeader, ink: string): OwnOpening[] {
  const groups = own.groups.filter(({ name }) => name === 'openers');
  const by = [...new Set(groups.flatMap(({ opened }) => opened?.by ?? []))];
  return own.inks.some(({ id, opens }) => id === ink && opens) ? by : [];
}

/** Puts an element into a state, and what it stands in as far as that is in it, too. */
export async function enter(
  { states, seen }: Page,
  ink: string,
  state: LinkState,
  opening?: OwnOpening,
): Promise<void> {
  const { own, around } = FORCED[state];
  const forced = opening && OPENING[opening];
  if (opening !== undefined && forced === undefined) await seen('openMarked', ink, true);
  else if (forced !== undefined)
    await states.force({ [`[data-hr-box="${ink}"], :has([data-hr-box="${ink}"])`]: [forced] });
  else await states.force({ [`[data-hr-ink="${ink}"]`]: own, [`:has([data-hr-ink="${ink}"])`]: around });
}

/** Takes it out of the state again. */
export async function leave({ states, seen }: Page, ink: string, state: LinkState): Promise<void> {
  await states.release();
  if (state === 'open') await seen('openMarked', ink, false);
}

/** What puts elements of an open page into states. */
export type Forcing = Awaited<ReturnType<typeof forcing>>;

export async function forcing(session: CDPSession) {
  await session.send('DOM.enable');
  await session.send('CSS.enable');
  const { root } = await session.send('DOM.getDocument');
  const set = (nodes: readonly number[], forced: readonly string[]) =>
    Promise.all(
      nodes.map((nodeId) =>
        session.send('CSS.forcePseudoState', { nodeId, forcedPseudoClasses: [...forced] }),
      ),
    );
  let held: number[] = [];
  return {
    /** Asked for once: what is known of a document's elements is gone when it is asked for anew. */
    document: root.nodeId,
    /** Puts elements into states, by their selectors. */
    async force(states: Record<string, readonly string[]>): Promise<void> {
      for (const [selector, forced] of Object.entries(states)) {
        const { nodeIds } = await session.send('DOM.querySelectorAll', { nodeId: root.nodeId, selector });
        await set(nodeIds, forced);
        held.push(...nodeIds);
      }
    },
    /** Takes all of them out of those again. */
    async release(): Promise<void> {
      // What its script has taken away meanwhile is in no state.
      await set(held, []).catch(() => undefined);
      held = [];
    },
  };
}
