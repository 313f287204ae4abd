import { useMemo } from 'react';
import { OWN_ROLE_NAMES, type OwnHeader } from '@hatrail/core/model/own';
import { linesOf } from './nodes.ts';

/** Their markup, a line each, with what its parts are. */
export function OwnMarkup({
  own,
  chosen,
  onChoose,
}: {
  own: OwnHeader;
  chosen: string | undefined;
  onChoose: (path: string) => void;
}) {
  const lines = useMemo(() => linesOf(own.node, own.from), [own.node, own.from]);
  const roles = new Map(own.marks.map((mark) => [mark.path, mark]));
  return (
    <ol className="own-markup" aria-label="Its markup">
      {lines.map(({ path, depth, text }) => {
        const mark = roles.get(path);
        const ink = own.inks.find(({ id }) => id === mark?.ink);
        return (
          <li key={path}>
            <button
              type="button"
              aria-pressed={path === chosen}
              className={mark ? 'is-part' : undefined}
              onClick={() => onChoose(path)}
            >
              <code style={{ paddingLeft: depth * 14 }}>{text}</code>
              {mark && (
                <b>
                  {OWN_ROLE_NAMES[mark.role].toLowerCase()}
                  {mark.role === 'logo' && ink ? (ink.kind === 'text' ? ', as text' : ', as a picture') : ''}
                </b>
              )}
            </button>
          </li>
        );
      })}
    </ol>
  );
}
