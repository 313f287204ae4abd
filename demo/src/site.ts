import type { Header } from '@hatrail/core/model/header';
import type { Menu } from '@hatrail/core/model/menu';
import type { Page } from '@hatrail/core/model/page';
import type { ColourUse } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import { FORMAT } from '@hatrail/core/model/site';
import { LOGO } from './logo.ts';

/** Larkfell Observatory, a small public observatory on a snowy fell: the demo site, with every hard ground there is. */

const use = (swatch: string): ColourUse => ({ swatch });
const px = (value: number) => ({ unit: 'px' as const, value });
const share = (value: number) => ({ unit: 'window' as const, value });
const cover = (picture: string, x: number, y: number) =>
  ({ picture, size: 'cover', x, y, repeat: 'no-repeat' }) as const;

const home: Page = {
  id: 'home',
  title: 'Home',
  path: '/',
  colour: use('white'),
  bands: [
    {
      id: 'aurora',
      name: 'Opening',
      height: share(84),
      backdrop: {
        colour: use('midnight'),
        picture: cover('aurora', 50, 60),
        tint: { colour: use('midnight'), opacity: 0.18 },
      },
      ink: use('white'),
      contents: [
        { kind: 'heading', level: 1, text: 'Dark skies, open doors' },
        {
          kind: 'paragraph',
          text: 'A public observatory on a snowy fell. Four telescopes, three nights a week, and somebody who knows the way round the sky.',
        },
      ],
    },
    {
      id: 'tonight',
      name: 'Tonight',
      height: px(620),
      backdrop: {
        colour: use('snow'),
        gradient: {
          angle: 180,
          stops: [
            { colour: use('mist'), opacity: 1, at: 0 },
            { colour: use('snow'), opacity: 1, at: 60 },
          ],
        },
      },
      ink: use('midnight'),
      contents: [
        { kind: 'heading', level: 2, text: 'Tonight on the fell' },
        {
          kind: 'paragraph',
          text: 'Clear until one, then thin cloud from the west. The dome opens at half past eight; wrap up, the platform is unheated.',
        },
        {
          kind: 'cards',
          fill: use('white'),
          ink: use('midnight'),
          cards: [
            {
              title: 'Saturn, low in the south',
              text: 'Rings tilted wide open. Best before ten, from the east platform.',
            },
            {
              title: 'The Perseid double',
              text: 'Two clusters in one field. Easy in the small refractor, all night.',
            },
            {
              title: 'Aurora watch',
              text: 'Level three of five. If the horn sounds, come outside and look north.',
            },
          ],
        },
      ],
    },
    {
      id: 'field',
      name: 'Star field',
      height: px(560),
      backdrop: { colour: use('midnight'), picture: cover('stars', 50, 50) },
      ink: use('white'),
      contents: [
        { kind: 'heading', level: 2, text: 'Six thousand, by eye' },
        {
          kind: 'paragraph',
          text: 'On a moonless night that is how many stars you can see from the ridge. We can show you a few million more.',
        },
      ],
    },
    {
      id: 'events',
      name: 'What is on',
      height: px(700),
      backdrop: { colour: use('white') },
      ink: use('midnight'),
      contents: [
        { kind: 'heading', level: 2, text: 'What is on' },
        {
          kind: 'cards',
          fill: use('snow'),
          ink: use('midnight'),
          cards: [
            { title: 'First light', text: 'Mondays. For those who never looked through a telescope.' },
            { title: 'Long exposure', text: 'Wednesdays. Bring a camera and a flask.' },
            { title: 'Night school', text: 'Fridays. Six evenings from the Moon to the edge.' },
            { title: 'Small hours', text: 'The last Saturday of the month, from midnight to dawn.' },
            { title: 'Families', text: 'Sundays at six. The planetarium first, then the dome.' },
            { title: 'Fell walk', text: 'By red torch from the lower car park, at dusk.' },
          ],
        },
        { kind: 'pictures', pictures: ['dome', 'planet', 'aurora'] },
      ],
    },
    {
      id: 'foot',
      name: 'Footer',
      height: px(300),
      backdrop: { colour: use('slate') },
      ink: use('white'),
      contents: [
        {
          kind: 'paragraph',
          text: 'Larkfell Observatory, Fell Road, above the tree line. Open Monday, Wednesday and Friday.',
        },
      ],
    },
  ],
};

const footer = (id: string): Page['bands'][number] => ({ ...home.bands.at(-1)!, id });

