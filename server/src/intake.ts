import type { Readable } from 'node:stream';
import { randomUUID } from 'node:crypto';
import type { TakenFile } from '@hatrail/core/model/kept';
import type { Context } from './context.ts';
import { badInput, notFound, tooLarge } from './problem.ts';

/** How files come into a site: received, looked at in a process apart, kept, and then named, in this order. */

/** Largest file that is taken in, bytes. */
export const MOST_FILE = 64 * 2 ** 20;
/** Largest vector drawing, bytes. */
const MOST_SVG = 4 * 2 ** 20;
/** Most files of one site. */
const MOST_FILES = 2000;
const FONT = /\.(woff2?|ttf|otf)$/i;

/**
 * Takes a file in, as it comes.
 * @param name what it is called where it comes from; a font is known by its ending
 * @param isWanted whether someone still waits for it, once it is ready to be kept
 * @throws {BadInput} where it cannot be used; nothing is left of it then
 */
export async function takeFile(
  context: Context,
  site: string,
  name: string,
  from: Readable,
  isWanted = () => true,
): Promise<TakenFile> {
  const { files } = context;
  const called = name.slice(0, 200) || 'The file';
  const { path, size, head } = await files.receive(from, MOST_FILE, () =>
    tooLarge('A picture or font', MOST_FILE, `Make ${called} smaller and try again.`),
  );
  try {
    if (size === 0) throw badInput(`${called} is empty.`);
    return await (FONT.test(name)
      ? takeFont(context, site, called, path)
      : takePicture(context, site, { name: called, path, size, isVector: isMarkup(head) }, isWanted));
  } finally {
    await files.dropDraft(path);
  }
}

/** Takes in a picture that lies ready as a draft. */
export async function takePicture(
  context: Context,
  site: string,
  { name, path, size, isVector }: { name: string; path: string; size: number; isVector: boolean },
  isWanted = () => true,
): Promise<TakenFile> {
  const { apart, files, sites } = context;
  if (isVector && size > MOST_SVG)
    throw tooLarge('A vector drawing', MOST_SVG, `Simplify ${name}, or bring it as a PNG.`);
  const { width, height, format, left, hash } = await apart.run('picture', { path, name }, isVector);
  return files.keep([{ path, hash }], () => {
    const known = knownFiles(context, site);
    if (!isWanted()) throw badInput('This was given up meanwhile.');
    const id = freeName(wordsOf(name) || 'picture', (candidate) => known.has(candidate));
    const file = `${id}.${format === 'jpeg' ? 'jpg' : format}`;
    sites.files.add(site, id, { name: file, hash, width, height });
    return { id, file, hash, width, height, ...(left.length > 0 && { left }) };
  });
}

async function takeFont(context: Context, site: string, name: string, path: string): Promise<TakenFile> {
  const { apart, files, sites } = context;
  const { fontName, hash } = await apart.run('font', { path, name });
  return files.keep([{ path, hash }], () => {
    const known = knownFiles(context, site);
    const id = `own-${hash.slice(0, 12)}`;
    const ending = name.split('.').pop()!.toLowerCase();
    const file = `${wordsOf(name) || 'font'}-${hash.slice(0, 6)}.${ending}`;
    if (!known.has(id)) sites.files.add(site, id, { name: file, hash });
    return { id, file: known.get(id)?.name ?? file, hash, fontName };
  });
}

/** The files of a site that is still there, with room for one more. */
function knownFiles({ sites }: Context, site: string) {
  if (!sites.read(site)) throw notFound('site');
  const known = sites.files.of(site);
  if (known.size >= MOST_FILES)
    throw badInput(
      `This site has ${MOST_FILES} files, as many as it may: delete pictures that it does not use.`,
    );
  return known;
}

/** Whether a file begins as markup does. */
function isMarkup(head: Buffer): boolean {
  return /^[\0\s\xef\xbb\xbf\xff\xfe]*</.test(head.toString('latin1'));
}

/** A file's name as an id: small letters, digits and hyphens, without its ending. */
function wordsOf(name: string): string {
  const words = name
    .slice(0, 200)
    .replace(/\.\w+$/, '')
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 48);
  return words === 'constructor' ? 'picture' : words;
}

function freeName(base: string, isTaken: (name: string) => boolean): string {
  for (let i = 1; i < 1000; i++) {
    const name = i === 1 ? base : `${base}-${i}`;
    if (!isTaken(name)) return name;
  }
  return `${base}-${randomUUID().slice(0, 8)}`;
}
