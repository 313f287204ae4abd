import { createServer, request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openProxy, type Proxy, type Reach } from '../src/proxy.ts';

/** The way out of the capture browser: what may be reached, and what may not. */

let inner: Server;
let port: number;
beforeAll(async () => {
  inner = createServer((asked, answer) => {
    if (asked.url === '/inside') answer.writeHead(302, { location: `http://127.0.0.1:${port}/` }).end();
    else answer.end('x'.repeat(asked.url === '/much' ? 200_000 : 10));
  });
  await new Promise<void>((ready) => inner.listen(0, '127.0.0.1', ready));
  port = (inner.address() as AddressInfo).port;
});
afterAll(() => void inner.close());

/** Asks through a proxy, plainly or for a tunnel: the status, and how much came. */
async function through(
  proxy: Proxy,
  path: string,
  method = 'GET',
): Promise<{ status: number; length: number }> {
  return new Promise((resolve, reject) => {
    const asked = request({ host: '127.0.0.1', port: proxy.port, method, path });
    asked.on('response', (answer) => {
      let length = 0;
      answer.on('data', (part: Buffer) => (length += part.length));
      answer.on('close', () => resolve({ status: answer.statusCode ?? 0, length }));
    });
    asked.on('connect', (answer, socket) => {
      socket.destroy();
      resolve({ status: answer.statusCode ?? 0, length: 0 });
    });
    asked.on('error', reject);
    asked.end();
  });
}

async function opened<T>(reach: Reach, use: (proxy: Proxy) => Promise<T>): Promise<T> {
  const proxy = await openProxy(reach);
  try {
    return await use(proxy);
  } finally {
    await proxy.close();
  }
}

describe('where this machine is not allowed', () => {
  test.each(['127.0.0.1', '[::1]', 'localhost', '192.168.0.1', '[::ffff:10.0.0.1]'])(
    '%s is refused, plainly and as a tunnel, by its number and by its name',
    async (host) => {
      await opened({ allowLocal: false }, async (proxy) => {
        const plain = await through(proxy, `http://${host}:${port}/`);
        const tunnel = await through(proxy, `${host}:${port}`, 'CONNECT');
        expect([403, 502]).toContain(plain.status);
        expect([403, 502]).toContain(tunnel.status);
        const name = host.replace(/^\[|\]$/g, '');
        expect(proxy.refused.get(name)).toMatch(/is on this machine or network/);
      });
    },
  );
});

describe('where it is allowed', () => {
  test('it is reached; a redirect is for whoever asked to follow', () =>
    opened({ allowLocal: true }, async (proxy) => {
      expect(await through(proxy, `http://127.0.0.1:${port}/`)).toEqual({ status: 200, length: 10 });
      expect((await through(proxy, `http://127.0.0.1:${port}/inside`)).status).toBe(302);
      expect((await through(proxy, `127.0.0.1:${port}`, 'CONNECT')).status).toBe(200);
    }));

  test('the application itself never is, and nothing but http', () =>
    opened({ allowLocal: true, never: [`127.0.0.1:${port}`] }, async (proxy) => {
      expect((await through(proxy, `http://127.0.0.1:${port}/`)).status).toBe(403);
      expect((await through(proxy, `127.0.0.1:${port}`, 'CONNECT')).status).toBe(403);
      expect((await through(proxy, 'ftp://127.0.0.1/')).status).toBe(403);
      expect((await through(proxy, 'nonsense')).status).toBe(400);
    }));

  test('no more comes in than is allowed', () =>
    opened({ allowLocal: true, most: 50_000 }, async (proxy) => {
      const { length } = await through(proxy, `http://127.0.0.1:${port}/much`).catch(() => ({ length: 0 }));
      expect(length).toBeLessThan(200_000);
      expect((await through(proxy, `http://127.0.0.1:${port}/`)).status).toBe(403);
    }));
});