const visit: Page = {
  id: 'visit',
  title: 'Visit',
  path: '/visit',
  colour: use('white'),
  bands: [
    {
      id: 'noon',
      name: 'Opening',
      height: share(76),
      backdrop: { colour: use('mist'), picture: cover('dome', 60, 50) },
      ink: use('midnight'),
      contents: [
        { kind: 'heading', level: 1, text: 'Come up by day' },
        { kind: 'paragraph', text: 'The dome is open to look at from noon, and the view reaches the sea.' },
      ],
    },
    {
      id: 'getting-here',
      name: 'Getting here',
      height: px(520),
      backdrop: { colour: use('white') },
      ink: use('midnight'),
      contents: [
        { kind: 'heading', level: 2, text: 'Getting here' },
        {
          kind: 'paragraph',
          text: 'The fell bus leaves the market square at five past every hour. By car, take the moor road and park at the quarry; it is ten minutes on foot from there.',
        },
        { kind: 'heading', level: 2, text: 'Access' },
        {
          kind: 'paragraph',
          text: 'A lift reaches the dome. The east platform has a step of 12 cm and a ramp in the store.',
        },
      ],
    },
    {
      id: 'opening-nights',
      name: 'Opening nights',
      height: px(420),
      backdrop: { colour: use('midnight') },
      ink: use('snow'),
      contents: [
        { kind: 'heading', level: 2, text: 'Opening nights' },
        {
          kind: 'paragraph',
          text: 'Monday, Wednesday and Friday, from dusk until one. In cloud we open the planetarium instead.',
        },
      ],
    },
    footer('foot'),
  ],
};

const shows: Page = {
  id: 'shows',
  title: 'Shows',
  path: '/shows',
  colour: use('midnight'),
  bands: [
    {
      id: 'rings',
      name: 'Opening',
      height: share(88),
      backdrop: { colour: use('midnight'), picture: cover('planet', 50, 40) },
      ink: use('white'),
      contents: [
        { kind: 'heading', level: 1, text: 'The ringed one' },
        {
          kind: 'paragraph',
          text: 'Forty minutes under the planetarium dome, in and out of the gaps between the rings.',
        },
      ],
    },
    {
      id: 'programme',
      name: 'Programme',
      height: px(560),
      backdrop: { colour: use('snow') },
      ink: use('midnight'),
      contents: [
        { kind: 'heading', level: 2, text: 'Programme' },
        {
          kind: 'cards',
          fill: use('white'),
          ink: use('midnight'),
          cards: [
            { title: 'The ringed one', text: 'Daily at five and at seven. From eight years.' },
            { title: 'Winter, overhead', text: 'Daily at six. A slow hour lying down.' },
            { title: 'Rocks that fell', text: 'Saturdays. You may hold one.' },
          ],
        },
      ],
    },
    footer('foot'),
  ],
};

const log: Page = {
  id: 'log',
  title: 'Night log',
  path: '/log',
  colour: use('white'),
  bands: [
    {
      id: 'entries',
      name: 'Entries',
      height: px(1900),
      backdrop: { colour: use('white') },
      ink: use('midnight'),
      contents: [
        { kind: 'heading', level: 1, text: 'Night log' },
        ...[
          [
            'The 14th',
            'Seeing four of five until midnight. The east mirror dewed over at a quarter to one; heater to medium. Eleven visitors, one of whom found the comet before we did.',
          ],
          [
            'The 12th',
            'Cloud from the west by nine. Planetarium instead, full house. The slit motor grinds at about thirty degrees; grease ordered.',
          ],
          [
            'The 10th',
            'Minus fourteen, no wind, the best night this winter. Six planets counted between dusk and dawn. Nobody wanted to go home.',
          ],
          [
            'The 7th',
            'Aurora at level five from ten past eight. Lights off in the car park, horn twice. The curtains came down as far as the quarry.',
          ],
          [
            'The 5th',
            'Moon too bright for galaxies. Showed the terminator at two hundred times to a school from down the valley.',
          ],
        ].flatMap(([title, text]): Page['bands'][number]['contents'] => [
          { kind: 'heading', level: 2, text: title! },
          { kind: 'paragraph', text: text! },
        ]),
      ],
    },
    footer('foot'),
  ],
};

const members: Page = {
  id: 'members',
  title: 'Members',
  path: '/members',
  colour: use('midnight'),
  bands: [
    {
      id: 'welcome',
      name: 'Welcome',
      height: px(900),
      backdrop: { colour: use('midnight') },
      ink: use('snow'),
      contents: [
        { kind: 'heading', level: 1, text: 'Welcome back' },
        {
          kind: 'paragraph',
          text: 'Your key opens the small dome on any clear night. Please write in the log, and turn the heaters off.',
        },
        {
          kind: 'cards',
          fill: use('slate'),
          ink: use('white'),
          cards: [
            { title: 'Small dome', text: 'Free tonight from eight to eleven.' },
            { title: 'Loan telescopes', text: 'Two of five are in the store.' },
            { title: 'Work evening', text: 'Thursday: grease, paint, soup.' },
          ],
        },
      ],
    },
    footer('foot'),
  ],
};

