import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import { ICON_NAMES } from '@hatrail/core/header/icons';
import { freeId } from '@hatrail/core/gather/freeId';
import { LINK_HEIGHT } from '@hatrail/core/header/metrics';
import { PLAIN_STAND_OUT } from '@hatrail/core/header/kinds/menu';
import {
  AccountItem,
  ButtonItem,
  IconLink,
  TextItem,
  type BasketItem,
  type GapItem,
  type IconsItem,
  type Item,
  type ItemKindName,
  type LogoItem,
  type MenuItem,
  type NameItem,
  type PictureItem,
  type SearchItem,
} from '@hatrail/core/model/item';
import type { Target } from '@hatrail/core/model/menu';
import type { Site } from '@hatrail/core/model/site';
import { entriesOf } from '@hatrail/core/model/menu';
import { ColourField } from '../parts/ColourField.tsx';
import { Choice, OnOff, Row, TextInput } from '../parts/fields.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { byRule } from '../parts/rules.ts';
import { TargetField } from '../parts/TargetField.tsx';
import { LineTarget } from './LineTarget.tsx';

interface FieldsProps<I extends Item> {
  site: Site;
  item: I;
  change: <J extends Item = I>(label: string, make: (draft: J) => void) => void;
}

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
  search: ActionFields,
  account: ActionFields,
  basket: BasketFields,
  gap: GapFields,
};

interface SizeProps {
  label: string;
  unit?: string;
  min: number;
  max: number;
  value: number;
  onChange: (value: number) => void;
}

function Size({ label, unit = 'px', ...props }: SizeProps) {
  return (
    <Row label={label}>
      <NumberField label={label} unit={unit} step={0.5} {...props} />
    </Row>
  );
}

function LogoFields({ item, change }: FieldsProps<LogoItem>) {
  return (
    <Size
      label="Height"
      min={16}
      max={160}
      value={item.height}
      onChange={(height) => change<LogoItem>('Height of the logo', (draft) => void (draft.height = height))}
    />
  );
}

function NameFields({ item, change }: FieldsProps<NameItem>) {
  return (
    <>
      <Size
        label="Size"
        min={10}
        max={80}
        value={item.size}
        onChange={(size) => change<NameItem>('Size of the name', (draft) => void (draft.size = size))}
      />
      <Row label="Tagline">
        <OnOff
          label="Tagline below the name"
          value={item.tagline}
          onChange={(on) => change<NameItem>('Tagline', (draft) => void (draft.tagline = on))}
        />
      </Row>
    </>
  );
}

function MenuFields({ site, item, change }: FieldsProps<MenuItem>) {
  const menu = site.menus.find(({ id }) => id === item.menu);
  const entries = menu ? entriesOf(menu) : [];
  const hasDrops = entries.some(({ level }) => level > 0);
  const standsOut = entries.some(({ entry }) => entry.standsOut);
  const worn = item.standOut ?? PLAIN_STAND_OUT;
  const menus = site.menus.map(({ id, name }) => [id, name] as const);
  return (
    <>
      <Row label="Menu">
        <Choice
          label="Menu that hangs there"
          value={item.menu}
          options={menus}
          onChange={(id) => change<MenuItem>('Menu', (draft) => void (draft.menu = id))}
        />
      </Row>
      <Row label="Signed in">
        <Choice
          label="Menu for visitors who are signed in"
          value={item.menuSignedIn ?? ''}
          options={[['', 'the same'] as const, ...menus]}
          onChange={(id) =>
            change<MenuItem>('Menu for those signed in', (draft) => {
              if (id === '') delete draft.menuSignedIn;
              else draft.menuSignedIn = id;
            })
          }
        />
      </Row>
      <Size
        label="Between links"
        min={4}
        max={120}
        value={item.gap}
        onChange={(gap) => change<MenuItem>('Between links', (draft) => void (draft.gap = gap))}
      />
      <Size
        label="Letters"
        unit={`px, ${site.type.menu.weight}`}
        min={10}
        max={60}
        value={item.size ?? site.type.menu.size}
        onChange={(size) =>
          change<MenuItem>('Letters of the menu', (draft) => {
            if (size === site.type.menu.size) delete draft.size;
            else draft.size = size;
          })
        }
      />
      {hasDrops && (
        <Row label="Opens">
          <Choice
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
        </Row>
      )}
      {standsOut && (
        <>
          {(
            [
              ['ink', 'Ink'],
              ['fill', 'Fill'],
              ['hoverFill', 'Fill, hovered'],
            ] as const
          ).map(([key, label]) => (
            <Row key={key} label={`Out: ${label.toLowerCase()}`}>
              <ColourField
                label={`${label} of the entry that stands out`}
                palette={site.palette}
                use={worn[key]}
                onChange={(use) =>
                  change<MenuItem>(
                    'Entry that stands out',
                    (draft) => void (draft.standOut = { ...worn, [key]: use }),
                  )
                }
              />
            </Row>
          ))}
          <Size
            label="Out: corners"
            min={0}
            max={40}
            value={worn.radius}
            onChange={(radius) =>
              change<MenuItem>(
                'Entry that stands out',
                (draft) => void (draft.standOut = { ...worn, radius }),
              )
            }
          />
        </>
      )}
      <Row label="Touch height">
        <span className="quiet">{LINK_HEIGHT} px, 24 needed</span>
      </Row>
    </>
  );
}

