import { readFileSync } from 'node:fs';
import { request } from 'node:http';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Header } from '@hatrail/core/model/header';
import { checkSite, readSite } from '@hatrail/core/model/check';
import type { Conflict, KeptSite, Revisions } from '@hatrail/core/model/kept';
import type { Running } from '../src/start.ts';
import { openServer } from './opened.ts';

let running: Running;
let kept: KeptSite;

beforeAll(async () => {
  ({ running, kept } = await openServer());
});
afterAll(() => running.close());

const api = (path: string, init?: RequestInit) => fetch(`${running.url}/api${path}`, init);
const site = (path: string, init?: RequestInit) => api(`/sites/${kept.id}${path}`, init);
const save = (changes: unknown, id = kept.id) =>
  api(`/sites/${id}`, {
    method: 'PATCH',
    headers: { 'content-type': 'application/json' },
    body: typeof changes === 'string' ? changes : JSON.stringify(changes),
  });
const saveHeader = (value: unknown, revision: number) =>
  save({ headers: [{ id: 'night', revision, value }] });
const read = async () => (await (await site('')).json()) as KeptSite;
const withOpacity = (opacity: number): Header => {
  const header = structuredClone(kept.site.headers[0]!);
  header.looks.scrolled.fill!.opacity = opacity;
  return header;
};

describe('the demo', () => {
  test('is there on the first start, the same as its file', () => {
    expect(kept.site).toEqual(readSite(readFileSync('demo/larkfell.hatrail.json', 'utf8')));
    expect(kept.slug).toBe('larkfell');
  });
});

describe('a header', () => {
  test('is saved over the revision that was read, and refused over an older one with the other version', async () => {
    const { headers } = (await read()).revisions;
    const saved = await saveHeader(withOpacity(0.5), headers.night!);
    expect(saved.status).toBe(200);
    const now = ((await saved.json()) as Revisions).headers.night!;
    expect(now).toBeGreaterThan(headers.night!);
    const stale = await saveHeader(withOpacity(0.9), headers.night!);
    expect(stale.status).toBe(412);
    expect(stale.headers.get('content-type')).toContain('application/problem+json');
    const { conflicts } = (await stale.json()) as { conflicts: Conflict[] };
    expect(conflicts).toMatchObject([{ kind: 'header', id: 'night', name: 'Night header', revision: now }]);
    expect((conflicts[0]!.theirs as Header).looks.scrolled.fill!.opacity).toBe(0.5);
    expect((await saveHeader(withOpacity(0.6), now)).status).toBe(200);
    expect((await site('/headers/night')).headers.get('etag')).not.toBe(`"${now}"`);
  });

  test.each<[string, (header: Header) => unknown, string]>([
    ['an opacity out of range', () => withOpacity(3), 'headers[0].looks.scrolled.fill.opacity'],
    [
      'a colour that is none',
      (h) => ({ ...h, panel: { ...h.panel, fill: { colour: 'nope' } } }),
      'headers[0].panel.fill.colour',
    ],
    ['no rail', (h) => ({ ...h, rails: [] }), 'headers[0].rails'],
    [
      'a swatch that is not there',
      (h) => ({ ...h, panel: { ...h.panel, ink: { swatch: 'x' } } }),
      'headers[0].panel.ink.swatch',
    ],
  ])('with %s is refused at its field, and nothing changes', async (_, spoil, path) => {
    const before = await read();
    const answer = await saveHeader(
      spoil(structuredClone(kept.site.headers[0]!)),
      before.revisions.headers.night!,
    );
    expect(answer.status).toBe(422);
    const { fields } = (await answer.json()) as { fields: { path: string; message: string }[] };
    expect(fields[0]!.path).toBe(path);
    expect(await read()).toEqual(before);
  });

  test.each([
    ['damaged JSON', '{"headers":', /breaks off/],
    ['a list', '[]', /no changes/],
    ['a part of another id', { headers: [{ id: 'night', revision: 1, value: { id: 'day' } }] }, /no changes/],
    ['a revision that is none', { values: { revision: 'one', value: {} } }, /no changes/],
  ])('as %s is refused with a clear message', async (_, body, message) => {
    const answer = await save(body);
    expect(answer.status).toBe(422);
    expect(await answer.text()).toMatch(message);
  });
});

