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

/**
 * Opens a proxy on this machine that connects only where it may: names are looked up here, so that what is checked is what is
 * connected to, whatever a page or a redirect says.
 */
export async function openProxy({ allowLocal, never = [], most = MOST }: Reach): Promise<Proxy> {
  const refused = new Map<string, string>();
  const silent = new Set<string>();
  const sockets = new Set<Socket>();
  let came = 0;
  const whyNot = (host: string, port: number): string | undefined => {
    if (never.includes(`${host}:${port}`)) return `${host} is Hat Rail itself.`;
    if (!allowLocal && isIP(host) !== 0 && isLocalAddress(host)) return localMessage(host);
    if (came > most) return 'The site is larger than can be brought in.';
    return undefined;
  };
  const counted = (socket: Socket) => {
    // One that is used again is counted already.
    if (sockets.has(socket)) return socket;
    sockets.add(socket);
    socket.setTimeout(SILENT, () => socket.destroy());
    socket.on('data', (part) => {
      came += part.length;
      if (came > most) socket.destroy();
    });
    socket.on('close', () => sockets.delete(socket));
    return socket;
  };
  const lookup = allowLocal ? {} : { lookup: guardedLookup };
  const note = (host: string, error: NodeJS.ErrnoException) => {
    if (error.code === 'LOCAL') refused.set(host, error.message);
    else silent.add(host);
  };

  const server = createServer((asked: IncomingMessage, answer: ServerResponse) => {
    let url: URL;
    try {
      url = new URL(asked.url ?? '');
    } catch {
      return void answer.writeHead(400).end();
    }
    const host = url.hostname.replace(/^\[|\]$/g, '');
    const why = url.protocol === 'http:' ? whyNot(host, Number(url.port || 80)) : 'Only http and https.';
    if (why !== undefined) {
      refused.set(host, why);
      return void answer.writeHead(403, { 'content-type': 'text/plain' }).end(why);
    }
    const onward = requestHttp(url, { method: asked.method, headers: asked.headers, ...lookup });
    onward.on('socket', counted);
    onward.on('response', (from) => {
      answer.writeHead(from.statusCode ?? 502, from.headers);
      from.on('close', () => from.complete || answer.destroy());
      from.pipe(answer);
    });
    onward.on('error', (error) => {
      note(host, error);
      if (!answer.headersSent) answer.writeHead(502);
      answer.end();
    });
    answer.on('close', () => onward.destroy());
    asked.pipe(onward);
  });

  server.on('connect', (asked, client: Socket, head) => {
    const [, bracketed, name, port] = /^(?:\[([^\]]+)\]|([^:]+)):(\d+)$/.exec(asked.url ?? '') ?? [];
    const host = bracketed ?? name ?? '';
    const why = host === '' ? 'Only hosts.' : whyNot(host, Number(port));
    sockets.add(client);
    client.on('close', () => sockets.delete(client));
    client.on('error', () => client.destroy());
    if (why !== undefined) {
      refused.set(host, why);
      return void client.end('HTTP/1.1 403 Forbidden\r\n\r\n');
    }
    const onward = counted(connect({ host, port: Number(port), ...lookup }));
    onward.on('connect', () => {
      client.write('HTTP/1.1 200 Connected\r\n\r\n');
      if (head.length > 0) onward.write(head);
      onward.pipe(client);
      client.pipe(onward);
    });
    onward.on('error', (error) => {
      note(host, error);
      client.end('HTTP/1.1 502 Bad Gateway\r\n\r\n');
    });
    client.on('close', () => onward.destroy());
    onward.on('close', () => client.destroy());
  });

  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  return {
    port: (server.address() as AddressInfo).port,
    refused,
    silent,
    async close() {
      for (const socket of sockets) socket.destroy();
      await new Promise((done) => {
        server.close(done);
        server.closeAllConnections();
      });
    },
  };
}
