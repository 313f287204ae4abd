import type { CaptureState, SeenLogo, SeenSite } from '@hatrail/core/gather/captured';
import { BadInput } from '@hatrail/core/model/badInput';
import type { OwnFont } from '@hatrail/core/model/type';
import type { SeenFiles } from '@hatrail/core/start/seenSite';
import { READ_AT } from '@hatrail/capture/session';
import type { Context } from './context.ts';

/** Files that came with a site which is being brought in, before they are kept. */

/** A file of a capture that was looked at: where it lies, and what it is. */
export interface Draft {
  path: string;
  hash: string;
  width?: number;
  height?: number;
  format?: string;
  fontName?: string;
}

/**
 * Looks at every file in a process apart: what cannot be used is left out, and said in the notes.
 * @param files takes those that can be used
 */
export async function lookAt(
  apart: Context['apart'],
  seen: SeenSite,
  files: Map<string, Draft>,
): Promise<void> {
  const views = { title: 'The header', pictures: seen.views.map(({ file }) => ({ width: READ_AT, file })) };
  for (const { title, pictures } of [...seen.pages, views]) {
    for (const { width, file } of pictures) {
      const { hash, format, ...size } = await apart.run('picture', {
        path: file,
        name: `${title}, ${width} px`,
      });
      files.set(file, { path: file, hash, format, width: size.width, height: size.height });
    }
  }
  for (const logo of [seen.header?.logo, seen.header?.logoLater]) {
    if (logo?.kind !== 'picture') continue;
    try {
      const { hash, format, width, height } = await apart.run(
        'picture',
        { path: logo.address, name: 'The logo' },
        true,
      );
      files.set(logo.address, { path: logo.address, hash, format, width, height });
    } catch (error) {
      if (!(error instanceof BadInput)) throw error;
      seen.notes.push(`${error.message} Bring the logo in by hand, in Gather.`);
    }
  }
  for (const { family, file, ending } of seen.fonts) {
    try {
      const { hash, fontName } = await apart.run('font', { path: file, name: `${family}.${ending}` });
      files.set(file, { path: file, hash, fontName, format: ending });
    } catch (error) {
      if (!(error instanceof BadInput)) throw error;
      seen.notes.push(error.message);
    }
  }
}

/** What a file is called in a document: by its content, so that no two are alike. */
export function fileName({ hash, format = 'png', fontName }: Draft): string {
  return `${fontName === undefined ? 'taken' : 'font'}-${hash.slice(0, 16)}.${format === 'jpeg' ? 'jpg' : format}`;
}

/** What a document names of them. */
export function filesOf(files: ReadonlyMap<string, Draft>): SeenFiles {
  const pictures: [string, { file: string; width: number; height: number }][] = [];
  const fonts: [string, OwnFont][] = [];
  [...files.values()].forEach((draft, i) => {
    const file = fileName(draft);
    if (draft.fontName !== undefined)
      fonts.push([
        String(i),
        { id: `own-${draft.hash.slice(0, 12)}`, name: draft.fontName.slice(0, 80), file },
      ]);
    else pictures.push([String(i), { file, width: draft.width!, height: draft.height! }]);
  });
  return { pictures: new Map(pictures), fonts: new Map(fonts) };
}

/** What was seen, with numbers in the place of paths, which are nobody's business. */
export function numbered(
  seen: SeenSite,
  files: ReadonlyMap<string, Draft>,
): Pick<CaptureState, 'seen' | 'sizes'> {
  const numbers = new Map([...files.keys()].map((path, i) => [path, String(i)]));
  const number = (path: string) => numbers.get(path) ?? '';
  const { header } = seen;
  const numberedLogo = (logo: SeenLogo | undefined) =>
    logo?.kind === 'picture' ? { ...logo, address: number(logo.address) } : logo;
  return {
    seen: {
      ...seen,
      pages: seen.pages.map((page) => ({
        ...page,
        pictures: page.pictures.map(({ width, file }) => ({ width, file: number(file) })),
      })),
      views: seen.views.map(({ what, file }) => ({ what, file: number(file) })),
      header: header && {
        ...header,
        logo: numberedLogo(header.logo),
        ...(header.logoLater && { logoLater: numberedLogo(header.logoLater)! }),
      },
      fonts: seen.fonts
        .map((font) => ({ ...font, file: number(font.file) }))
        .filter(({ file }) => file !== ''),
    },
    sizes: Object.fromEntries(
      [...files.values()].flatMap(({ width, height }, i) =>
        width && height ? [[String(i), { width, height }]] : [],
      ),
    ),
  };
}
