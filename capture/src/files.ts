import { writeFile } from 'node:fs/promises';
import type { Page as Tab } from 'playwright-core';
import type { SeenLogo, SeenSite } from '@hatrail/core/gather/captured';

/** Files of a page that come with it and are kept: style sheets, fonts, the logo. */

/** Where pictures and other files of a capture are put until they are kept. */
export type DraftPath = () => string;

/** Most of a style sheet that is read, characters. */
const MOST_SHEET = 3_000_000;

/** Keeps the texts of style sheets by their addresses, for those that a page itself may not read. */
export function watchSheets(tab: Tab): Record<string, string> {
  const texts: Record<string, string> = {};
  tab.on('response', (response) => {
    const isSheet = response.request().resourceType() === 'stylesheet' && response.ok();
    if (!isSheet || Object.keys(texts).length >= 30) return;
    response.text().then(
      (text) => (texts[response.url()] = text.slice(0, MOST_SHEET)),
      () => undefined,
    );
  });
  return texts;
}

/** Largest picture of a logo that is taken, bytes. */
const MOST_LOGO = 4 * 2 ** 20;

/** The logo with its picture brought here: what cannot be had becomes text. */
export async function keptLogo(
  tab: Tab,
  logo: SeenLogo | undefined,
  draft: DraftPath,
): Promise<SeenLogo | undefined> {
  if (logo?.kind === 'svg') {
    const file = draft();
    await writeFile(file, logo.markup);
    return { kind: 'picture', address: file, alt: logo.alt, height: logo.height };
  }
  if (logo?.kind !== 'picture') return logo;
  const text = await tab
    .evaluate(
      async ([address, most]) => {
        const answer = await fetch(address);
        const bytes = new Uint8Array(await answer.arrayBuffer());
        if (!answer.ok || bytes.length > most) return '';
        let text = '';
        for (let i = 0; i < bytes.length; i += 8192)
          text += String.fromCharCode(...bytes.subarray(i, i + 8192));
        return btoa(text);
      },
      [logo.address, MOST_LOGO] as const,
    )
    .catch(() => '');
  if (typeof text !== 'string' || text === '') return undefined;
  const file = draft();
  await writeFile(file, Buffer.from(text, 'base64'));
  return { ...logo, address: file };
}

/** Keeps the font files that come with pages, and tells in the end which family each is of. */
export function watchFonts(tab: Tab, draft: DraftPath): () => Promise<SeenSite['fonts']> {
  const came = new Map<string, Promise<Buffer>>();
  tab.on('response', (response) => {
    const isFont =
      /\.(woff2?|ttf|otf)(\?|$)/i.test(response.url()) ||
      /font\//.test(response.headers()['content-type'] ?? '');
    if (isFont && response.ok() && came.size < 12) {
      const body = response.body();
      body.catch(() => undefined);
      came.set(response.url(), body);
    }
  });
  return async () => {
    const faces = await tab
      .evaluate(() =>
        [...document.styleSheets].flatMap((sheet) => {
          try {
            return [...sheet.cssRules].flatMap((rule) => {
              if (!(rule instanceof CSSFontFaceRule)) return [];
              const source = /url\(["']?([^"')]+)/.exec(rule.style.getPropertyValue('src'))?.[1];
              const base = sheet.href ?? location.href;
              const family = rule.style.getPropertyValue('font-family').replace(/["']/g, '').trim();
              const weight = parseInt(rule.style.getPropertyValue('font-weight'), 10) || 400;
              return source ? [{ family, weight, address: new URL(source, base).href }] : [];
            });
          } catch {
            // Sheets of other hosts cannot be read from within a page.
            return [];
          }
        }),
      )
      .catch(() => []);
    const kept: SeenSite['fonts'] = [];
    for (const { family, weight, address } of faces) {
      const bytes = await came.get(address)?.catch(() => undefined);
      if (!bytes || kept.some((each) => each.family === family && each.weight === weight)) continue;
      const ending = /\.(woff2?|ttf|otf)(\?|$)/i.exec(address)?.[1] ?? 'woff2';
      const file = draft();
      await writeFile(file, bytes);
      kept.push({ family, weight, file, ending: ending.toLowerCase() });
    }
    return kept;
  };
}
