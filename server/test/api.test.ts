import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, readdirSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { crc32 } from 'node:zlib';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Header } from '@hatrail/core/model/header';
import type { KeptSite } from '@hatrail/core/model/kept';
import { start, type Running } from '../src/start.ts';

let running: Running;
let folder: string;
let kept: KeptSite;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'hatrail-'));
  running = await start({ port: 0, livePort: 0, dataFolder: folder });
  [kept] = (await (await fetch(`${running.url}/api/sites`)).json()) as [KeptSite];
});
afterAll(() => running.close());

const api = (path: string, init?: RequestInit) => fetch(`${running.url}/api${path}`, init);
const site = (path: string, init?: RequestInit) => api(`/sites/${kept.id}${path}`, init);
const putHeader = (header: unknown, revision: string) =>
  site('/headers/night', {
    method: 'PUT',
    headers: { 'content-type': 'application/json', 'if-match': revision },
    body: JSON.stringify(header),
  });
const withOpacity = (opacity: number): Header => {
  const header = structuredClone(kept.site.headers[0]!);
  header.looks.scrolled.fill!.opacity = opacity;
  return header;
};

describe('the demo', () => {
  test('is there on the first start, the same as its file', () => {
    expect(kept.site).toEqual(JSON.parse(readFileSync('demo/larkfell.hatrail.json', 'utf8')));
    expect(kept.slug).toBe('larkfell');
  });
});

describe('a header', () => {
  test('is saved over the revision that was read, and refused over an older one with both versions', async () => {
    const read = await site('/headers/night');
    const revision = read.headers.get('etag')!;
    const saved = await putHeader(withOpacity(0.5), revision);
    expect(saved.status).toBe(200);
    expect(saved.headers.get('etag')).not.toBe(revision);
    const stale = await putHeader(withOpacity(0.9), revision);
    expect(stale.status).toBe(412);
    expect(stale.headers.get('content-type')).toContain('application/problem+json');
    const problem = (await stale.json()) as { yours: Header; theirs: Header; revision: number };
    expect(problem.yours.looks.scrolled.fill!.opacity).toBe(0.9);
    expect(problem.theirs.looks.scrolled.fill!.opacity).toBe(0.5);
    expect(`"${problem.revision}"`).toBe(saved.headers.get('etag'));
    expect((await putHeader(withOpacity(0.6), `"${problem.revision}"`)).status).toBe(200);
  });

  test.each<[string, (header: Header) => unknown, string]>([
    ['an opacity out of range', () => withOpacity(3), 'looks.scrolled.fill.opacity'],
    [
      'a colour that is none',
      (h) => ({ ...h, panel: { ...h.panel, fill: { colour: 'nope' } } }),
      'panel.fill.colour',
    ],
    ['no rail', (h) => ({ ...h, rails: [] }), 'rails'],
    [
      'a swatch that is not there',
      (h) => ({ ...h, panel: { ...h.panel, ink: { swatch: 'x' } } }),
      'headers[0].panel.ink.swatch',
    ],
    ['nothing', () => null, ''],
  ])('with %s is refused at its field, and nothing changes', async (_, spoil, path) => {
    const before = await site('/headers/night');
    const answer = await putHeader(
      spoil(structuredClone(kept.site.headers[0]!)),
      before.headers.get('etag')!,
    );
    expect(answer.status).toBe(422);
    const { fields } = (await answer.json()) as { fields: { path: string; message: string }[] };
    expect(fields[0]!.path).toBe(path);
    expect((await site('/headers/night')).headers.get('etag')).toBe(before.headers.get('etag'));
  });

  test('is not written without saying which revision', async () => {
    const answer = await site('/headers/night', {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    });
    expect(answer.status).toBe(428);
  });

  test('with damaged JSON is refused with a clear message', async () => {
    const answer = await site('/headers/night', {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'if-match': '"1"' },
      body: '{"id":',
    });
    expect(answer.status).toBe(422);
    expect(await answer.text()).toContain('breaks off');
  });
});

