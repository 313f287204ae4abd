import { Button } from '@mui/material';
import { headerItems, type Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import type { HeaderType as HeaderTypeValues } from '@hatrail/core/model/type';
import { changeHeader } from '../../editor/edits.ts';
import { StyleRow } from './StyleRow.tsx';

/** What of a header may be set apart from the site's type. */
const APART = [
  ['menu', 'Menu'],
  ['button', 'Buttons'],
  ['name', 'Name'],
] as const;

interface HeaderTypeProps {
  site: Site;
  header: Header;
  words: { menu: string; button: string };
}

/** What a header is set in where that is set apart from the site: its menu, its buttons and the site's name on it. */
export function HeaderType({ site, header, words }: HeaderTypeProps) {
  const { name: called, type } = header;
  const kinds = new Set(headerItems(header).map(({ kind }) => kind));
  const hangs = {
    menu: kinds.has('menu') || kinds.has('text'),
    button: kinds.has('button'),
    name: kinds.has('name'),
  };
  const plain = { menu: site.type.menu, button: site.type.button, name: site.type.heading };
  const said = { menu: words.menu, button: words.button, name: site.name };
  const set = APART.filter(([part]) => type?.[part]);
  const free = APART.filter(([part]) => !type?.[part] && hangs[part]);
  const edit = (label: string, make: (type: HeaderTypeValues) => void, group?: string) =>
    changeHeader(
      header.id,
      label,
      (draft) => {
        make((draft.type ??= {}));
        if (Object.values(draft.type).every((value) => value === undefined)) delete draft.type;
      },
      group,
    );
  return (
    <>
      {set.map(([part, title]) => {
        const whole = `${title} of ${called}`;
        return (
          <StyleRow
            key={part}
            site={site}
            name={`${header.id}-${part}`}
            title={whole}
            style={type![part]!}
            words={said[part]}
            onChange={(values, label) =>
              edit(
                `${whole}: ${label}`,
                (draft) => void Object.assign(draft[part]!, values),
                `type ${header.id} ${part} ${label}`,
              )
            }
          >
            <Button
              size="small"
              onClick={() =>
                edit(`${whole}, as the site’s`, (draft) => {
                  delete draft[part];
                  if (part === 'menu') delete draft.currentWeight;
                })
              }
            >
              Set it like the rest of the site
            </Button>
          </StyleRow>
        );
      })}
      {free.length > 0 && (
        <p className="type-apart">
          <span>Set apart in {called}:</span>
          {free.map(([part, title]) => (
            <Button
              key={part}
              size="small"
              variant="outlined"
              aria-label={`Set apart ${title} of ${called}`}
              onClick={() =>
                edit(`${title} of ${called} apart`, (draft) => void (draft[part] = { ...plain[part] }))
              }
            >
              {title}
            </Button>
          ))}
        </p>
      )}
    </>
  );
}
