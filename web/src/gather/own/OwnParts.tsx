import { OWN_ROLES, OWN_ROLE_NAMES, type OwnHeader, type OwnRole } from '@hatrail/core/model/own';
import { nodeAt } from './nodes.ts';

/** Selectors of the groups that a role's elements are of. */
const GROUPS: Record<OwnRole, string> = {
  header: 'header',
  logo: 'logo',
  menu: 'menu',
  link: 'links',
  current: 'current',
  child: 'children',
  'drop-down': 'drop-down',
  button: 'button',
  icon: 'focus',
  text: 'text',
  'menu button': 'mark',
  panel: 'panel',
};

/** What each part is, and what the chosen element is said to be. */
export function OwnParts({
  own,
  chosen,
  isBusy,
  onChoose,
  onSay,
}: {
  own: OwnHeader;
  chosen: string | undefined;
  isBusy: boolean;
  onChoose: (path: string) => void;
  onSay: (path: string, role: OwnRole | 'none') => void;
}) {
  const selectorOf = (role: OwnRole) =>
    role === 'header'
      ? own.selector
      : own.groups
          .filter(({ name }) => name === GROUPS[role])
          .flatMap(({ inner }) => inner)
          .slice(0, 2)
          .join(', ');
  const stuck = own.stuck;
  const known = chosen === undefined ? undefined : own.marks.find(({ path }) => path === chosen);
  const node = chosen === undefined ? undefined : nodeAt(own.node, chosen);
  return (
    <>
      <h2>What each part is</h2>
      <p className="quiet">Click a part in the picture or in the markup, and say what it is.</p>
      {node && (
        <div className="own-say">
          <label htmlFor="own-role">
            <code>{`<${node.tag ?? ''}>`}</code> is
          </label>
          <select
            id="own-role"
            className="choice-select"
            value={known?.role ?? 'none'}
            disabled={isBusy}
            onChange={(event) => onSay(chosen!, event.target.value as OwnRole | 'none')}
          >
            {OWN_ROLES.map((role) => (
              <option key={role} value={role}>
                {OWN_ROLE_NAMES[role]}
              </option>
            ))}
            <option value="none">none of these</option>
          </select>
          {own.from === undefined && (
            <small>It was pasted: paste it again to say so, or read it from its page.</small>
          )}
        </div>
      )}
      <dl className="own-parts">
        {OWN_ROLES.map((role) => {
          const marks = own.marks.filter((mark) => mark.role === role);
          const [first] = marks;
          return (
            <div key={role}>
              <dt>{OWN_ROLE_NAMES[role]}</dt>
              <dd>
                {first || (role === 'panel' && selectorOf(role)) ? (
                  <code>{selectorOf(role) || `${marks.length} found`}</code>
                ) : (
                  'none'
                )}
                {first && (
                  <button type="button" className="link" onClick={() => onChoose(first.path)}>
                    change<span className="sr-only"> {OWN_ROLE_NAMES[role]}</span>
                  </button>
                )}
              </dd>
            </div>
          );
        })}
        <div>
          <dt>State on scroll</dt>
          <dd>
            {stuck ? (
              <span>
                <code>.{stuck.name}</code> on {stuck.on === 'header' ? 'the header' : stuck.on}, from{' '}
                {stuck.from} px
              </span>
            ) : (
              'none; a few lines of script add it'
            )}
          </dd>
        </div>
      </dl>
    </>
  );
}
