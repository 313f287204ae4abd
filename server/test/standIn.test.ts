import { request } from 'node:http';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { start, type Running } from '../src/start.ts';
import { seededFolder } from './seeded.ts';

/** What visitors are served: the live release of each site, and nothing else of this machine. */

let running: Running;
beforeAll(async () => {
  running = await start({ port: 0, livePort: 0, dataFolder: seededFolder() });
  const { sites, releases } = running.context;
  const { id, site, hashes } = sites.read(sites.ids()[0]!)!;
  releases.make(id, site, hashes, 'First');
});
afterAll(() => running.close());

/** Asks for a path as it is: `fetch` would tidy it first. */
const ask = (path: string) =>
  new Promise<{ status: number; type: string; location: string | undefined; body: string }>(
    (resolve, reject) => {
      const { hostname, port } = new URL(running.liveUrl);
      request({ hostname, port, path, headers: { host: `${hostname}:${port}` } }, (response) => {
        let body = '';
        response.setEncoding('utf8');
        response.on('data', (piece: string) => (body += piece));
        response.on('end', () =>
          resolve({
            status: response.statusCode!,
            type: String(response.headers['content-type']),
            location: response.headers.location,
            body,
          }),
        );
      })
        .on('error', reject)
        .end();
    },
  );

describe('the site stand-in', () => {
  test('serves pages, styles and script of the live release, each as what it is', async () => {
    expect(await ask('/larkfell')).toMatchObject({ status: 301, location: '/larkfell/' });
    const home = await ask('/larkfell/');
    expect(home).toMatchObject({ status: 200, type: expect.stringContaining('text/html') });
    expect(home.body).toContain('<header class="hr"');
    for (const [, path] of home.body.matchAll(/(?:href|src)="([^"#:?]+\.(?:css|js))"/g)) {
      const file = await ask(new URL(path!, `${running.liveUrl}/larkfell/`).pathname);
      expect(file.status, path).toBe(200);
      expect(file.type).toMatch(path!.endsWith('.css') ? /text\/css/ : /javascript/);
    }
  });

  test('every link of the header leads to a page that is there', async () => {
    const { body } = await ask('/larkfell/');
    const links = new Set([...body.matchAll(/<a[^>]* href="([^"#:]+)"/g)].map(([, href]) => href!));
    expect(links.size).toBeGreaterThan(3);
    for (const href of links) {
      const { pathname } = new URL(href, `${running.liveUrl}/larkfell/`);
      expect((await ask(pathname)).status, pathname).toBe(200);
    }
  });

  test('a page without its stroke leads to the page; one that is not there says so', async () => {
    expect(await ask('/larkfell/visit')).toMatchObject({ status: 301, location: '/larkfell/visit/' });
    expect(await ask('/larkfell/nowhere/')).toMatchObject({
      status: 404,
      body: 'There is no such page on this site.',
    });
  });

  test('a site that is not published, or not there, shows nothing', async () => {
    for (const path of ['/pellow/', '/nobody/', '/nobody/header.css']) {
      expect(await ask(path)).toMatchObject({ status: 404, body: 'Nothing is published here yet.' });
    }
  });

  test('no path leads out of the release, nor fails the server', async () => {
    const paths = [
      '/larkfell/../../package.json',
      '/larkfell/%2e%2e/%2e%2e/package.json',
      '/larkfell/..%2f..%2fpackage.json',
      '/larkfell/%2fetc/passwd',
      '/larkfell/constructor',
      '/larkfell/%00',
      '/larkfell/%E0%A4%A',
      '/%E0%A4%A/',
      '//larkfell/',
    ];
    for (const path of paths) {
      const { status, body } = await ask(path);
      expect([400, 404], path).toContain(status);
      expect(body, path).not.toMatch(/root:|"workspaces"|at .*\.ts:/);
    }
    expect((await ask('/larkfell/')).status).toBe(200);
  });

  test('another release takes its place at once', async () => {
    const { sites, releases } = running.context;
    const { id, site, hashes } = sites.read(sites.ids()[0]!)!;
    releases.make(id, { ...site, name: 'Open on clear nights' }, hashes, 'Second');
    expect((await ask('/larkfell/')).body).toContain('Open on clear nights');
    releases.putLive(id, 1);
    expect((await ask('/larkfell/')).body).not.toContain('Open on clear nights');
  });
});
