import { fontsOf } from '@hatrail/core/output/fonts';
import type { Site } from '@hatrail/core/model/site';

const loading = new Map<string, Promise<unknown>>();

/** Loads the fonts of a site's type into a document's or worker's set, each once. */
export async function loadFonts(site: Site, fonts: FontFaceSet): Promise<void> {
  await Promise.all(
    fontsOf(site).map(({ cssName, weight, file, range }) => {
      let load = loading.get(file);
      if (!load) {
        const face = new FontFace(cssName, `url("/fonts/${file}")`, {
          weight: String(weight),
          unicodeRange: range,
        });
        fonts.add(face);
        load = face.load();
        loading.set(file, load);
        load.catch(() => loading.delete(file));
      }
      return load;
    }),
  );
}