const book: Page = {
  id: 'book',
  title: 'Book a night',
  path: '/book',
  colour: use('white'),
  bands: [
    {
      id: 'form',
      name: 'Booking',
      height: px(1100),
      backdrop: { colour: use('snow') },
      ink: use('midnight'),
      contents: [
        { kind: 'heading', level: 1, text: 'Book a night' },
        {
          kind: 'paragraph',
          text: 'Write to us with a date and how many you are; we answer within a day. Twelve at most in the dome.',
        },
        {
          kind: 'cards',
          fill: use('white'),
          ink: use('midnight'),
          cards: [
            { title: 'Grown-up', text: 'Nine, paid at the door.' },
            { title: 'Child', text: 'Four, with a grown-up.' },
            { title: 'The whole dome', text: 'Ninety, for twelve, soup included.' },
          ],
        },
      ],
    },
    footer('foot'),
  ],
};

const menu: Menu = {
  id: 'main',
  name: 'Main menu',
  entries: [
    {
      id: 'visit',
      label: 'Visit',
      page: 'visit',
      children: [
        { id: 'getting-here', label: 'Getting here', address: '/visit#getting-here' },
        { id: 'opening-nights', label: 'Opening nights', address: '/visit#opening-nights' },
        { id: 'access', label: 'Access', address: '/visit#getting-here' },
      ],
    },
    { id: 'shows', label: 'Shows', page: 'shows' },
    { id: 'log', label: 'Night log', page: 'log' },
    { id: 'groups', label: 'Groups & schools', address: '/visit#opening-nights' },
    { id: 'members', label: 'Members', page: 'members' },
  ],
};

/** The honest first attempt that anyone makes: white links over the page, a thin fill after scrolling. */
const nightHeader: Header = {
  id: 'night',
  name: 'Night header',
  rails: [
    {
      height: 76,
      inset: 40,
      gap: 28,
      start: [{ kind: 'logo', id: 'logo', height: 40 }],
      middle: [],
      end: [
        { kind: 'menu', id: 'menu', menu: 'main', gap: 26 },
        {
          kind: 'button',
          id: 'book',
          label: 'Book a night',
          page: 'book',
          ink: use('midnight'),
          fill: use('lamp'),
          hoverFill: use('white'),
          radius: 20,
        },
      ],
    },
  ],
  looks: {
    top: {
      ink: { link: use('white'), hover: use('lamp'), current: use('white'), logo: 'light' },
      fill: { colour: use('midnight'), opacity: 0 },
    },
    scrolled: { fill: { colour: use('midnight'), opacity: 0.42 } },
  },
  manner: {
    lies: 'over',
    onScroll: 'stays',
    switch: { at: 'distance', distance: 60 },
    duration: 240,
  },
  panel: { fill: use('midnight'), ink: use('white') },
};

const picture = (id: string, name: string, file: string, alt: string) => ({
  id,
  name,
  file,
  width: 1920,
  height: 1080,
  alt,
});

export const LARKFELL: Site = {
  format: FORMAT,
  name: 'Larkfell Observatory',
  tagline: 'Dark skies, open doors',
  palette: [
    { id: 'midnight', name: 'Midnight', colour: '#101b33' },
    { id: 'slate', name: 'Slate', colour: '#3f4f68' },
    { id: 'aurora', name: 'Aurora', colour: '#2ea37b' },
    { id: 'lamp', name: 'Lamp', colour: '#e8b04a' },
    { id: 'mist', name: 'Mist', colour: '#dfe7ee' },
    { id: 'snow', name: 'Snow', colour: '#eef2f6' },
    { id: 'white', name: 'White', colour: '#ffffff' },
  ],
  type: {
    heading: {
      family: 'fraunces',
      weight: 600,
      size: 56,
      lineHeight: 1.12,
      letterSpacing: 0,
      letterCase: 'as typed',
    },
    text: {
      family: 'source-sans-3',
      weight: 400,
      size: 18,
      lineHeight: 1.55,
      letterSpacing: 0,
      letterCase: 'as typed',
    },
    menu: {
      family: 'hanken-grotesk',
      weight: 600,
      size: 16,
      lineHeight: 1.4,
      letterSpacing: 0,
      letterCase: 'as typed',
    },
    button: {
      family: 'hanken-grotesk',
      weight: 700,
      size: 15,
      lineHeight: 1.4,
      letterSpacing: 0,
      letterCase: 'as typed',
    },
  },
  pictures: [
    picture('aurora', 'Aurora over the fell', 'aurora.jpg', 'Green curtains of aurora above a snowy fell'),
    picture('dome', 'The dome at noon', 'dome.jpg', 'A white dome on a bright snow ridge at noon'),
    picture('planet', 'The ringed planet', 'planet.jpg', 'A ringed planet, lit from the left'),
    picture('stars', 'Star field', 'stars.jpg', 'A field of stars with a pale band across it'),
    { ...picture('logo-light', 'Logo, light', 'larkfell-light.svg', 'Larkfell'), ...LOGO },
    { ...picture('logo-dark', 'Logo, dark', 'larkfell-dark.svg', 'Larkfell'), ...LOGO },
  ],
  logo: { alt: 'Larkfell Observatory', variants: { light: 'logo-light', dark: 'logo-dark' } },
  menus: [menu],
  pages: [home, visit, shows, log, members, book],
  headers: [nightHeader],
};
