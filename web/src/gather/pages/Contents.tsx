import { at } from '@hatrail/core/lists';
import { Button } from '@mui/material';
import type { Content } from '@hatrail/core/model/page';
import type { BandFieldsProps } from './BackdropFields.tsx';
import { ContentFields, newButton } from './ContentFields.tsx';

const NAMES: Record<Content['kind'], string> = {
  heading: 'Heading',
  paragraph: 'Paragraph',
  cards: 'Cards',
  pictures: 'Pictures',
  said: 'Name',
  buttons: 'Buttons',
};

/** What stands in a band, first to last. */
export function Contents({ site, band, change }: BandFieldsProps) {
  const inContents = (label: string, make: (contents: Content[]) => void) =>
    change(label, ({ contents }) => make(contents));
  const make: Record<Content['kind'], () => Content> = {
    heading: () => ({ kind: 'heading', level: 2, text: 'A heading' }),
    paragraph: () => ({ kind: 'paragraph', text: 'A paragraph.' }),
    cards: () => ({
      kind: 'cards',
      fill: { swatch: site.palette.at(-1)!.id },
      ink: { swatch: at(site.palette, 0).id },
      cards: ['One', 'Two', 'Three'].map((title) => ({ title, text: 'A sentence about it.' })),
    }),
    pictures: () => ({ kind: 'pictures', pictures: site.pictures.slice(0, 1).map(({ id }) => id) }),
    said: () => ({ kind: 'said', what: 'page title' }),
    buttons: () => ({ kind: 'buttons', buttons: [newButton(site)] }),
  };
  return (
    <fieldset className="layer-fields">
      <legend>Contents</legend>
      {band.contents.map((content, i) => (
        <div key={i} className="content-row">
          <span className="content-head">
            <strong>{NAMES[content.kind]}</strong>
            <button
              type="button"
              className="link"
              disabled={i === 0}
              aria-label={`Move ${NAMES[content.kind]} ${i + 1} up`}
              onClick={() =>
                inContents('Order of contents', (draft) => void draft.splice(i - 1, 0, ...draft.splice(i, 1)))
              }
            >
              up
            </button>
            <button
              type="button"
              className="link"
              aria-label={`Remove ${NAMES[content.kind]} ${i + 1}`}
              onClick={() => inContents('Remove contents', (draft) => void draft.splice(i, 1))}
            >
              remove
            </button>
          </span>
          <ContentFields
            site={site}
            content={content}
            index={i}
            onChange={(label, alter) => inContents(label, (draft) => alter(at(draft, i)))}
          />
        </div>
      ))}
      <div className="row">
        {(Object.keys(NAMES) as Content['kind'][])
          .filter((kind) => kind !== 'pictures' || site.pictures.length > 0)
          .map((kind) => (
            <Button
              key={kind}
              size="small"
              disabled={band.contents.length >= 40}
              onClick={() =>
                inContents(`Add ${NAMES[kind].toLowerCase()}`, (draft) => void draft.push(make[kind]()))
              }
            >
              Add {NAMES[kind].toLowerCase()}
            </Button>
          ))}
      </div>
    </fieldset>
  );
}
