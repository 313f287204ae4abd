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

interface ContentFieldsProps {
  site: BandFieldsProps['site'];
  content: Content;
  index: number;
  onChange: (label: string, alter: (draft: Content) => void) => void;
}

/** The fields of one piece of a band's content. */
export function ContentFields({ site, content, index, onChange }: ContentFieldsProps) {
  const change = <K extends Content['kind']>(
    kind: K,
    label: string,
    alter: (draft: Extract<Content, { kind: K }>) => void,
  ) => onChange(label, (draft) => draft.kind === kind && alter(draft as Extract<Content, { kind: K }>));
  switch (content.kind) {
    case 'heading':
      return (
        <>
          <TextInput
            label={`Heading ${index + 1}`}
            value={content.text}
            problem={byRule(HeadingContent, 'text')}
            onChange={(text) => change('heading', 'Heading', (draft) => void (draft.text = text))}
          />
          <ChoiceField
            label={`Level of heading ${index + 1}`}
            value={String(content.level) as '1' | '2'}
            options={[
              ['1', 'level 1, the page’s title'],
              ['2', 'level 2'],
            ]}
            onChange={(level) =>
              change('heading', 'Heading level', (draft) => void (draft.level = Number(level) as 1 | 2))
            }
          />
        </>
      );
    case 'paragraph':
      return (
        <TextInput
          isLong
          label={`Paragraph ${index + 1}`}
          value={content.text}
          problem={byRule(ParagraphContent, 'text')}
          onChange={(text) => change('paragraph', 'Paragraph', (draft) => void (draft.text = text))}
        />
      );
    case 'cards':
      return (
        <>
          <FieldRow label="Cards">
            <span className="row">
              <ColourField
                label="Fill of the cards"
                palette={site.palette}
                use={content.fill}
                onChange={(use) => change('cards', 'Fill of cards', (draft) => void (draft.fill = use))}
              />
              <ColourField
                label="Ink of the cards"
                palette={site.palette}
                use={content.ink}
                onChange={(use) => change('cards', 'Ink of cards', (draft) => void (draft.ink = use))}
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
                  change('cards', 'Title of a card', (draft) => void (at(draft.cards, c).title = title))
                }
              />
              <TextInput
                label={`Text of card ${c + 1}`}
                value={card.text}
                problem={byRule(Card, 'text')}
                onChange={(text) =>
                  change('cards', 'Text of a card', (draft) => void (at(draft.cards, c).text = text))
                }
              />
              <button
                type="button"
                className="link"
                aria-label={`Remove card ${c + 1}`}
                onClick={() => change('cards', 'Remove a card', (draft) => void draft.cards.splice(c, 1))}
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
                'cards',
                'Add a card',
                (draft) => void draft.cards.push({ title: 'Another', text: 'A sentence about it.' }),
              )
            }
          >
            Add a card
          </Button>
        </>
      );
    case 'said':
      return (
        <ChoiceField
          label={`What name ${index + 1} says`}
          value={content.what}
          options={[
            ['page title', 'the page’s own title'],
            ['site name', 'the site’s name'],
            ['tagline', 'the tagline'],
          ]}
          onChange={(what) => change('said', 'What is said', (draft) => void (draft.what = what))}
        />
      );
    case 'buttons':
      return (
        <>
          {content.buttons.map((button, b) => {
            const alter = (label: string, make: (draft: BandButton) => void) =>
              change('buttons', label, (draft) => make(at(draft.buttons, b)));
            return (
              <div key={b} className="card-fields">
                <TextInput
                  label={`Label of button ${b + 1}`}
                  value={button.label}
                  problem={byRule(BandButton, 'label')}
                  onChange={(label) => alter('Label of a button', (draft) => void (draft.label = label))}
                />
                <TargetField
                  site={site}
                  of={`button ${b + 1}`}
                  value={button}
                  onChange={(to) =>
                    alter('Where a button leads', (draft) => {
                      delete draft.page;
                      delete draft.address;
                      Object.assign(draft, to);
                    })
                  }
                />
                <span className="row">
                  <ColourField
                    label={`Ink of button ${b + 1}`}
                    palette={site.palette}
                    use={button.ink}
                    onChange={(use) => alter('Ink of a button', (draft) => void (draft.ink = use))}
                  />
                  <ColourField
                    label={`Fill of button ${b + 1}`}
                    palette={site.palette}
                    use={button.fill}
                    onChange={(use) => alter('Fill of a button', (draft) => void (draft.fill = use))}
                  />
                  <button
                    type="button"
                    className="link"
                    disabled={content.buttons.length === 1}
                    onClick={() =>
                      change('buttons', 'Remove a button', (draft) => void draft.buttons.splice(b, 1))
                    }
                  >
                    remove
                  </button>
                </span>
              </div>
            );
          })}
          <Button
            size="small"
            disabled={content.buttons.length >= 6}
            onClick={() =>
              change('buttons', 'Add a button', (draft) => void draft.buttons.push(newButton(site)))
            }
          >
            Add a button
          </Button>
        </>
      );
    case 'pictures':
      return (
        <div className="row">
          {site.pictures.map(({ id, name }) => (
            <label key={id} className="row picture-tick">
              <input
                type="checkbox"
                checked={content.pictures.includes(id)}
                disabled={!content.pictures.includes(id) && content.pictures.length >= 12}
                onChange={(event) =>
                  change('pictures', 'Pictures of a band', (draft) => {
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
}
