import { createHash } from 'node:crypto';
import { unzipSync, zipSync, strToU8 } from 'fflate';
import { fontName } from '@hatrail/cli/fonts';
import { pictureFacts } from '@hatrail/cli/siteFile';
import { BadInput, readSite, writeSite } from '@hatrail/core/model/check';
import type { Site } from '@hatrail/core/model/site';

/** A site brought in, with the bytes of its pictures by file name. */
export interface BroughtSite {
  site: Site;
  files: Map<string, Uint8Array>;
}

/** Most that a site file may unpack to, bytes. */
const MOST_UNPACKED = 512 * 2 ** 20;

/**
 * Reads a site file: `.hatrail.zip`, the site with its pictures beside it, or `.hatrail.json` for a site without any.
 * @throws {BadInput} with what to do
 */
export async function readBroughtSite(bytes: Uint8Array): Promise<BroughtSite> {
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b;
  const files = isZip ? unpack(bytes) : new Map<string, Uint8Array>();
  const documents = [...files.keys()].filter((name) => name.endsWith('.hatrail.json'));
  if (isZip && documents.length !== 1) {
    throw new BadInput(
      `This zip holds ${documents.length} site files; it should hold one that ends in .hatrail.json, and its pictures.`,
    );
  }
  const document = isZip ? files.get(documents[0]!)! : bytes;
  const site = readSite(new TextDecoder().decode(document));
  for (const picture of site.pictures) {
    const found = files.get(picture.file);
    if (!found) {
      throw new BadInput(
        `The picture ${picture.file} is not with it: bring the .hatrail.zip that holds the site and its pictures.`,
      );
    }
    const { width, height } = await pictureFacts(found, picture.file);
    if (width !== picture.width || height !== picture.height) {
      throw new BadInput(
        `${picture.file} is ${width} × ${height} px, but the site file says otherwise: save it again.`,
      );
    }
  }
  for (const { file, id } of site.fonts ?? []) {
    const found = files.get(file);
    if (!found) throw new BadInput(`The font ${file} is not with it: bring the .hatrail.zip that holds it.`);
    fontName(found, file);
    if (createHash('sha256').update(found).digest('hex').slice(0, 12) !== id.slice(4)) {
      throw new BadInput(`${file} is not the font that the site file means: save it again.`);
    }
  }
  return { site, files };
}

function unpack(bytes: Uint8Array): Map<string, Uint8Array> {
  let total = 0;
  try {
    const entries = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        total += originalSize;
        if (total > MOST_UNPACKED)
          throw new BadInput('This zip unpacks to more than 512 MB: that is too large.');
        return !name.endsWith('/');
      },
    });
    return new Map(Object.entries(entries).map(([name, data]) => [name.split('/').pop()!, data]));
  } catch (error) {
    if (error instanceof BadInput) throw error;
    throw new BadInput('This zip is damaged or cut short: save it again where it came from.');
  }
}

/** Packs a site and its pictures as `.hatrail.zip`. */
export function packSite(site: Site, name: string, files: ReadonlyMap<string, Uint8Array>): Uint8Array {
  return zipSync(
    { [`${name}.hatrail.json`]: strToU8(writeSite(site)), ...Object.fromEntries(files) },
    { level: 6 },
  );
}
