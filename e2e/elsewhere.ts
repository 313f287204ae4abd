import { readdirSync } from 'node:fs';
import { createServer } from 'node:http';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import { expect } from 'vitest';
import type { CaptureState } from '@hatrail/core/gather/captured';
import type { Running } from '@hatrail/server/start';

/** Sites that were made elsewhere, awkward in all the ways that there are, beside a server that is asked to bring them in. */

const TALL = '<div style="height:40000px;background:linear-gradient(#fff,#123)"></div>';
export const PAGES: Record<string, string> = {
  '/bare': `<title>Bare</title><h1>Nothing hangs here</h1>${TALL}`,
  '/shadow': `<title>Shadow</title><x-top></x-top><main><h1>In the shade</h1></main><script>
    customElements.define('x-top', class extends HTMLElement { connectedCallback() {
      this.attachShadow({ mode: 'open' }).innerHTML =
        '<header style="display:block;height:60px;background:#123"><a href="/a" style="color:#fff">A</a><a href="/b" style="color:#fff">B</a></header>';
    } });</script>`,
  '/frame':
    '<title>Frame</title><iframe src="/shadow" style="width:100%;height:80px;border:0"></iframe><p>Below</p>',
  '/links': `<title>Many</title><header style="height:50px"><a href="/a">A</a></header>${Array.from({ length: 5000 }, (_, i) => `<a href="/l${i}">${i}</a>`).join(' ')}`,
  '/turned': `<title>Turned</title><style>body { margin: 0 } header { position: sticky; top: 0; display: flex; gap: 20px; padding: 20px; background: #123; z-index: 2 } header a { color: #fff } header img { display: block; filter: invert(1) } header.solid { background: #fff } header.solid a { color: #123 } header.solid img { filter: none }</style><header><a class="logo" href="/turned"><img alt="Turned" width="90" height="30" src="data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' width='90' height='30'%3E%3Crect width='90' height='30' fill='%23101010'/%3E%3C/svg%3E"></a><nav><a href="/turned">Here</a> <a href="/bare">Bare</a></nav></header><main><h1>Turned over</h1><div style="height:3000px"></div></main><script>addEventListener('scroll', () => document.querySelector('header').classList.toggle('solid', scrollY > 40))</script>`,
  '/cut': '<title>Cut</title><header><nav><a href="/a">A<a href="/b">B</nav><h1 class="x',
};

/** The same, of a logo that stays as it is. */
PAGES['/still'] = PAGES['/turned']!.replace(/filter: (invert\(1\)|none)/g, 'border: 0');

/** A page that becomes another: its ground is light, and then dark under dark links. */
const shop = (ground: string) =>
  `<title>Shop</title><body style="margin:0;background:${ground}"><header style="position:absolute;inset:0 0 auto;padding:20px"><nav><a href="/shop" style="color:#222">Shop</a> <a href="/bare" style="color:#222">Bare</a></nav></header><div style="height:900px"></div>`;

export type Elsewhere = Awaited<ReturnType<typeof openElsewhere>>;

export async function openElsewhere(running: Running, dataFolder: string) {
  let ground = '#ffffff';
  const elsewhere = createServer((asked, answer) => {
    const { url = '/' } = asked;
    if (url === '/round') return void answer.writeHead(302, { location: '/round' }).end();
    if (url === '/never') return;
    if (url === '/inside') return void answer.writeHead(302, { location: running.url }).end();
    if (url === '/secret') return void answer.writeHead(401, { 'www-authenticate': 'Basic' }).end();
    if (url === '/paper')
      return void answer.writeHead(200, { 'content-type': 'application/pdf' }).end('%PDF');
    const html = url === '/shop' ? shop(ground) : PAGES[url];
    answer.writeHead(html ? 200 : 404, { 'content-type': 'text/html' }).end(`<!doctype html>${html ?? 'no'}`);
  });
  await new Promise<void>((ready) => elsewhere.listen(0, '127.0.0.1', ready));
  const base = `http://127.0.0.1:${(elsewhere.address() as AddressInfo).port}`;

  const api = async (path: string, body?: unknown, method = body === undefined ? 'GET' : 'POST') => {
    const answer = await fetch(`${running.url}/api/captures${path}`, {
      method,
      ...(body !== undefined && {
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      }),
    });
    const text = await answer.text();
    return {
      status: answer.status,
      state: (text ? JSON.parse(text) : {}) as CaptureState & { title?: string },
    };
  };

  /** What comes of an address, once it is there. */
  async function lookedAt(body: object): Promise<CaptureState> {
    const { status, state } = await api('', { allowLocal: true, ...body });
    expect(status).toBe(202);
    for (;;) {
      const { state: now } = await api(`/${state.id}`);
      if (now.phase !== 'looking' && now.phase !== 'taking') return now;
      await new Promise((done) => setTimeout(done, 200));
    }
  }

  async function settled(id: string): Promise<CaptureState> {
    for (;;) {
      const { state } = await api(`/${id}`);
      if (state.phase !== 'looking' && state.phase !== 'taking') return state;
      await new Promise((done) => setTimeout(done, 200));
    }
  }

  /** What lies about that is not kept. */
  const drafts = () => readdirSync(join(dataFolder, 'drafts'));

  return {
    base,
    api,
    lookedAt,
    settled,
    drafts,
    /** Gives the shop a dark ground. */
    darken: () => void (ground = '#101014'),
    close: () => void elsewhere.close(),
  };
}
