import { request } from 'node:http';
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import sharp from 'sharp';
import type { KeptSite } from '@hatrail/core/model/kept';
import { random } from '../../core/test/made.ts';
import { seededFolder } from '../../server/test/seeded.ts';
import { firstSite, launch, leftBehind, memoryOf, Tally, watchOthers } from './trying.ts';

/** Longest that any request may take, and others meanwhile, ms; most that memory may grow, bytes. */
const MOST = 2000;
const MOST_OTHERS = 200;
const MOST_GROWTH = 50 * 2 ** 20;

interface Asked {
  method: string;
  path: string;
  headers?: Record<string, string>;
  body?: Buffer | string;
}

/**
 * Sends requests that are wrong in every way: each is answered in words, at once, and changes nothing that it should not.
 * @param slack by how much longer all may take, on a machine that has other things to do
 */
export async function tryMalformed(count: number, slack = 1): Promise<Tally> {
  const tally = new Tally();
  const folder = seededFolder();
  const server = await launch(folder);
  const by = random(count + 5);
  const kept = await firstSite(server.url);
  const make = await makers(kept, by);
  let isWarm = false;
  const one = async (asked: Asked) => {
    const begun = performance.now();
    const { status, text } = await ask(asked.path.startsWith('/live') ? server.liveUrl : server.url, asked);
    const took = performance.now() - begun;
    const what = `${asked.method} ${asked.path.slice(0, 80)} ${String(asked.body ?? '').slice(0, 60)}`;
    tally.must(status < 500, `${status} for ${what}`);
    tally.must(!isWarm || took < MOST * slack, `${took.toFixed(0)} ms for ${what}`);
    const isApi = asked.path.startsWith('/api') && asked.method !== 'HEAD' && status >= 400 && status !== 431;
    if (isApi && asked.path.length < 8000)
      tally.must(
        /^\{"title":"[^"]{20,}[.:!]/.test(text),
        `no words for ${what}: ${status} ${text.slice(0, 80)}`,
      );
    return took;
  };
  // What is loaded once, the processes apart included, is neither time nor growth: the first fifth is for that.
  const many = async (to: number) => {
    let longest = 0;
    for (; tally.tried < to; tally.tried += 4)
      longest = Math.max(longest, ...(await Promise.all(Array.from({ length: 4 }, () => one(make())))));
    return longest;
  };
  await many(count / 5);
  isWarm = true;
  const memory = await memoryOf(server);
  const stop = watchOthers(server.url);
  const longest = await many(count);
  const others = await stop();
  const grown = (await memoryOf(server)) - memory;
  tally.must(others < MOST_OTHERS * slack, `others waited ${others.toFixed(0)} ms`);
  tally.must(grown < MOST_GROWTH, `memory grew by ${(grown / 2 ** 20).toFixed(0)} MB`);
  const after = await firstSite(server.url);
  tally.must(
    JSON.stringify(after.site) === JSON.stringify(kept.site),
    'the first site is another than before',
  );
  await server.kill();
  tally.problems.push(...leftBehind(folder));
  tally.figures['longest, ms'] = longest.toFixed(0);
  tally.figures['others waited at most, ms'] = others.toFixed(0);
  tally.figures['memory grew by, after the first fifth, MB'] = (grown / 2 ** 20).toFixed(0);
  return tally;
}

/** Sends a request as it is: `fetch` would tidy it first. */
function ask(
  base: string,
  { method, path, headers = {}, body }: Asked,
): Promise<{ status: number; text: string }> {
  const { hostname, port } = new URL(base);
  return new Promise((resolve) => {
    const sent = request(
      { hostname, port, method, path, headers: { host: `${hostname}:${port}`, ...headers } },
      (answer) => {
        let text = '';
        answer.setEncoding('utf8');
        answer.on('data', (part: string) => (text += part.slice(0, 400)));
        answer.on('end', () => resolve({ status: answer.statusCode!, text }));
        answer.on('error', () => resolve({ status: answer.statusCode!, text }));
      },
    );
    // Refused while it is still being sent: that is an answer too.
    sent.on('error', () => resolve({ status: 400, text: '{"title":"The connection was closed on it."' }));
    sent.end(body);
  });
}

