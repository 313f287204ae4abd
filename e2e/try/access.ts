import { request } from 'node:http';
import { isLocalAddress } from '@hatrail/node/guardedAddress';
import { random } from '../../core/test/made.ts';
import { seededFolder } from '../../server/test/seeded.ts';
import { firstSite, jsonBody, launch, Tally } from './trying.ts';

interface Answer {
  status: number;
  headers: Record<string, string | string[] | undefined>;
  body: string;
}

function ask(base: string, path: string, headers: Record<string, string>, method = 'GET'): Promise<Answer> {
  const { hostname, port } = new URL(base);
  return new Promise((resolve, reject) => {
    request(
      { hostname, port, path, method, headers: { host: `${hostname}:${port}`, ...headers } },
      (answer) => {
        let body = '';
        answer.setEncoding('latin1');
        answer.on('data', (part: string) => (body += part));
        answer.on('end', () => resolve({ status: answer.statusCode!, headers: answer.headers, body }));
      },
    )
      .on('error', reject)
      .end();
  });
}

/** Asks as foreign pages, other hosts and curious visitors would: nothing is let in, and what is sent can do nothing. */
export async function tryAccess(count: number): Promise<Tally> {
  const tally = new Tally();
  const server = await launch(seededFolder());
  const by = random(count + 11);
  const pick = <T>(list: readonly T[]) => list[Math.floor(by() * list.length)]!;
  const { id } = await firstSite(server.url);
  const at = `/api/sites/${id}`;
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>1</script><rect width="9" height="9"/></svg>';
  const taken = (await (
    await fetch(`${server.url}${at}/files?name=a.svg`, { method: 'POST', body: svg })
  ).json()) as { hash: string };
  await fetch(`${server.url}${at}/releases`, jsonBody('POST', { note: '' }));
  for (; tally.tried < count; tally.tried++) {
    const [method, path] = pick([
      ['GET', '/api/sites'],
      ['GET', at],
      ['GET', `${at}/file`],
      ['DELETE', at],
      ['POST', `${at}/duplicate`],
      ['POST', `${at}/releases`],
      ['GET', `/api/pictures/${taken.hash}`],
    ] as const);
    const foreign = pick([
      { host: pick(['example.org', '127.0.0.1', 'localhost.example.org', '127.0.0.1:1']) },
      { origin: pick(['http://example.org', 'null', 'https://127.0.0.1', server.liveUrl]) },
      {
        'sec-fetch-site': pick(['cross-site', 'same-site']),
        'sec-fetch-mode': pick(['cors', 'no-cors', 'navigate']),
      },
    ] as Record<string, string>[]);
    const { status } = await ask(server.url, path, foreign, method);
    tally.must(
      status === 403 || status === 400,
      `${status} for ${method} ${path} with ${JSON.stringify(foreign)}`,
    );
    const wander = `/${pick(['larkfell', 'nobody', '..', '%2e%2e'])}/${Array.from({ length: 1 + Math.floor(by() * 4) }, () => pick(['..', '%2e%2e', '..%2f', 'etc', 'package.json', 'hatrail.sqlite', '', 'assets', '%00'])).join('/')}`;
    for (const base of [server.url, server.liveUrl]) {
      const { body } = await ask(base, wander, {});
      tally.must(
        !/SQLite format|"workspaces"|root:x/.test(body),
        `${base}${wander} shows what it should not`,
      );
    }
    const numbers = Array.from({ length: 4 }, () => Math.floor(by() * 256));
    const [a, b] = [pick([10, 127, 0, 192, 172, 169, 100]), numbers[1]!];
    const address = [a, ...numbers.slice(1)].join('.');
    const isLocal =
      a === 10 ||
      a === 127 ||
      a === 0 ||
      (a === 192 && b === 168) ||
      (a === 172 && b >= 16 && b < 32) ||
      (a === 169 && b === 254) ||
      (a === 100 && b >= 64 && b < 128);
    if (isLocal)
      tally.must(isLocalAddress(address) && isLocalAddress(`::ffff:${address}`), `${address} is let through`);
  }
  const picture = await ask(server.url, `/api/pictures/${taken.hash}`, {});
  tally.must(
    /sandbox/.test(String(picture.headers['content-security-policy'])),
    'a picture opened by itself may run',
  );
  tally.must(!/script/.test(picture.body), 'a script is kept in a picture');
  for (const path of [
    '/larkfell/',
    '/larkfell/assets/header-night.css',
    '/larkfell/assets/pictures/larkfell-light.svg',
    '/nobody/',
  ]) {
    const { headers } = await ask(server.liveUrl, path, {});
    tally.must(headers['x-content-type-options'] === 'nosniff', `${path} may be taken for something else`);
  }
  tally.must((await ask(server.url, at, {})).status === 200, 'the site is not there any more');
  await fetch(`${server.url}${at}`, { method: 'DELETE' });
  tally.must(
    (await ask(server.liveUrl, '/larkfell/', {})).status === 404,
    'a deleted site is still published',
  );
  await server.kill();
  return tally;
}
