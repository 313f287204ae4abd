import type { Band, Content, Page } from '../model/page.ts';

/** A page to start from. */
export interface PageShape {
  id: string;
  name: string;
  says: string;
  make(title: string): Pick<Page, 'colour' | 'bands'>;
}

const white = { swatch: 'white' };
const dark = { swatch: 'dark' };
const pale = { swatch: 'pale' };

function band(id: string, name: string, more: Partial<Band>, contents: Content[]): Band {
  return {
    id,
    name,
    height: { unit: 'px', value: 320 },
    backdrop: { colour: white },
    ink: dark,
    contents,
    ...more,
  };
}

const heading = (level: 1 | 2, text: string): Content => ({ kind: 'heading', level, text });
const paragraph = (text: string): Content => ({ kind: 'paragraph', text });
const cards = (...titles: string[]): Content => ({
  kind: 'cards',
  fill: white,
  ink: dark,
  cards: titles.map((title) => ({ title, text: 'A sentence or two that says what it is about.' })),
});

/** Four shapes of pages of our own. */
export const PAGE_SHAPES: readonly PageShape[] = [
  {
    id: 'opening',
    name: 'Tall opening',
    says: 'A dark opening band for a picture, then a pale and a white one',
    make: (title) => ({
      colour: white,
      bands: [
        band(
          'opening',
          'Opening',
          { height: { unit: 'window', value: 80 }, backdrop: { colour: { swatch: 'deep' } }, ink: white },
          [heading(1, title), paragraph('What you do, in one sentence that a visitor can repeat.')],
        ),
        band('about', 'About', { backdrop: { colour: pale } }, [
          heading(2, 'What we do'),
          cards('First', 'Second', 'Third'),
        ]),
        band('contact', 'Contact', {}, [
          heading(2, 'Find us'),
          paragraph('Where you are, when you are open, and how to reach you.'),
        ]),
      ],
    }),
  },
  {
    id: 'text',
    name: 'Text',
    says: 'A white page of text from the top',
    make: (title) => ({
      colour: white,
      bands: [
        band('text', 'Text', { height: { unit: 'px', value: 900 } }, [
          heading(1, title),
          paragraph('Begin with what the reader came for. The rest can follow in its own time.'),
          heading(2, 'A part of it'),
          paragraph('Short paragraphs are read; long ones are looked at.'),
        ]),
      ],
    }),
  },
  {
    id: 'cards',
    name: 'Cards',
    says: 'A pale page with cards side by side',
    make: (title) => ({
      colour: white,
      bands: [
        band('cards', 'Cards', { height: { unit: 'px', value: 700 }, backdrop: { colour: pale } }, [
          heading(1, title),
          cards('One', 'Two', 'Three', 'Four', 'Five', 'Six'),
        ]),
        band('more', 'More', { height: { unit: 'px', value: 400 } }, [heading(2, 'More of it')]),
      ],
    }),
  },
  {
    id: 'by-turns',
    name: 'Light by turns',
    says: 'Dark, pale and bright bands in turn: a hard test for any header',
    make: (title) => ({
      colour: white,
      bands: [
        band('first', 'First', { backdrop: { colour: dark }, ink: white }, [heading(1, title)]),
        band('second', 'Second', { backdrop: { colour: white } }, [heading(2, 'Second')]),
        band('third', 'Third', { backdrop: { colour: { swatch: 'accent' } }, ink: dark }, [
          heading(2, 'Third'),
        ]),
        band('fourth', 'Fourth', { backdrop: { colour: { swatch: 'mid' } }, ink: white }, [
          heading(2, 'Fourth'),
        ]),
        band('fifth', 'Fifth', { height: { unit: 'px', value: 700 }, backdrop: { colour: pale } }, [
          heading(2, 'Fifth'),
        ]),
      ],
    }),
  },
];
