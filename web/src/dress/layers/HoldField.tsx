import type { Header, Moment } from '@hatrail/core/model/header';
import { changeHeader } from '../../editor/edits.ts';
import { useHeldNews } from '../../editor/HoldKeeper.tsx';
import { useEditor } from '../../editor/store.ts';
import type { FillAnswer } from '../../editor/verdicts.ts';
import type { Solved } from '../../engine/dependsOn.ts';

/** Whether a layer of a header is held at the target at a moment. */
export function isHeld(header: Header, moment: Moment, layer: Solved): boolean {
  return (header.holds ?? []).some((hold) => hold.moment === moment && hold.layer === layer);
}

/** Holds a layer at the target, or lets it go. */
export function setHold(header: Header, moment: Moment, layer: Solved, on: boolean): void {
  changeHeader(header.id, on ? `Hold the ${layer}` : `Let the ${layer} go`, (draft) => {
    const others = (draft.holds ?? []).filter((hold) => hold.moment !== moment || hold.layer !== layer);
    const holds = on ? [...others, { moment, layer }] : others;
    if (holds.length > 0) draft.holds = holds;
    else delete draft.holds;
  });
}

/** A checkbox that keeps the opacity of a layer at the least that clears the moment everywhere. */
export function HoldField({
  header,
  moment,
  layer,
  answer,
}: {
  header: Header;
  moment: Moment;
  layer: Solved;
  answer: FillAnswer;
}) {
  const news = useHeldNews((all) => all[`${moment} ${layer}`]);
  const held = isHeld(header, moment, layer);
  // What is held is held on every page.
  const isOwn = useEditor(({ ownPage }) => ownPage !== undefined);
  if (isOwn || (!held && (answer.kind === 'other' || answer.kind === 'none'))) return null;
  return (
    <p className="hold">
      <label>
        <input
          type="checkbox"
          checked={held}
          onChange={(event) => setHold(header, moment, layer, event.target.checked)}
        />{' '}
        Hold it at the target
      </label>
      {held && (
        <span className="origin" role="status">
          {answer.kind === 'solving'
            ? 'Being solved again.'
            : (news ?? 'Solved again whenever a picture, a page or an ink changes.')}
        </span>
      )}
    </p>
  );
}
