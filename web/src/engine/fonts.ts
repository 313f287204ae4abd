import { fontsOf } from '@hatrail/core/output/fonts';
import type { Site } from '@hatrail/core/model/site';
import { isOwnFamily, type FamilyId } from '@hatrail/core/model/type';

/** Where a font file is had from: the shipped ones by name, the owner's own by the hash of its content. */
export function fontUrl(family: FamilyId, file: string, hashes: Record<string, string>): string {
  return isOwnFamily(family) ? `/api/fonts/${hashes[family] ?? ''}` : `/fonts/${file}`;
}

const loading = new Map<string, Promise<unknown>>();

/** Loads the fonts of a site's type into a document's or worker's set, each once. */
export async function loadFonts(
  site: Site,
  hashes: Record<string, string>,
  fonts: FontFaceSet,
): Promise<void> {
  await Promise.all(
    fontsOf(site).map(({ family, cssName, weight, file, range }) => {
      const url = fontUrl(family, file, hashes);
      let load = loading.get(url);
      if (!load) {
        const face = new FontFace(cssName, `url("${url}")`, {
          weight,
          ...(range !== undefined && { unicodeRange: range }),
        });
        fonts.add(face);
        load = face.load();
        loading.set(url, load);
        load.catch(() => loading.delete(url));
      }
      return load;
    }),
  );
}
