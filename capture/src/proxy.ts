import { createServer, request as requestHttp, type IncomingMessage, type ServerResponse } from 'node:http';
import { connect, isIP, type AddressInfo, type Socket } from 'node:net';
import { guardedLookup, isLocalAddress, localMessage } from '@hatrail/node/guardedAddress';

/** What the capture browser may reach. */
export interface Reach {
  /** Whether the owner has allowed this machine and its network. */
  allowLocal: boolean;
  /** Hosts with their ports that are never reached, such as the application's own. */
  never?: readonly string[];
  /** Most bytes that may come in all. */
  most?: number;
}

/** The way out of the capture browser: all that it asks for goes through here, and nothing goes past it. */
export interface Proxy {
  port: number;
  /** Why hosts were refused, by their names. */
  refused: ReadonlyMap<string, string>;
  /** Hosts that did not answer. */
  silent: ReadonlySet<string>;
  close(): Promise<void>;
}

/** Most bytes that one capture may bring in. */
const MOST = 400 * 2 ** 20;
/** How long a connection may say nothing, ms. */
const SILENT = 20_000;

/** What goes out through one proxy: where it may go, and what came of it. */
class Outbound {
  readonly refused = new Map<string, string>();
  readonly silent = new Set<string>();
  /** All that is open, so that it can be closed. */
  readonly sockets = new Set<Socket>();
  /** How names are looked up. */
  readonly lookup: { lookup?: typeof guardedLookup };
  readonly #reach: Reach;
  readonly #most: number;
  #came = 0;

  constructor(reach: Reach) {
    this.#reach = reach;
    this.#most = reach.most ?? MOST;
    this.lookup = reach.allowLocal ? {} : { lookup: guardedLookup };
  }

  /** Why a host is not connected to: it is kept as refused, then. */
  refuse(host: string, port: number): string | undefined {
    const why = this.#whyNot(host, port);
    if (why !== undefined) this.refused.set(host, why);
    return why;
  }

  #whyNot(host: string, port: number): string | undefined {
    if (host === '') return 'Only hosts.';
    if (Number.isNaN(port)) return 'Only http and https.';
    if (this.#reach.never?.includes(`${host}:${port}`)) return `${host} is Hat Rail itself.`;
    if (!this.#reach.allowLocal && isIP(host) !== 0 && isLocalAddress(host)) return localMessage(host);
    return this.#came > this.#most ? 'The site is larger than can be brought in.' : undefined;
  }

  /** A way out, whose bytes count; one that says nothing for too long is closed. */
  counted(socket: Socket): Socket {
    // One that is used again is counted already.
    if (this.sockets.has(socket)) return socket;
    this.hold(socket);
    socket.setTimeout(SILENT, () => socket.destroy());
    socket.on('data', (part) => {
      this.#came += part.length;
      if (this.#came > this.#most) socket.destroy();
    });
    return socket;
  }

  /** Keeps what is open until it is closed. */
  hold(socket: Socket) {
    this.sockets.add(socket);
    socket.on('close', () => this.sockets.delete(socket));
  }

  /** Notes of a host that it was refused, or did not answer. */
  failed(host: string, error: NodeJS.ErrnoException) {
    if (error.code === 'LOCAL') this.refused.set(host, error.message);
    else this.silent.add(host);
  }
}

/** Passes on what is asked for over plain http. */
function passOn(out: Outbound, asked: IncomingMessage, answer: ServerResponse) {
  let url: URL;
  try {
    url = new URL(asked.url ?? '');
  } catch {
    return void answer.writeHead(400).end();
  }
  const host = url.hostname.replace(/^\[|\]$/g, '');
  const why = out.refuse(host, url.protocol === 'http:' ? Number(url.port || 80) : NaN);
  if (why !== undefined) return void answer.writeHead(403, { 'content-type': 'text/plain' }).end(why);
  const onward = requestHttp(url, { method: asked.method, headers: asked.headers, ...out.lookup });
  onward.on('socket', (socket) => out.counted(socket));
  onward.on('response', (from) => {
    answer.writeHead(from.statusCode ?? 502, from.headers);
    from.on('close', () => from.complete || answer.destroy());
    from.pipe(answer);
  });
  onward.on('error', (error) => {
    out.failed(host, error);
    if (!answer.headersSent) answer.writeHead(502);
    answer.end();
  });
  answer.on('close', () => onward.destroy());
  asked.pipe(onward);
}

/** Connects to a host, and hands both ends to each other: what goes over https. */
function connectTo(out: Outbound, asked: IncomingMessage, client: Socket, head: Buffer) {
  const [, bracketed, name, port] = /^(?:\[([^\]]+)\]|([^:]+)):(\d+)$/.exec(asked.url ?? '') ?? [];
  const host = bracketed ?? name ?? '';
  out.hold(client);
  client.on('error', () => client.destroy());
  if (out.refuse(host, Number(port)) !== undefined) return void client.end('HTTP/1.1 403 Forbidden\r\n\r\n');
  const onward = out.counted(connect({ host, port: Number(port), ...out.lookup }));
  onward.on('connect', () => {
    client.write('HTTP/1.1 200 Connected\r\n\r\n');
    if (head.length > 0) onward.write(head);
    onward.pipe(client);
    client.pipe(onward);
  });
  onward.on('error', (error) => {
    out.failed(host, error);
    client.end('HTTP/1.1 502 Bad Gateway\r\n\r\n');
  });
  client.on('close', () => onward.destroy());
  onward.on('close', () => client.destroy());
}

/**
 * Opens a proxy on this machine that connects only where it may: names are looked up here, so that what is checked is what is
 * connected to, whatever a page or a redirect says.
 */
export async function openProxy(reach: Reach): Promise<Proxy> {
  const out = new Outbound(reach);
  const server = createServer((asked, answer) => passOn(out, asked, answer));
  server.on('connect', (asked, client: Socket, head) => connectTo(out, asked, client, head));
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  return {
    port: (server.address() as AddressInfo).port,
    refused: out.refused,
    silent: out.silent,
    async close() {
      for (const socket of out.sockets) socket.destroy();
      await new Promise((done) => {
        server.close(done);
        server.closeAllConnections();
      });
    },
  };
}
