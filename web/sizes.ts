import { gzipSync } from 'node:zlib';
import type { Plugin } from 'vite';

/** Most that the first screen may load, bytes gzipped, and that one file may have, bytes. */
const FIRST = 250_000;
const FILE = 500_000;

/** Prints what the build weighs, and refuses one that weighs too much. */
export function sizes(): Plugin {
  return {
    name: 'sizes',
    generateBundle(_options, bundle) {
      const chunks = Object.values(bundle).flatMap((file) => (file.type === 'chunk' ? [file] : []));
      const byName = new Map(chunks.map((chunk) => [chunk.fileName, chunk]));
      const first = new Set<string>();
      const take = (name: string) => {
        const chunk = byName.get(name);
        if (!chunk || first.has(name)) return;
        first.add(name);
        chunk.imports.forEach(take);
      };
      for (const { isEntry, fileName } of chunks) if (isEntry) take(fileName);
      const packed = [...first].reduce((sum, name) => sum + gzipSync(byName.get(name)!.code).length, 0);
      const [largest] = [...chunks].sort((a, b) => b.code.length - a.code.length);
      const size = Buffer.byteLength(largest!.code);
      this.info(`The first screen loads ${packed} bytes gzipped; the largest file has ${size}.`);
      if (packed > FIRST) this.error(`The first screen may load ${FIRST} bytes gzipped.`);
      if (size > FILE) this.error(`${largest!.fileName} may have ${FILE} bytes.`);
    },
  };
}