describe('several parts at once', () => {
  test('are saved all together: a page goes with the entries that led to it, or nothing does', async () => {
    const before = await read();
    const { shows } = before.revisions.pages;
    const withoutPage = { pages: [{ id: 'shows', revision: shows!, value: null }] };
    const alone = await save(withoutPage);
    expect(alone.status).toBe(422);
    expect(await alone.text()).toContain('The page “shows” is not in the site');
    expect(await read()).toEqual(before);
    const menus = structuredClone(before.site.menus);
    menus[0]!.entries = menus[0]!.entries.filter(({ page }) => page !== 'shows');
    const { format: _, pages: __, headers: ___, ...value } = { ...before.site, menus };
    const values = { revision: before.revisions.site, value };
    const order = { pages: { revision: before.revisions.order.pages, ids: ['book', 'home'] } };
    expect((await save({ ...withoutPage, values, order })).status).toBe(200);
    const now = await read();
    expect(now.site.pages.map(({ id }) => id)).toEqual(['book', 'home', 'visit', 'log', 'members']);
    expect(now.site.menus).toEqual(menus);
    // A part that is new has revision 0; to have it twice is a conflict.
    const again = { pages: [{ id: 'shows', revision: 0, value: before.site.pages[2] }] };
    expect((await save(again)).status).toBe(200);
    expect((await save(again)).status).toBe(412);
    const { revisions } = await read();
    const restored = {
      pages: { revision: revisions.order.pages, ids: before.site.pages.map(({ id }) => id) },
    };
    const back = { format: _, ...value, menus: before.site.menus };
    await save({ values: { revision: revisions.site, value: back }, order: restored });
    expect((await read()).site).toEqual(before.site);
  });
  test('a picture whose file is not here is refused', async () => {
    const { site: whole, revisions } = await read();
    const picture = { id: 'ghost', name: 'Ghost', file: 'ghost.png', width: 9, height: 9, alt: '' };
    const {
      format: _,
      pages: __,
      headers: ___,
      ...value
    } = { ...whole, pictures: [...whole.pictures, picture] };
    const answer = await save({ values: { revision: revisions.site, value } });
    expect(answer.status).toBe(422);
    expect(await answer.text()).toContain('ghost.png is not here');
  });
});

describe('a document', () => {
  test('that says another size of a picture than its file has is refused', async () => {
    const { site: whole, revisions } = await read();
    const { format: _, pages: __, headers: ___, ...own } = whole;
    const pictures = own.pictures.map((picture) => ({ ...picture, width: picture.width + 1 }));
    const answer = await save({ values: { revision: revisions.site, value: { ...own, pictures } } });
    expect(answer.status).toBe(422);
    expect(await answer.text()).toMatch(/ is \d+ × \d+ px: reload the page/);
  });

  test('whose order another window changed first is refused with that order', async () => {
    const { site: whole, revisions } = await read();
    const ids = whole.pages.map(({ id }) => id);
    const order = { pages: { revision: revisions.order.pages, ids: ids.toReversed() } };
    expect((await save({ order })).status).toBe(200);
    const stale = await save({ order: { pages: { ...order.pages, ids } } });
    expect(stale.status).toBe(412);
    const { conflicts } = (await stale.json()) as { conflicts: Conflict[] };
    expect(conflicts).toMatchObject([{ kind: 'order', id: 'pages', theirs: ids.toReversed() }]);
    const revision = conflicts[0]!.revision;
    expect((await save({ order: { pages: { revision, ids } } })).status).toBe(200);
    expect((await read()).site).toEqual(whole);
  });

  test.each([
    ['written in letters that are not known', { 'content-type': 'application/json; charset=klingon' }, 415],
    [
      'packed in a way that is not known',
      { 'content-type': 'application/json', 'content-encoding': 'x' },
      415,
    ],
    ['whose packing is damaged', { 'content-type': 'application/json', 'content-encoding': 'gzip' }, 400],
  ])('%s is refused in words', async (_, headers, status) => {
    const answer = await site('', { method: 'PATCH', headers, body: '{"pages":[]}' });
    expect(answer.status).toBe(status);
    expect(((await answer.json()) as { title: string }).title).toMatch(/[.:] ?/);
  });
});

