import { expect, test } from 'vitest';
import { colourWord } from '../src/colour/colourWord.ts';

test.each([
  ['#ffffff', 'white'],
  ['#000000', 'black'],
  ['#808080', 'grey'],
  ['#f3f3f3', 'pale grey'],
  ['#222222', 'dark grey'],
  ['#f3ede2', 'cream'],
  ['#fbf7ef', 'cream'],
  ['#5c1f32', 'wine'],
  ['#6b3a2c', 'dark red'],
  ['#b5651d', 'orange'],
  ['#2b1a17', 'dark brown'],
  ['#4d5d3a', 'dark green'],
  ['#35566b', 'dark blue'],
  ['#1a4fd0', 'dark blue'],
  ['#7aa7ff', 'blue'],
  ['#ffd400', 'yellow'],
  ['#e8f0ff', 'pale blue'],
])('%s is %s', (hex, word) => expect(colourWord(hex)).toBe(word));