/** Makes one wrong request after the other. */
async function makers(kept: KeptSite, by: () => number): Promise<() => Asked> {
  const at = `/api/sites/${kept.id}`;
  const pick = <T>(list: readonly T[]) => list[Math.floor(by() * list.length)]!;
  const jpeg = readFileSync('demo/dome.jpg');
  const raster = await sharp(jpeg).resize({ width: 300 }).toBuffer();
  const pictures = [
    raster,
    await sharp(raster).png().toBuffer(),
    await sharp(raster).webp().toBuffer(),
    await sharp(raster).avif({ effort: 0 }).toBuffer(),
    readFileSync('demo/larkfell-light.svg'),
  ];
  const spoilt = (bytes: Buffer) => {
    const cut = Buffer.from(bytes.subarray(0, Math.ceil(bytes.length * (by() < 0.5 ? by() : 1))));
    for (let i = 0; i < 1 + by() * 20; i++) cut[Math.floor(by() * cut.length)] = Math.floor(by() * 256);
    return cut;
  };
  const NS = 'xmlns="http://www.w3.org/2000/svg" width="20" height="20"';
  const svgs = [
    `<svg ${NS}>${'<g>'.repeat(3000)}`,
    `<svg ${NS}>${'<rect/>'.repeat(60_000)}</svg>`,
    `<svg ${NS}><g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>`,
    `<svg ${NS} width="1e9" height="1e9"/>`,
    `<!DOCTYPE svg [<!ENTITY a "${'x'.repeat(999)}">]><svg ${NS}>${'&a;'.repeat(20_000)}</svg>`,
    `<svg ${NS}><rect width="1e999" height="-1" fill="url(#`,
  ];
  const values = [
    null,
    true,
    -1,
    1e308,
    'x'.repeat(2e5),
    [],
    {},
    [[]],
    'constructor',
    '__proto__',
    '\0',
    'rgb(12 3--',
    'color(',
    '/\\a',
    '<b>',
    { $: 1 },
  ];
  const deep = (levels: number) => `${'['.repeat(levels)}${']'.repeat(levels)}`;
  /** A document with one value of it another. */
  const mutated = (value: unknown): unknown => {
    const copy = structuredClone(value) as Record<string, unknown>;
    let holder = copy;
    for (let i = 0; i < 8; i++) {
      const keys = Object.keys(holder);
      if (keys.length === 0) break;
      const key = pick(keys);
      const inner = holder[key];
      if (typeof inner === 'object' && inner !== null && by() < 0.8)
        holder = inner as Record<string, unknown>;
      else {
        holder[by() < 0.2 ? String(pick(values)) : key] = pick(values);
        break;
      }
    }
    return copy;
  };
  const json = (method: string, path: string, body: unknown): Asked => ({
    method,
    path,
    headers: { 'content-type': 'application/json' },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
  const { format: _, pages, headers, ...own } = kept.site;
  // Never over the revision that is there, so that what happens to be sound changes nothing.
  const revision = -1;
  const kinds: (() => Asked)[] = [
    () => json('PATCH', at, { headers: [{ id: headers[0]!.id, revision, value: mutated(headers[0]) }] }),
    () =>
      json('PATCH', at, {
        pages: [{ id: 'made-up', revision: 0, value: mutated({ ...pages[0], id: 'made-up', path: '/' }) }],
      }),
    () =>
      json('PATCH', at, {
        values: { revision: kept.revisions.site, value: { ...(mutated(own) as object), logo: pick(values) } },
      }),
    () =>
      json(
        'PATCH',
        at,
        mutated({ values: { revision, value: own }, order: { pages: { revision, ids: ['x'] } } }),
      ),
    () => json('PATCH', at, deep(Math.floor(by() * 60_000))),
    () => json('PATCH', at, JSON.stringify({ headers }).slice(0, Math.floor(by() * 4000))),
    () =>
      json('PATCH', at, {
        values: {
          revision: kept.revisions.site,
          value: { ...own, palette: Array(Math.floor(by() * 20_000)).fill(own.palette[0]) },
        },
      }),
    () => ({
      ...json('PATCH', at, '{}'),
      headers: { 'content-type': 'application/json; charset=' + pick(['klingon', 'utf-7', '"', 'utf-16']) },
    }),
    () => ({
      ...json('PATCH', at, '{}'),
      headers: {
        'content-type': 'application/json',
        'content-encoding': pick(['zip', 'gzip', 'br', 'x', 'deflate']),
      },
    }),
    () => ({
      method: 'POST',
      path: `${at}/files?name=a.jpg`,
      headers: { 'content-encoding': 'gzip' },
      body: spoilt(gzipSync(jpeg.subarray(0, 5000))),
    }),
    () => ({
      method: 'POST',
      path: `${at}/files?name=${pick(['a.jpg', 'a.woff2', '', '%00', 'a.png&name=b', 'constructor.svg'])}`,
      body: spoilt(pick(pictures)).subarray(0, -9),
    }),
    () => ({ method: 'POST', path: `${at}/files?name=a.svg`, body: pick(svgs) }),
    () =>
      json('POST', `${at}/files/from`, {
        address: pick([
          '',
          'file:///etc/passwd',
          'http://127.0.0.1:1/x',
          'http://[::1]/',
          'http://a b',
          'javascript:1',
          'http://169.254.169.254/',
          null,
          7,
        ]),
      }),
    () =>
      json('POST', `${at}/files/${pick(['aurora', 'nothing', 'constructor', '..%2f..'])}/crop`, {
        x: pick(values),
        y: 0,
        width: pick([1e9, -1, 0.5, '1']),
        height: 1,
      }),
    () =>
      json('POST', `${at}/files/${pick(['aurora', 'nothing', 'constructor', '..%2f..'])}/turn`, {
        turn: pick([...values, 'up', 'LEFT', ['left']]),
      }),
    () =>
      json('PUT', `${at}/name`, {
        name: pick([7, null, {}, [], 'a\u0001b', ' ', '<b>', 'x'.repeat(121)]),
      }),
    () => json('POST', '/api/sites/new', pick(values) as never),
    () => ({
      method: 'POST',
      path: '/api/sites',
      body: pick<Buffer | string>([
        spoilt(jpeg),
        'PK\u0003\u0004',
        '{"format":1.5}',
        '{"format":-7}',
        '{"format":99}',
        deep(5000),
        JSON.stringify(mutated(kept.site)),
      ]),
    }),
    () => json('POST', `${at}/releases`, { note: pick([7, 'x'.repeat(201), {}, []]) }),
    () => json('PUT', `${at}/live`, { number: pick([0, -1, 1.5, 1e99, '1', null]) }),
    () => ({
      method: pick(['GET', 'PUT', 'DELETE', 'POST', 'HEAD', 'OPTIONS']),
      path: pick([
        `${at}/x`,
        '/api/sites/constructor',
        '/api/%E9',
        '/api/pictures/..%2f',
        '/api//',
        `${at}/pages/__proto__`,
        `${at}/releases/NaN`,
        `${at}/headers/%00/files`,
        `/api/${'x'.repeat(9000)}`,
      ]),
    }),
    () => ({
      method: 'GET',
      path: pick([
        '/',
        `${at}`,
        `/api/pictures/${Object.values(kept.hashes)[0]}`,
        '/fonts/x',
        '/assets/none.js',
      ]),
      headers: {
        range: pick(['bytes=9-1', 'bytes=99999999-', 'x', 'bytes=-']),
        'if-match': '"x"',
        'if-none-match': pick(['*', '"', 'W/']),
      },
    }),
    () => ({
      method: 'GET',
      path: `/live/${pick(['%E9', '..%2f..%2fpackage.json', 'constructor', '%00', 'x'.repeat(5000)])}`,
      headers: { range: 'bytes=5-1', 'if-match': 'x' },
    }),
  ];
  return () => pick(kinds)();
}
