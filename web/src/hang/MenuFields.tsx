import { PLAIN_STAND_OUT } from '@hatrail/core/header/kinds/menu';
import { LINK_HEIGHT } from '@hatrail/core/header/metrics';
import { MenuItem } from '@hatrail/core/model/item';
import { entriesOf } from '@hatrail/core/model/menu';
import { LETTER_CASES } from '@hatrail/core/model/type';
import { ChoiceField, FieldRow } from '../parts/fields.tsx';
import { ButtonStyleFields } from './ButtonStyleFields.tsx';
import { SizeRow, type FieldsProps } from './kindParts.tsx';

/** A menu on a rail: which, its sizes, how its drop-downs open, and what the entry that stands out wears. */
export function MenuFields({ site, item, change }: FieldsProps<MenuItem>) {
  const menu = site.menus.find(({ id }) => id === item.menu);
  const entries = menu ? entriesOf(menu) : [];
  const hasDrops = entries.some(({ level }) => level > 0);
  const standsOut = entries.some(({ entry }) => entry.standsOut);
  const worn = item.standOut ?? PLAIN_STAND_OUT;
  const menus = site.menus.map(({ id, name }) => [id, name] as const);
  return (
    <>
      <FieldRow label="Menu">
        <ChoiceField
          label="Menu that hangs there"
          value={item.menu}
          options={menus}
          onChange={(id) => change<MenuItem>('Menu', (draft) => void (draft.menu = id))}
        />
      </FieldRow>
      {menus.length > 1 && (
        <FieldRow label="Signed in">
          <ChoiceField
            label="Menu for visitors who are signed in"
            value={item.menuSignedIn ?? ''}
            options={[['', 'the same'], ...menus]}
            onChange={(id) =>
              change<MenuItem>('Menu for those signed in', (draft) => {
                if (id) draft.menuSignedIn = id;
                else delete draft.menuSignedIn;
              })
            }
          />
        </FieldRow>
      )}
      <SizeRow
        label="Between links"
        of={[MenuItem, 'gap']}
        value={item.gap}
        onChange={(gap) => change<MenuItem>('Between links', (draft) => void (draft.gap = gap))}
      />
      <SizeRow
        label="Letters"
        of={[MenuItem, 'size']}
        unit={`px, ${site.type.menu.weight}`}
        value={item.size ?? site.type.menu.size}
        onChange={(size) =>
          change<MenuItem>('Letters of the menu', (draft) => {
            if (size === site.type.menu.size) delete draft.size;
            else draft.size = size;
          })
        }
      />
      <FieldRow label="Case">
        <ChoiceField
          label="Letter-case of the menu"
          value={item.letterCase ?? ''}
          options={[
            ['', `as the site’s menus: ${site.type.menu.letterCase}`] as const,
            ...LETTER_CASES.map((letterCase) => [letterCase, letterCase] as const),
          ]}
          onChange={(letterCase) =>
            change<MenuItem>('Letter-case of the menu', (draft) => {
              if (letterCase === '') delete draft.letterCase;
              else draft.letterCase = letterCase;
            })
          }
        />
      </FieldRow>
      {hasDrops && (
        <FieldRow label="Opens">
          <ChoiceField
            label="What opens a drop-down"
            value={item.opens ?? 'click'}
            options={[
              ['click', 'on click'],
              ['click and hover', 'on click and hover'],
            ]}
            onChange={(opens) =>
              change<MenuItem>('What opens a drop-down', (draft) => void (draft.opens = opens))
            }
          />
        </FieldRow>
      )}
      {standsOut && (
        <ButtonStyleFields
          palette={site.palette}
          worn={worn}
          of="the entry that stands out"
          before="Out"
          onChange={(label, make) =>
            change<MenuItem>(label, (draft) => make((draft.standOut ??= { ...worn })))
          }
        />
      )}
      <FieldRow label="Touch height">
        <span className="quiet">{LINK_HEIGHT} px, 24 needed</span>
      </FieldRow>
    </>
  );
}
