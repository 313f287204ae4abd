import { describe, expect, test } from 'vitest';
import type { Backdrop } from '../src/model/layer.ts';
import { layoutPage } from '../src/page/layout.ts';
import { paintBackdrop, paintPage, type PaintingContext } from '../src/page/paint.ts';
import { measure, site } from './made.ts';

/** A context that writes down what is asked of it, a line each. */
function recorder() {
  const lines: string[] = [];
  let fillStyle: unknown = '';
  const say =
    (name: string) =>
    (...args: unknown[]) =>
      void lines.push(`${name} ${args.map((arg) => (typeof arg === 'object' ? 'picture' : arg)).join(' ')}`);
  const context = {
    font: '',
    letterSpacing: '',
    save: say('save'),
    restore: say('restore'),
    beginPath: () => undefined,
    rect: say('rect'),
    roundRect: say('roundRect'),
    clip: say('clip'),
    fill: say('fill'),
    drawImage: say('draw'),
    translate: say('translate'),
    scale: say('scale'),
    createPattern: () => 'pattern',
    fillRect: (...args: number[]) => lines.push(`flood ${String(fillStyle)} ${args.join(' ')}`),
    fillText: (text: string, x: number, y: number) =>
      lines.push(`text ${text} ${x} ${y} ${String(fillStyle)} ${context.font}`),
    createLinearGradient: (...line: number[]) => {
      const stops: string[] = [];
      return {
        addColorStop: (at: number, colour: string) => stops.push(`${at} ${colour}`),
        toString: () => `gradient(${line.map((v) => Number(v.toFixed(3))).join(' ')}; ${stops.join(', ')})`,
      };
    },
    get fillStyle() {
      return fillStyle;
    },
    set fillStyle(style: unknown) {
      fillStyle = style;
    },
  };
  return { lines, context: context as unknown as PaintingContext };
}

const box = { x: 0, y: 100, width: 400, height: 200 };
const paints = {
  palette: site.palette,
  pictures: new Map([['logo', { image: {}, width: 100, height: 100 }]]),
};
const painted = (backdrop: Backdrop, pictures = paints.pictures) => {
  const { lines, context } = recorder();
  paintBackdrop(backdrop, box, context, { ...paints, pictures });
  return lines.filter((line) => /^(flood|draw)/.test(line));
};

describe('a backdrop', () => {
  const full: Backdrop = {
    colour: { swatch: 'snow' },
    gradient: {
      angle: 180,
      stops: [
        { colour: { swatch: 'night' }, opacity: 0.5, at: 20 },
        { colour: { swatch: 'snow' }, opacity: 1, at: 10 },
      ],
    },
    picture: { picture: 'logo', size: 'cover', x: 50, y: 100, repeat: 'no-repeat' },
    tint: { colour: { swatch: 'night' }, opacity: 0.3 },
  };

  test('is painted from the bottom: colour, gradient, picture, tint', () => {
    expect(painted(full)).toEqual([
      'flood rgb(238 242 246) 0 100 400 200',
      // A stop before its predecessor takes the predecessor's place.
      'flood gradient(200 100 200 300; 0.2 rgb(16 27 51 / 0.5), 0.2 rgb(238 242 246)) 0 100 400 200',
      'draw picture 0 50 100 50 0 100 400 200',
      'flood rgb(16 27 51 / 0.3) 0 100 400 200',
    ]);
  });

  test('shows its colour where its picture is missing', () => {
    expect(painted({ colour: full.colour, picture: full.picture! }, new Map())).toEqual([
      'flood rgb(238 242 246) 0 100 400 200',
    ]);
  });

  test('a gradient at an angle ends where the corners’ normals meet its line', () => {
    const at45 = { ...full.gradient!, angle: 90 };
    expect(painted({ colour: full.colour, gradient: at45 })[1]).toContain('gradient(0 200 400 200;');
    const slanted = painted({ colour: full.colour, gradient: { ...full.gradient!, angle: 45 } })[1];
    // Half its length is (400 sin 45° + 200 cos 45°) / 2 = 212.13, so that it reaches 150 px each way.
    expect(slanted).toContain('gradient(50 350 350 50;');
  });

  test('a picture that repeats is one pattern, so that there is no seam', () => {
    const repeated = { ...full.picture!, size: 'contain' as const, repeat: 'repeat' as const, x: 0, y: 0 };
    expect(painted({ colour: full.colour, picture: repeated })).toEqual([
      'flood rgb(238 242 246) 0 100 400 200',
      'flood pattern 0 0 200 100',
    ]);
  });
});

describe('a page', () => {
  const band = {
    ...site.pages[0]!.bands[0]!,
    contents: [
      { kind: 'heading' as const, level: 2 as const, text: 'Tonight' },
      {
        kind: 'cards' as const,
        fill: { swatch: 'snow' },
        ink: { swatch: 'night' },
        cards: [
          { title: 'One', text: 'First' },
          { title: 'Two', text: 'Second' },
        ],
      },
      { kind: 'pictures' as const, pictures: ['logo', 'gone'] },
    ],
  };
  const page = { ...site.pages[0]!, bands: [band] };
  const laid = layoutPage(site, page, { width: 700, windowHeight: 400, slot: 50, covered: 0 }, measure);
  const { lines, context } = recorder();
  paintPage(laid, context, paints);

  test('is flooded with its colour first, so that the header’s slot shows it', () => {
    expect(lines[0]).toBe(`flood rgb(255 255 255) 0 0 700 ${laid.height}`);
    expect(laid.bands[0]!.top).toBe(50);
  });

  test('has its lines of text at their baselines, in their own type', () => {
    const heading = lines.find((line) => line.startsWith('text Tonight'))!;
    // Band padding 64 below the slot; 0.6 × 16 = 10 px in a line of 15: (15 − 10 − 3) / 2 = 1 above, ascent 10.
    expect(heading).toBe(
      'text Tonight 40 125 rgb(0 0 0) 600 10px "Hanken Grotesk", "Hanken Grotesk Ext", sans-serif',
    );
  });

  test('has two columns of cards at this width, as high as the highest, with whole edges', () => {
    const cards = lines.filter((line) => line.startsWith('roundRect'));
    expect(cards).toEqual(['roundRect 40 149 300 112 6', 'roundRect 360 149 300 112 6']);
  });

  test('has each picture in its box, and nothing for one that is missing', () => {
    const drawn = lines.filter((line) => line.startsWith('draw'));
    expect(drawn).toHaveLength(1);
    // Of the picture the part that its box shows: a sixth off above and below.
    expect(drawn[0]).toMatch(/^draw picture 0 16\.66\d+ 100 66\.66\d+ 40 281 300 200$/);
    expect(lines.filter((line) => line.startsWith('rect 40 281 300 200'))).toHaveLength(1);
  });
});

test('between stops that differ in opacity colours are mixed by it, as style sheets do', () => {
  const gradient = {
    angle: 90,
    stops: [
      { at: 0, colour: { colour: '#c86432' }, opacity: 0.8 },
      { at: 100, colour: { colour: '#000000' }, opacity: 0 },
    ],
  };
  // What fades out keeps its colour all the way: black that is not there has no part in it.
  expect(painted({ colour: { colour: '#ffffff' }, gradient })[1]).toContain('0.5 rgb(200 100 50 / 0.4)');
});
