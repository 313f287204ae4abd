import { at } from '@hatrail/core/lists';
import { Button } from '@mui/material';
import { freeId } from '@hatrail/core/model/freeId';
import { ICON_NAMES } from '@hatrail/core/model/icons';
import { IconLink, IconsItem } from '@hatrail/core/model/item';
import { ChoiceField, FieldRow, TextInput } from '../parts/fields.tsx';
import { byRule } from '../parts/rules.ts';
import { TargetField } from '../parts/TargetField.tsx';
import { retarget, SizeRow, type FieldsProps } from './kindParts.tsx';

/** Icon links: their sizes, and each with its icon, name and target. */
export function IconsFields({ site, item, change }: FieldsProps<IconsItem>) {
  const inLink = (i: number, label: string, make: (draft: IconLink) => void) =>
    change<IconsItem>(label, ({ links }) => make(at(links, i)));
  const vectors = site.pictures.filter(({ file }) => file.endsWith('.svg'));
  return (
    <>
      <SizeRow
        label="Size"
        of={[IconsItem, 'size']}
        value={item.size}
        onChange={(size) => change<IconsItem>('Size of icons', (draft) => void (draft.size = size))}
      />
      <SizeRow
        label="Between"
        of={[IconsItem, 'gap']}
        value={item.gap}
        onChange={(gap) => change<IconsItem>('Between icons', (draft) => void (draft.gap = gap))}
      />
      {item.links.map((link, i) => (
        <fieldset key={link.id} className="icon-fields">
          <legend className="sr-only">{link.label}</legend>
          <FieldRow label="Icon">
            <ChoiceField
              label={`Icon ${i + 1}`}
              value={link.picture === undefined ? `icon ${link.icon}` : `picture ${link.picture}`}
              options={[
                ...ICON_NAMES.map((name) => [`icon ${name}`, name] as const),
                ...vectors.map(({ id, name }) => [`picture ${id}`, `${name}, your own`] as const),
              ]}
              onChange={(choice) =>
                inLink(i, 'Icon', (draft) => {
                  const [kind, name] = choice.split(' ') as ['icon' | 'picture', string];
                  delete draft.icon;
                  delete draft.picture;
                  if (kind === 'icon') draft.icon = name as NonNullable<IconLink['icon']>;
                  else draft.picture = name;
                })
              }
            />
          </FieldRow>
          <FieldRow label="Reads as">
            <TextInput
              label={`What icon ${i + 1} is called`}
              value={link.label}
              problem={byRule(IconLink, 'label')}
              onChange={(label) => inLink(i, 'Name of an icon', (draft) => void (draft.label = label))}
            />
          </FieldRow>
          <TargetField
            site={site}
            of={`icon ${i + 1}`}
            value={link}
            onChange={(to) => inLink(i, 'Where an icon leads', (draft) => retarget(draft, to))}
          />
          <button
            type="button"
            className="link"
            aria-label={`Remove ${link.label}`}
            onClick={() => change<IconsItem>('Remove an icon', ({ links }) => void links.splice(i, 1))}
          >
            remove
          </button>
        </fieldset>
      ))}
      <Button
        size="small"
        disabled={item.links.length >= 12}
        onClick={() =>
          change<IconsItem>('Add an icon', ({ links }) => {
            const id = freeId('link', links);
            links.push({ id, icon: 'star', label: 'A link', address: '/' });
          })
        }
      >
        Add an icon
      </Button>
    </>
  );
}
