import { mkdirSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join, resolve } from 'node:path';
import pino from 'pino';
import { loadSite } from '@hatrail/cli/siteFile';
import { createApp } from './app.ts';
import { createContext, keepFiles, type Context } from './context.ts';
import { openDatabase } from './database.ts';
import { ownHosts } from './guard.ts';
import { createStandIn } from './standIn.ts';

/** Where to listen and where to keep things. Port 0 takes a free one. */
export interface Settings {
  port: number;
  livePort: number;
  dataFolder: string;
  /** Address to listen on; all but 127.0.0.1 must be asked for. */
  host?: string;
}

/** A running server. */
export interface Running {
  url: string;
  liveUrl: string;
  context: Context;
  close(): Promise<void>;
}

const ROOT = new URL('../../', import.meta.url).pathname;

/** Opens the data folder, brings in the demo sites where there is no site yet, and listens. */
export async function start({ port, livePort, dataFolder, host = '127.0.0.1' }: Settings): Promise<Running> {
  mkdirSync(dataFolder, { recursive: true });
  const logger = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
  const log = (error: unknown) => logger.error(error);
  const db = openDatabase(join(dataFolder, 'hatrail.sqlite'));
  const context = createContext(db, dataFolder);
  context.sites.purge();
  await bringInDemo(context);
  const ports = { app: port, live: livePort };
  const app = createApp(context, {
    hosts: () => ownHosts(ports.app),
    liveUrl: () => `http://127.0.0.1:${ports.live}`,
    webFolder: resolve(ROOT, 'web/dist'),
    log,
  });
  const servers = [
    createServer(app),
    createServer(createStandIn(context, () => ownHosts(ports.live), log)),
  ] as const;
  ports.app = await listen(servers[0], port, host);
  ports.live = await listen(servers[1], livePort, host);
  return {
    url: `http://127.0.0.1:${ports.app}`,
    liveUrl: `http://127.0.0.1:${ports.live}`,
    context,
    close: async () => {
      for (const server of servers) {
        server.closeAllConnections();
        await new Promise((done) => server.close(done));
      }
      db.close();
    },
  };
}

/** The demo sites, in the order in which they are listed. */
const DEMOS = ['demo/larkfell.hatrail.json', 'demo/pellow.hatrail.json'];

async function bringInDemo(context: Context): Promise<void> {
  if (context.sites.ids().length > 0) return;
  for (const file of DEMOS) {
    const { site, read } = await loadSite(join(ROOT, file));
    context.sites.create(site, await keepFiles(context, site, read));
  }
}

function listen(server: Server, port: number, host: string): Promise<number> {
  return new Promise((done, failed) => {
    server.once('error', failed);
    server.listen(port, host, () => done((server.address() as AddressInfo).port));
  });
}