describe('sites', () => {
  const post = (path: string, body: unknown) =>
    api(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  test.each(['straight', 'over-picture', 'name-between', 'strip-above', 'counter', 'inset', 'none'])(
    'are started by name with the header %s, go out and in again byte for byte',
    async (header) => {
      const answer = await post('/sites/new', { name: 'Corner Bakery', header });
      expect(answer.status).toBe(201);
      const made = (await answer.json()) as KeptSite;
      expect(checkSite(made.site)).toEqual([]);
      const file = async (id: string) => {
        const zip = unzipSync(new Uint8Array(await (await api(`/sites/${id}/file`)).arrayBuffer()));
        return strFromU8(Object.entries(zip).find(([name]) => name.endsWith('.hatrail.json'))![1]);
      };
      const text = await file(made.id);
      const again = (await (await api('/sites', { method: 'POST', body: text })).json()) as KeptSite;
      expect(await file(again.id)).toBe(text);
      for (const { id } of [made, again]) await api(`/sites/${id}`, { method: 'DELETE' });
    },
  );
  test.each([
    ['no name', {}, /a name/],
    ['an endless name', { name: 'x'.repeat(200) }, /Shorten it to 120 characters/],
    ['markup', { name: '<b>Bakery</b>' }, /take out the HTML/],
  ])('with %s are not started', async (_, body, message) => {
    const answer = await post('/sites/new', body);
    expect(answer.status).toBe(422);
    expect(await answer.text()).toMatch(message);
  });
  test('are duplicated, renamed, deleted and had back', async () => {
    const copy = (await (await post(`/sites/${kept.id}/duplicate`, {})).json()) as KeptSite;
    expect(copy.site.name).toBe('Larkfell Observatory, copy');
    expect(copy.hashes).toEqual((await read()).hashes);
    await api(`/sites/${copy.id}/name`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Second dome' }),
    });
    expect((await api(`/sites/${copy.id}`, { method: 'DELETE' })).status).toBe(204);
    expect((await api(`/sites/${copy.id}`)).status).toBe(404);
    const back = (await (await post(`/sites/${copy.id}/restore`, {})).json()) as KeptSite;
    expect(back.site.name).toBe('Second dome');
    const { sites } = running.context;
    sites.remove(copy.id);
    sites.purge(Date.now() + 31 * 24 * 3600 * 1000);
    expect(sites.restore(copy.id)).toBe(false);
  });
});

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
    ['of a later version', async () => '{"format": 9}', /later program/],
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
    const live = () =>
      fetch(`${running.liveUrl}/larkfell/assets/header-night.css`).then((answer) => answer.text());
    expect((await fetch(`${running.liveUrl}/larkfell/`)).status).toBe(404);
    const publish = () =>
      site('/releases', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: '{"note":"x"}',
      });
    expect((await publish()).status).toBe(201);
    const first = await live();
    await saveHeader(withOpacity(0.83), (await read()).revisions.headers.night!);
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
  test.each([
    ['another site', { 'sec-fetch-site': 'cross-site' }],
    ['a page of this machine, such as a published site', { 'sec-fetch-site': 'same-site' }],
    ['a link from elsewhere', { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' }],
  ])('which the browser says are from %s get nothing from the API', async (_, headers) => {
    expect(await ask(`${running.url}/api/sites`, headers)).toBe(403);
  });
  test('a link from elsewhere to the application can be followed', async () => {
    const headers = { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' };
    expect(await ask(`${running.url}/`, headers)).not.toBe(403);
    expect(
      await ask(`${running.url}/`, { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }),
    ).toBe(403);
  });
});
