import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { fontPath, registerOwnFonts } from '@hatrail/node/fonts';
import { skiaMeasure } from '@hatrail/node/skia';
import { fontShorthand } from '@hatrail/core/measure/measure';
import { FAMILY_IDS, WEIGHTS, type OwnFamily } from '@hatrail/core/model/type';
import { fontCss, fontFiles } from '@hatrail/core/output/fonts';
import { openChromium } from './chromium.ts';

/** Words and sentences are as wide as the browser sets them, in its own canvas and in Node's: kerning across spaces, too. */

const SAID = [
  'Visit us',
  'AV To Ya We',
  'L. T. Yo P. A W',
  'Fi fl office, affluent',
  'To Toy: AVA, Ty & “We”',
  'Opening nights. Today, Visit Yarrow Tower at 7.30',
  'We Work. You Yell. A Tavern, a Town',
];
const OWN: OwnFamily = 'own-0123456789ab';

test('every family, and a font of one’s own', async () => {
  const measure = skiaMeasure();
  const file = (name: string) => readFileSync(fontPath(name)!);
  const own = file(
    fontFiles().find(({ family, isExtended }) => family === 'zilla-slab' && !isExtended)!.file,
  );
  await registerOwnFonts({ fonts: [{ id: OWN, name: 'Own', file: 'own.woff2' }] }, () =>
    Promise.resolve(own),
  );
  const fonts = [
    ...FAMILY_IDS.flatMap((family) => WEIGHTS.map((weight) => ({ family, weight }))),
    { family: OWN, weight: 400 },
  ];
  const asked = fonts.flatMap((font) =>
    SAID.flatMap((text) =>
      [0, 1.5].map((letterSpacing) => {
        const set = { ...font, size: 19, letterSpacing };
        return {
          text,
          font: fontShorthand(set),
          spacing: `${letterSpacing}px`,
          told: measure.advance(text, set),
        };
      }),
    ),
  );
  const browser = await openChromium('software');
  const tab = await browser.newPage();
  const data = (bytes: Buffer) => `data:font/woff2;base64,${bytes.toString('base64')}`;
  const css = fontCss(fontFiles(), (name) => data(file(name)));
  await tab.setContent(
    `<style>${css}@font-face{font-family:"${OWN}";src:url(${data(own)})}span{position:absolute;white-space:nowrap}</style>`,
  );
  const seen = await tab.evaluate(async (list) => {
    await Promise.all([...document.fonts].map((font) => font.load()));
    const context = new OffscreenCanvas(1, 1).getContext('2d')!;
    return list.map(({ text, font, spacing }) => {
      const line = document.createElement('span');
      line.style.font = font;
      line.style.letterSpacing = spacing;
      line.textContent = text;
      document.body.append(line);
      const { width } = line.getBoundingClientRect();
      line.remove();
      context.font = font;
      context.letterSpacing = spacing;
      context.fontKerning = 'normal';
      return { page: width, canvas: context.measureText(text).width };
    });
  }, asked);
  await browser.close();
  asked.forEach(({ text, font, told }, i) => {
    const { page, canvas } = seen[i]!;
    expect(Math.abs(canvas - page), `${font}: ${text}, canvas`).toBeLessThanOrEqual(0.03);
    expect(Math.abs(told - page), `${font}: ${text}, Node`).toBeLessThanOrEqual(0.03);
  });
});
