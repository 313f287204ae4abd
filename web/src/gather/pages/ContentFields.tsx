import { at } from '@hatrail/core/lists';
import { Button } from '@mui/material';
import { BandButton, Card, HeadingContent, ParagraphContent, type Content } from '@hatrail/core/model/page';
import { ColourField } from '../../parts/ColourField.tsx';
import { ChoiceField, FieldRow, TextInput } from '../../parts/fields.tsx';
import { TargetField } from '../../parts/TargetField.tsx';
import { byRule } from '../../parts/rules.ts';
import type { BandFieldsProps } from './BackdropFields.tsx';

/** A button that leads to the first page, in two colours of the palette. */
export function newButton(site: BandFieldsProps['site']): BandButton {
  return {
    label: 'Read more',
    page: at(site.pages, 0).id,
    ink: { swatch: at(site.palette, 0).id },
    fill: { swatch: site.palette.at(-1)!.id },
  };
}

type Kind = Content['kind'];
type ContentOf<K extends Kind> = Extract<Content, { kind: K }>;

interface ContentFieldsProps {
  site: BandFieldsProps['site'];
  content: Content;
  index: number;
  onChange: (label: string, alter: (draft: Content) => void) => void;
}

/** What the fields of one kind of content get. */
interface KindProps<K extends Kind> extends Pick<ContentFieldsProps, 'site' | 'index'> {
  content: ContentOf<K>;
  change: (label: string, alter: (draft: ContentOf<K>) => void) => void;
}

/** The fields of one piece of a band's content. */
export function ContentFields({ site, content, index, onChange }: ContentFieldsProps) {
  const of = <K extends Kind>(kind: K): Omit<KindProps<K>, 'content'> => ({
    site,
    index,
    change: (label, alter) => onChange(label, (draft) => draft.kind === kind && alter(draft as ContentOf<K>)),
  });
  switch (content.kind) {
    case 'heading':
      return <HeadingFields content={content} {...of('heading')} />;
    case 'paragraph':
      return <ParagraphFields content={content} {...of('paragraph')} />;
    case 'cards':
      return <CardsFields content={content} {...of('cards')} />;
    case 'said':
      return <SaidFields content={content} {...of('said')} />;
    case 'buttons':
      return <ButtonsFields content={content} {...of('buttons')} />;
    case 'pictures':
      return <PicturesFields content={content} {...of('pictures')} />;
  }
}

function HeadingFields({ content, index, change }: KindProps<'heading'>) {
  return (
    <>
      <TextInput
        label={`Heading ${index + 1}`}
        value={content.text}
        problem={byRule(HeadingContent, 'text')}
        onChange={(text) => change('Heading', (draft) => void (draft.text = text))}
      />
      <ChoiceField
        label={`Level of heading ${index + 1}`}
        value={String(content.level) as '1' | '2'}
        options={[
          ['1', 'level 1, the page’s title'],
          ['2', 'level 2'],
        ]}
        onChange={(level) => change('Heading level', (draft) => void (draft.level = Number(level) as 1 | 2))}
      />
    </>
  );
}

function ParagraphFields({ content, index, change }: KindProps<'paragraph'>) {
  return (
    <TextInput
      isLong
      label={`Paragraph ${index + 1}`}
      value={content.text}
      problem={byRule(ParagraphContent, 'text')}
      onChange={(text) => change('Paragraph', (draft) => void (draft.text = text))}
    />
  );
}