describe('pages and the site’s own values', () => {
  const put = (path: string, document: unknown, revision: number) =>
    site(path, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'if-match': `"${revision}"` },
      body: JSON.stringify(document),
    });
  test('are saved with their revisions, and checked as part of the site', async () => {
    const page = { ...kept.site.pages[5]!, title: 'Book' };
    expect((await put('/pages/book', page, 1)).status).toBe(200);
    expect((await put('/pages/book', { ...page, path: '/' }, 2)).status).toBe(422);
    expect((await put('', { name: 'Larkfell' }, 1)).status).toBe(200);
    expect((await put('', { palette: [] }, 2)).status).toBe(422);
    const now = (await (await site('')).json()) as KeptSite;
    expect(now.site).toMatchObject({ name: 'Larkfell', palette: kept.site.palette });
    expect(now.revisions).toMatchObject({ site: 2, pages: { book: 2, home: 1 } });
  });
});

describe('pictures', () => {
  const bring = (file: string, body: BodyInit) => site(`/pictures?file=${file}`, { method: 'POST', body });
  test.each<[string, string, BodyInit, RegExp]>([
    ['words', 'words.png', 'these are words', /no picture that can be used/],
    ['nothing', 'empty.png', '', /empty/],
    [
      'an SVG with a script',
      'bad.svg',
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>x()</script></svg>',
      /carries a script/,
    ],
    [
      'another folder',
      '..%2Fx.svg',
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>',
      /without a folder/,
    ],
  ])('%s: refused, and nothing is kept', async (_, file, body, message) => {
    const before = readdirSync(join(folder, 'pictures')).length;
    const answer = await bring(file, body);
    expect(answer.status).toBe(422);
    expect(await answer.text()).toMatch(message);
    expect(readdirSync(join(folder, 'pictures'))).toHaveLength(before);
  });
  test('60,000 px a side: refused by its head alone', async () => {
    const answer = await bring('huge.png', new Uint8Array(pngHead(60000, 60000)));
    expect(answer.status).toBe(422);
    expect(await answer.text()).toContain('60000 × 60000 px: 16384 px a side at most');
  });
  test('are served by the hash of their content, and by no other name', async () => {
    const hash = kept.hashes.aurora!;
    const answer = await api(`/pictures/${hash}`);
    expect(answer.headers.get('content-type')).toBe('image/jpeg');
    expect(answer.headers.get('cache-control')).toContain('immutable');
    expect((await api('/pictures/..%2F..%2Fhatrail.sqlite')).status).toBe(404);
  });
});

