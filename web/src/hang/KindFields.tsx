import type { ReactElement } from 'react';
import {
  ButtonItem,
  GapItem,
  LogoItem,
  NameItem,
  PictureItem,
  TextItem,
  type Item,
  type ItemKindName,
} from '@hatrail/core/model/item';
import { ChoiceField, FieldRow, TextInput } from '../parts/fields.tsx';
import { OptionalColour } from '../parts/OptionalColour.tsx';
import { byRule } from '../parts/rules.ts';
import { TargetField } from '../parts/TargetField.tsx';
import { ActionFields, BasketFields, SearchFields } from './ActionFields.tsx';
import { ButtonStyleFields } from './ButtonStyleFields.tsx';
import { IconsFields } from './IconsFields.tsx';
import { retarget, SizeRow, type FieldsProps } from './kindParts.tsx';
import { LineTarget } from './LineTarget.tsx';
import { MenuFields } from './MenuFields.tsx';
import { NAME_READS } from './steppedValues.ts';

/** What sets one kind of item apart. */
export function KindFields({ site, item, change }: FieldsProps<Item>) {
  const Fields = FIELDS[item.kind] as (props: FieldsProps<Item>) => ReactElement;
  return <Fields site={site} item={item} change={change} />;
}

const FIELDS: { [K in ItemKindName]: (props: FieldsProps<Extract<Item, { kind: K }>>) => ReactElement } = {
  logo: LogoFields,
  name: NameFields,
  menu: MenuFields,
  button: ButtonFields,
  text: TextFields,
  icons: IconsFields,
  picture: PictureFields,
  search: SearchFields,
  account: ActionFields,
  basket: BasketFields,
  gap: GapFields,
};

function LogoFields({ item, change }: FieldsProps<LogoItem>) {
  return (
    <SizeRow
      label="Height"
      of={[LogoItem, 'height']}
      value={item.height}
      onChange={(height) => change<LogoItem>('Height of the logo', (draft) => void (draft.height = height))}
    />
  );
}

function NameFields({ site, item, change }: FieldsProps<NameItem>) {
  return (
    <>
      <SizeRow
        label="Size"
        of={[NameItem, 'size']}
        value={item.size}
        onChange={(size) => change<NameItem>('Size of the name', (draft) => void (draft.size = size))}
      />
      <FieldRow label="Reads">
        <ChoiceField
          label="What of name and tagline is read"
          value={item.reads ?? (item.tagline ? 'both' : 'name')}
          options={NAME_READS}
          onChange={(reads) =>
            change<NameItem>('Name and tagline', (draft) => {
              draft.tagline = reads !== 'name';
              if (reads === 'tagline') draft.reads = reads;
              else delete draft.reads;
            })
          }
        />
      </FieldRow>
      {item.tagline && (
        <>
          {item.reads !== 'tagline' && (
            <FieldRow label="Tagline">
              <ChoiceField
                label="Where the tagline stands"
                value={item.beside ? 'beside' : 'below'}
                options={[
                  ['below', 'below the name'],
                  ['beside', 'beside it, on its line'],
                ]}
                onChange={(where) =>
                  change<NameItem>('Where the tagline stands', (draft) => {
                    if (where === 'beside') draft.beside = true;
                    else delete draft.beside;
                  })
                }
              />
            </FieldRow>
          )}
          <OptionalColour
            row="Its ink"
            label="Ink of the tagline"
            palette={site.palette}
            use={item.taglineInk}
            automatic="as the name’s"
            onChange={(use) =>
              change<NameItem>('Ink of the tagline', (draft) => {
                if (use) draft.taglineInk = use;
                else delete draft.taglineInk;
              })
            }
          />
        </>
      )}
    </>
  );
}

function ButtonFields({ site, item, change }: FieldsProps<ButtonItem>) {
  return (
    <>
      <FieldRow label="Label">
        <TextInput
          label="Label of the button"
          value={item.label}
          problem={byRule(ButtonItem, 'label')}
          onChange={(label) =>
            change<ButtonItem>('Label of the button', (draft) => void (draft.label = label))
          }
        />
      </FieldRow>
      <TargetField
        site={site}
        of="the button"
        value={item}
        onChange={(to) => change<ButtonItem>('Where the button leads', (draft) => retarget(draft, to))}
      />
      <ButtonStyleFields
        palette={site.palette}
        worn={item}
        of="the button"
        onChange={(label, make) => change<ButtonItem>(label, make)}
      />
      <SizeRow
        label="Letters"
        of={[ButtonItem, 'size']}
        value={item.size ?? site.type.button.size}
        onChange={(size) =>
          change<ButtonItem>('Letters of the button', (draft) => {
            if (size === site.type.button.size) delete draft.size;
            else draft.size = size;
          })
        }
      />
    </>
  );
}

function TextFields({ site, item, change }: FieldsProps<TextItem>) {
  return (
    <>
      <FieldRow label="Text">
        <TextInput
          label="Line of text"
          value={item.text}
          problem={byRule(TextItem, 'text')}
          onChange={(text) => change<TextItem>('Line of text', (draft) => void (draft.text = text))}
        />
      </FieldRow>
      <LineTarget
        site={site}
        value={item.to}
        onChange={(to) =>
          change<TextItem>('Where the line leads', (draft) => {
            if (to) draft.to = to;
            else delete draft.to;
          })
        }
      />
      <SizeRow
        label="Letters"
        of={[TextItem, 'size']}
        value={item.size}
        onChange={(size) => change<TextItem>('Letters of the line', (draft) => void (draft.size = size))}
      />
    </>
  );
}

function PictureFields({ site, item, change }: FieldsProps<PictureItem>) {
  return (
    <>
      <FieldRow label="Picture">
        <ChoiceField
          label="Picture that hangs there"
          value={item.picture}
          options={site.pictures.map(({ id, name }) => [id, name] as const)}
          onChange={(id) => change<PictureItem>('Picture', (draft) => void (draft.picture = id))}
        />
      </FieldRow>
      <SizeRow
        label="Height"
        of={[PictureItem, 'height']}
        value={item.height}
        onChange={(height) =>
          change<PictureItem>('Height of a picture', (draft) => void (draft.height = height))
        }
      />
      <LineTarget
        site={site}
        value={item.to}
        onChange={(to) =>
          change<PictureItem>('Where the picture leads', (draft) => {
            if (to) draft.to = to;
            else delete draft.to;
          })
        }
      />
    </>
  );
}

function GapFields({ item, change }: FieldsProps<GapItem>) {
  return (
    <SizeRow
      label="Width"
      of={[GapItem, 'size']}
      value={item.size}
      onChange={(size) => change<GapItem>('Width of a gap', (draft) => void (draft.size = size))}
    />
  );
}