function CardsFields({ site, content, change }: KindProps<'cards'>) {
  return (
    <>
      <FieldRow label="Cards">
        <span className="row">
          <ColourField
            label="Fill of the cards"
            palette={site.palette}
            use={content.fill}
            onChange={(use) => change('Fill of cards', (draft) => void (draft.fill = use))}
          />
          <ColourField
            label="Ink of the cards"
            palette={site.palette}
            use={content.ink}
            onChange={(use) => change('Ink of cards', (draft) => void (draft.ink = use))}
          />
        </span>
      </FieldRow>
      {content.cards.map((card, c) => (
        <div key={c} className="card-fields">
          <TextInput
            label={`Title of card ${c + 1}`}
            value={card.title}
            problem={byRule(Card, 'title')}
            onChange={(title) =>
              change('Title of a card', (draft) => void (at(draft.cards, c).title = title))
            }
          />
          <TextInput
            label={`Text of card ${c + 1}`}
            value={card.text}
            problem={byRule(Card, 'text')}
            onChange={(text) => change('Text of a card', (draft) => void (at(draft.cards, c).text = text))}
          />
          <button
            type="button"
            className="link"
            aria-label={`Remove card ${c + 1}`}
            onClick={() => change('Remove a card', (draft) => void draft.cards.splice(c, 1))}
          >
            remove
          </button>
        </div>
      ))}
      <Button
        size="small"
        disabled={content.cards.length >= 24}
        onClick={() =>
          change(
            'Add a card',
            (draft) => void draft.cards.push({ title: 'Another', text: 'A sentence about it.' }),
          )
        }
      >
        Add a card
      </Button>
    </>
  );
}

function SaidFields({ content, index, change }: KindProps<'said'>) {
  return (
    <ChoiceField
      label={`What name ${index + 1} says`}
      value={content.what}
      options={[
        ['page title', 'the page’s own title'],
        ['site name', 'the site’s name'],
        ['tagline', 'the tagline'],
      ]}
      onChange={(what) => change('What is said', (draft) => void (draft.what = what))}
    />
  );
}

function ButtonsFields({ site, content, change }: KindProps<'buttons'>) {
  return (
    <>
      {content.buttons.map((button, b) => (
        <ButtonFields
          key={b}
          site={site}
          button={button}
          number={b + 1}
          onChange={(label, make) => change(label, (draft) => make(at(draft.buttons, b)))}
          onRemove={
            content.buttons.length === 1
              ? undefined
              : () => change('Remove a button', (draft) => void draft.buttons.splice(b, 1))
          }
        />
      ))}
      <Button
        size="small"
        disabled={content.buttons.length >= 6}
        onClick={() => change('Add a button', (draft) => void draft.buttons.push(newButton(site)))}
      >
        Add a button
      </Button>
    </>
  );
}

interface ButtonFieldsProps {
  site: BandFieldsProps['site'];
  button: BandButton;
  number: number;
  onChange: (label: string, make: (draft: BandButton) => void) => void;
  /** Left out of the only one. */
  onRemove: (() => void) | undefined;
}

function ButtonFields({ site, button, number, onChange, onRemove }: ButtonFieldsProps) {
  return (
    <div className="card-fields">
      <TextInput
        label={`Label of button ${number}`}
        value={button.label}
        problem={byRule(BandButton, 'label')}
        onChange={(label) => onChange('Label of a button', (draft) => void (draft.label = label))}
      />
      <TargetField
        site={site}
        of={`button ${number}`}
        value={button}
        onChange={(to) =>
          onChange('Where a button leads', (draft) => {
            delete draft.page;
            delete draft.address;
            Object.assign(draft, to);
          })
        }
      />
      <span className="row">
        <ColourField
          label={`Ink of button ${number}`}
          palette={site.palette}
          use={button.ink}
          onChange={(use) => onChange('Ink of a button', (draft) => void (draft.ink = use))}
        />
        <ColourField
          label={`Fill of button ${number}`}
          palette={site.palette}
          use={button.fill}
          onChange={(use) => onChange('Fill of a button', (draft) => void (draft.fill = use))}
        />
        <button type="button" className="link" disabled={!onRemove} onClick={onRemove}>
          remove
        </button>
      </span>
    </div>
  );
}

function PicturesFields({ site, content, change }: KindProps<'pictures'>) {
  return (
    <div className="row">
      {site.pictures.map(({ id, name }) => (
        <label key={id} className="row picture-tick">
          <input
            type="checkbox"
            checked={content.pictures.includes(id)}
            disabled={!content.pictures.includes(id) && content.pictures.length >= 12}
            onChange={(event) =>
              change('Pictures of a band', (draft) => {
                if (event.target.checked) draft.pictures.push(id);
                else draft.pictures = draft.pictures.filter((used) => used !== id);
              })
            }
          />
          {name}
        </label>
      ))}
    </div>
  );
}
