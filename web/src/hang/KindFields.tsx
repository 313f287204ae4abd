import type { ReactElement } from 'react';
import {
  AccountItem,
  ButtonItem,
  TextItem,
  type BasketItem,
  type GapItem,
  type Item,
  type ItemKindName,
  type LogoItem,
  type NameItem,
  type PictureItem,
  type SearchField,
  type SearchItem,
} from '@hatrail/core/model/item';
import { relativeLuminance } from '@hatrail/core/colour/contrast';
import { resolveColour } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import { ColourField } from '../parts/ColourField.tsx';
import { ChoiceField, FieldRow, OnOff, TextInput } from '../parts/fields.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { OptionalColour } from '../parts/OptionalColour.tsx';
import { byRule } from '../parts/rules.ts';
import { TargetField } from '../parts/TargetField.tsx';
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
      min={16}
      max={160}
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
        min={10}
        max={80}
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
      {(
        [
          ['ink', 'Ink'],
          ['fill', 'Fill'],
          ['hoverFill', 'Fill, hovered'],
          ['hoverInk', 'Ink, hovered'],
          ['pressedFill', 'Fill, pressed'],
        ] as const
      ).map(([key, label]) => (
        <FieldRow key={key} label={label}>
          <ColourField
            label={`${label} of the button`}
            palette={site.palette}
            use={item[key] ?? item[key === 'hoverInk' ? 'ink' : 'hoverFill']}
            onChange={(use) =>
              change<ButtonItem>(`${label} of the button`, (draft) => void (draft[key] = use))
            }
          />
        </FieldRow>
      ))}
      <SizeRow
        label="Corners"
        min={0}
        max={40}
        value={item.radius}
        onChange={(radius) =>
          change<ButtonItem>('Corners of the button', (draft) => void (draft.radius = radius))
        }
      />
      <FieldRow label="Its own">
        <OnOff
          label="It keeps this style, whatever Dress says of all buttons"
          value={item.loose === true}
          onChange={(isLoose) =>
            change<ButtonItem>(isLoose ? 'A style of its own' : 'As all buttons', (draft) => {
              if (isLoose) draft.loose = true;
              else delete draft.loose;
            })
          }
        />
      </FieldRow>
      <SizeRow
        label="Letters"
        min={10}
        max={40}
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
        min={10}
        max={60}
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
        min={12}
        max={240}
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

function ActionFields({ site, item, change }: FieldsProps<SearchItem | AccountItem | BasketItem>) {
  return (
    <>
      <FieldRow label="Reads as">
        <TextInput
          label="What it is called"
          value={item.label}
          problem={byRule(AccountItem, 'label')}
          onChange={(label) =>
            change<AccountItem>('What it is called', (draft) => void (draft.label = label))
          }
        />
      </FieldRow>
      <SizeRow
        label="Size"
        min={12}
        max={40}
        value={item.size}
        onChange={(size) => change<AccountItem>('Size', (draft) => void (draft.size = size))}
      />
      <TargetField
        site={site}
        of={item.kind === 'search' ? 'the search' : 'it'}
        value={item.to}
        onChange={(to) => change<AccountItem>('Where it leads', (draft) => void (draft.to = to))}
      />
    </>
  );
}

/** What a search field wears that has just been opened: dark letters on a light ground. */
function newField(site: Site): SearchField {
  const lights = site.palette.map((swatch) => ({
    swatch: swatch.id,
    light: relativeLuminance(resolveColour(site.palette, { swatch: swatch.id })),
  }));
  lights.sort((a, b) => a.light - b.light);
  const [dark, light] = [lights[0], lights.at(-1)];
  const isRead = dark && light && (light.light + 0.05) / (dark.light + 0.05) >= 4.5;
  return {
    width: 220,
    fill: isRead ? { swatch: light.swatch } : { colour: '#ffffff' },
    ink: isRead ? { swatch: dark.swatch } : { colour: '#111111' },
    radius: 6,
  };
}

function SearchFields(props: FieldsProps<SearchItem>) {
  const { site, item, change } = props;
  const { field } = item;
  const inField = (label: string, make: (draft: SearchField) => void) =>
    change<SearchItem>(label, (draft) => draft.field && make(draft.field));
  return (
    <>
      <ActionFields {...(props as unknown as FieldsProps<SearchItem | AccountItem | BasketItem>)} />
      <FieldRow label="Stands open">
        <OnOff
          label="It stands open in the bar"
          value={field !== undefined}
          onChange={(isOpen) =>
            change<SearchItem>(isOpen ? 'Search stands open' : 'Search opens from its icon', (draft) => {
              if (isOpen) draft.field = newField(site);
              else delete draft.field;
            })
          }
        />
      </FieldRow>
      {field && (
        <>
          <SizeRow
            label="Width"
            min={120}
            max={600}
            value={field.width}
            onChange={(width) => inField('Width of the search field', (draft) => void (draft.width = width))}
          />
          {(['fill', 'ink'] as const).map((key) => (
            <FieldRow key={key} label={key === 'fill' ? 'Fill' : 'Ink'}>
              <ColourField
                label={`${key === 'fill' ? 'Fill' : 'Ink'} of the search field`}
                palette={site.palette}
                use={field[key]}
                onChange={(use) => inField('Colours of the search field', (draft) => void (draft[key] = use))}
              />
            </FieldRow>
          ))}
          <SizeRow
            label="Corners"
            min={0}
            max={20}
            value={field.radius}
            onChange={(radius) =>
              inField('Corners of the search field', (draft) => void (draft.radius = radius))
            }
          />
        </>
      )}
    </>
  );
}

function BasketFields(props: FieldsProps<BasketItem>) {
  const { item, change } = props;
  return (
    <>
      <ActionFields {...(props as unknown as FieldsProps<SearchItem | AccountItem | BasketItem>)} />
      <FieldRow label="In it">
        <NumberField
          label="How many things are in it"
          unit="things"
          min={0}
          max={999}
          value={item.count}
          onChange={(count) =>
            change<BasketItem>('How many are in the basket', (draft) => void (draft.count = count))
          }
        />
      </FieldRow>
    </>
  );
}

function GapFields({ item, change }: FieldsProps<GapItem>) {
  return (
    <SizeRow
      label="Width"
      min={0}
      max={400}
      value={item.size}
      onChange={(size) => change<GapItem>('Width of a gap', (draft) => void (draft.size = size))}
    />
  );
}
