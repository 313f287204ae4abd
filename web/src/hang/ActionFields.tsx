import { relativeLuminance } from '@hatrail/core/colour/contrast';
import { AccountItem, SearchField, type BasketItem, type SearchItem } from '@hatrail/core/model/item';
import { resolveColour } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import { ColourField } from '../parts/ColourField.tsx';
import { FieldRow, OnOff, TextInput } from '../parts/fields.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { byRule } from '../parts/rules.ts';
import { TargetField } from '../parts/TargetField.tsx';
import { SizeRow, type FieldsProps } from './kindParts.tsx';

/** Search, account and basket: what they are called, their size, where they lead. */
export function ActionFields({ site, item, change }: FieldsProps<SearchItem | AccountItem | BasketItem>) {
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
        of={[AccountItem, 'size']}
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

/** A search, and the field that stands open in the bar where that is wanted. */
export function SearchFields(props: FieldsProps<SearchItem>) {
  const { site, item, change } = props;
  const { field } = item;
  const inField = (label: string, make: (draft: SearchField) => void) =>
    change<SearchItem>(label, (draft) => draft.field && make(draft.field));
  return (
    <>
      <ActionFields {...props} />
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
            of={[SearchField, 'width']}
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
            of={[SearchField, 'radius']}
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

/** A basket, and how many are in it. */
export function BasketFields(props: FieldsProps<BasketItem>) {
  const { item, change } = props;
  return (
    <>
      <ActionFields {...props} />
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