function ButtonFields({ site, item, change }: FieldsProps<ButtonItem>) {
  return (
    <>
      <Row label="Label">
        <TextInput
          label="Label of the button"
          value={item.label}
          problem={byRule(ButtonItem, 'label')}
          onChange={(label) =>
            change<ButtonItem>('Label of the button', (draft) => void (draft.label = label))
          }
        />
      </Row>
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
        ] as const
      ).map(([key, label]) => (
        <Row key={key} label={label}>
          <ColourField
            label={`${label} of the button`}
            palette={site.palette}
            use={item[key]}
            onChange={(use) =>
              change<ButtonItem>(`${label} of the button`, (draft) => void (draft[key] = use))
            }
          />
        </Row>
      ))}
      <Size
        label="Corners"
        min={0}
        max={40}
        value={item.radius}
        onChange={(radius) =>
          change<ButtonItem>('Corners of the button', (draft) => void (draft.radius = radius))
        }
      />
      <Size
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

/** Puts another target in the place of a link's own. */
function retarget(draft: Target, { page, address }: { page?: string; address?: string }): void {
  delete draft.page;
  delete draft.address;
  if (page !== undefined) draft.page = page;
  if (address !== undefined) draft.address = address;
}

function TextFields({ site, item, change }: FieldsProps<TextItem>) {
  return (
    <>
      <Row label="Text">
        <TextInput
          label="Line of text"
          value={item.text}
          problem={byRule(TextItem, 'text')}
          onChange={(text) => change<TextItem>('Line of text', (draft) => void (draft.text = text))}
        />
      </Row>
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
      <Size
        label="Letters"
        min={10}
        max={60}
        value={item.size}
        onChange={(size) => change<TextItem>('Letters of the line', (draft) => void (draft.size = size))}
      />
    </>
  );
}

function IconsFields({ site, item, change }: FieldsProps<IconsItem>) {
  const inLink = (i: number, label: string, make: (draft: IconLink) => void) =>
    change<IconsItem>(label, ({ links }) => make(links[i]!));
  const vectors = site.pictures.filter(({ file }) => file.endsWith('.svg'));
  return (
    <>
      <Size
        label="Size"
        min={12}
        max={60}
        value={item.size}
        onChange={(size) => change<IconsItem>('Size of icons', (draft) => void (draft.size = size))}
      />
      <Size
        label="Between"
        min={0}
        max={80}
        value={item.gap}
        onChange={(gap) => change<IconsItem>('Between icons', (draft) => void (draft.gap = gap))}
      />
      {item.links.map((link, i) => (
        <fieldset key={link.id} className="icon-fields">
          <legend className="sr-only">{link.label}</legend>
          <Row label="Icon">
            <Choice
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
          </Row>
          <Row label="Reads as">
            <TextInput
              label={`What icon ${i + 1} is called`}
              value={link.label}
              problem={byRule(IconLink, 'label')}
              onChange={(label) => inLink(i, 'Name of an icon', (draft) => void (draft.label = label))}
            />
          </Row>
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

function PictureFields({ site, item, change }: FieldsProps<PictureItem>) {
  return (
    <>
      <Row label="Picture">
        <Choice
          label="Picture that hangs there"
          value={item.picture}
          options={site.pictures.map(({ id, name }) => [id, name] as const)}
          onChange={(id) => change<PictureItem>('Picture', (draft) => void (draft.picture = id))}
        />
      </Row>
      <Size
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
      <Row label="Reads as">
        <TextInput
          label="What it is called"
          value={item.label}
          problem={byRule(AccountItem, 'label')}
          onChange={(label) =>
            change<AccountItem>('What it is called', (draft) => void (draft.label = label))
          }
        />
      </Row>
      <Size
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

function BasketFields(props: FieldsProps<BasketItem>) {
  const { item, change } = props;
  return (
    <>
      <ActionFields {...(props as unknown as FieldsProps<SearchItem | AccountItem | BasketItem>)} />
      <Row label="In it">
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
      </Row>
    </>
  );
}

function GapFields({ item, change }: FieldsProps<GapItem>) {
  return (
    <Size
      label="Width"
      min={0}
      max={400}
      value={item.size}
      onChange={(size) => change<GapItem>('Width of a gap', (draft) => void (draft.size = size))}
    />
  );
}
