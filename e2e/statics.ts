import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { ShippedFile } from '@hatrail/node/export';

const TYPES: Record<string, string> = {
  html: 'text/html',
  css: 'text/css',
  js: 'text/javascript',
  svg: 'image/svg+xml',
  webp: 'image/webp',
  jpg: 'image/jpeg',
  woff2: 'font/woff2',
};

/** Serves files from memory on a free port of this machine. */
export async function serveFiles(
  files: () => readonly ShippedFile[],
): Promise<{ url: string; server: Server }> {
  const server = createServer((request, response) => {
    const path = decodeURIComponent(new URL(request.url!, 'http://x').pathname).slice(1);
    const name = path === '' || path.endsWith('/') ? `${path}index.html` : path;
    const file = files().find((candidate) => candidate.path === name);
    if (!file) return response.writeHead(404).end();
    response.writeHead(200, { 'content-type': TYPES[name.split('.').pop()!] ?? 'application/octet-stream' });
    response.end(file.bytes);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, server };
}
