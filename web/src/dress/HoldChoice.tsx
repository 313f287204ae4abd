import type { PinnedState } from '../parts/preview.ts';

const STATES: [PinnedState | '', string][] = [
  ['', 'as they are'],
  ['hover', 'hovered'],
  ['active', 'pressed'],
  ['focus-visible', 'with the keyboard on them'],
  ['drop-downs', 'with a menu open'],
];

/** Holds the links on the stage in a state while it is dressed. */
export function HoldChoice({
  held,
  onHold,
}: {
  held: PinnedState | undefined;
  onHold: (held: PinnedState | undefined) => void;
}) {
  return (
    <p className="wearer-choice">
      <label htmlFor="held">Show links</label>
      <select
        id="held"
        className="choice-select"
        value={held ?? ''}
        onChange={(event) => onHold((event.target.value || undefined) as PinnedState | undefined)}
      >
        {STATES.map(([state, name]) => (
          <option key={state} value={state}>
            {name}
          </option>
        ))}
      </select>
    </p>
  );
}