/** A PNG that is sound as far as its head goes, and says how large it is. */
function pngHead(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const bytes = Buffer.alloc(12 + data.length);
    bytes.writeUInt32BE(data.length, 0);
    bytes.write(type, 4, 'latin1');
    data.copy(bytes, 8);
    bytes.writeUInt32BE(crc32(bytes.subarray(4, 8 + data.length)), 8 + data.length);
    return bytes;
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 2, 0, 0, 0], 8);
  const signature = Buffer.from('89504e470d0a1a0a', 'hex');
  return Buffer.concat([
    signature,
    chunk('IHDR', head),
    chunk('IDAT', Buffer.alloc(8)),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

describe('site files', () => {
  const bring = (body: BodyInit) => api('/sites', { method: 'POST', body });
  test('go out and in again the same', async () => {
    const zip = new Uint8Array(await (await site('/file')).arrayBuffer());
    const answer = await bring(zip);
    expect(answer.status).toBe(201);
    const copy = (await answer.json()) as KeptSite;
    const original = (await (await site('')).json()) as KeptSite;
    expect(copy.site).toEqual(original.site);
    expect(copy.slug).toBe('larkfell-2');
    expect(copy.hashes).toEqual(original.hashes);
  });
  test.each<[string, () => Promise<BodyInit>, RegExp]>([
    [
      'cut short',
      async () => new Uint8Array(await (await site('/file')).arrayBuffer()).slice(0, 90000),
      /damaged or cut short/,
    ],
    [
      'JSON cut short',
      async () => readFileSync('demo/larkfell.hatrail.json', 'utf8').slice(0, 5000),
      /breaks off/,
    ],
    [
      'without its pictures',
      async () => readFileSync('demo/larkfell.hatrail.json', 'utf8'),
      /bring the .hatrail.zip/,
    ],
    ['of a later version', async () => '{"format": 2}', /later program/],
    ['a zip without a site', async () => new Uint8Array(zipSync({ 'a.txt': strToU8('a') })), /0 site files/],
  ])('%s: refused, and no site is added', async (_, body, message) => {
    const before = running.context.sites.ids().length;
    const answer = await bring(await body());
    expect(answer.status).toBe(422);
    expect(await answer.text()).toMatch(message);
    expect(running.context.sites.ids()).toHaveLength(before);
  });
});

describe('hand over', () => {
  test('the zip holds the header’s files, and they are those listed', async () => {
    const zip = unzipSync(new Uint8Array(await (await site('/headers/night/download')).arrayBuffer()));
    const listed = (await (await site('/headers/night/files')).json()) as {
      path: string;
      size: number;
      text?: string;
    }[];
    expect(Object.keys(zip).sort()).toEqual(listed.map(({ path }) => path).sort());
    for (const { path, size, text } of listed) {
      expect(zip[path]!.length).toBe(size);
      if (text !== undefined) expect(strFromU8(zip[path]!)).toBe(text);
    }
    expect(Object.keys(zip)).toEqual(
      expect.arrayContaining(['header.html', 'header.css', 'header.js', 'how-to.txt']),
    );
  });

  test('a release is published as it was, and an older one can be put live again', async () => {
    const live = () => fetch(`${running.liveUrl}/larkfell/assets/header.css`).then((answer) => answer.text());
    expect((await fetch(`${running.liveUrl}/larkfell/`)).status).toBe(404);
    const publish = () =>
      site('/releases', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: '{"note":"x"}',
      });
    expect((await publish()).status).toBe(201);
    const first = await live();
    const now = await site('/headers/night');
    await putHeader(withOpacity(0.83), now.headers.get('etag')!);
    expect(await live()).toBe(first);
    await publish();
    expect(await live()).toContain('/ 0.83)');
    const back = await site('/live', {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: '{"number":1}',
    });
    expect(await back.json()).toMatchObject({ number: 1, live: true });
    expect(await live()).toBe(first);
    expect(
      (
        await site('/live', {
          method: 'PUT',
          headers: { 'content-type': 'application/json' },
          body: '{"number":99}',
        })
      ).status,
    ).toBe(404);
    const list = (await (await site('/releases')).json()) as { number: number; live: boolean }[];
    expect(list.map(({ number, live: isLive }) => [number, isLive])).toEqual([
      [2, false],
      [1, true],
    ]);
  });
});

describe('requests from elsewhere', () => {
  const ask = (url: string, headers: Record<string, string>) =>
    new Promise<number>((resolve, reject) => {
      request(url, { headers }, (answer) => resolve(answer.resume().statusCode!))
        .on('error', reject)
        .end();
    });
  test.each([
    ['a foreign Host', { host: 'example.org' }],
    ['a foreign Origin', { origin: 'http://example.org' }],
    ['no page at all', { origin: 'null' }],
  ])('with %s get 403, from the application and the stand-in', async (_, headers) => {
    expect(await ask(`${running.url}/api/sites`, headers)).toBe(403);
    expect(await ask(`${running.liveUrl}/larkfell/`, headers)).toBe(403);
  });
});

describe('what was saved', () => {
  test('is there after the process was killed', { timeout: 240_000 }, async () => {
    const data = mkdtempSync(join(tmpdir(), 'hatrail-'));
    const launch = async () => {
      const child = spawn('node', ['--import', 'tsx', 'server/src/main.ts'], {
        env: { ...process.env, PORT: '0', LIVE_PORT: '0', HATRAIL_DATA: data },
      });
      let said = '';
      const url = await new Promise<string>((resolve, reject) => {
        child.stdout.on('data', (chunk: Buffer) => {
          said += chunk.toString();
          const found = /ready at (\S+)/.exec(said);
          if (found) resolve(found[1]!);
        });
        child.on('exit', () => reject(new Error(said)));
      });
      return { child, url };
    };
    const first = await launch();
    const [mine] = (await (await fetch(`${first.url}/api/sites`)).json()) as [KeptSite];
    const address = (url: string) => `${url}/api/sites/${mine.id}/headers/night`;
    for (let revision = 1; revision <= 5; revision++) {
      const saved = await fetch(address(first.url), {
        method: 'PUT',
        headers: { 'content-type': 'application/json', 'if-match': `"${revision}"` },
        body: JSON.stringify(withOpacity(revision / 10)),
      });
      expect(saved.status).toBe(200);
    }
    first.child.kill('SIGKILL');
    const second = await launch();
    const found = await fetch(address(second.url));
    expect(found.headers.get('etag')).toBe('"6"');
    expect(((await found.json()) as Header).looks.scrolled.fill!.opacity).toBe(0.5);
    second.child.kill('SIGKILL');
    expect(existsSync(join(data, 'hatrail.sqlite'))).toBe(true);
  });
});
