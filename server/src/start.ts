import { at } from '@hatrail/core/lists';
import { existsSync, mkdirSync, readdirSync, statfsSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join, resolve } from 'node:path';
import pino from 'pino';
import { loadSite } from '@hatrail/node/siteFile';
import { createApp } from './app.ts';
import { Captures } from './captures.ts';
import { cleanUp, createContext, type Context } from './context.ts';
import { BadFolder, holdFolder, isBegun, makeDatabase, openDatabase } from './database.ts';
import { hashOf } from './fileStore.ts';
import { ownHosts } from './guard.ts';
import { fullDisk } from './problem.ts';
import { createStandIn } from './standIn.ts';
import type { FileFacts } from './fileRows.ts';
import { Readable } from 'node:stream';

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
/** How often what is left behind is removed, ms. */
const CLEAN_EVERY = 3600 * 1000;
/** Less room than this is said on the console, bytes. */
const LITTLE_ROOM = 100 * 2 ** 20;

/**
 * Takes hold of the data folder, opens it, brings in the demo sites where it is new, and listens.
 * @throws {BadFolder} where the folder cannot be used, with what to do
 */
export async function start({ port, livePort, dataFolder, host = '127.0.0.1' }: Settings): Promise<Running> {
  const logger = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
  const log = (error: unknown) => logger.error(error);
  const letGo = holdFolder(madeFolder(dataFolder));
  let context: Context | undefined;
  let captures: Captures | undefined;
  const servers: Server[] = [];
  const close = async () => {
    for (const server of servers) {
      server.closeAllConnections();
      await new Promise((done) => server.close(done));
    }
    captures?.close();
    context?.apart.close();
    context?.close();
    letGo();
  };
  try {
    context = await openFolder(dataFolder);
    const opened = context;
    await cleanUp(opened, true).catch(log);
    const timer = setInterval(() => void cleanUp(opened).catch(log), CLEAN_EVERY);
    timer.unref();
    const ports = { app: port, live: livePort };
    captures = new Captures(opened, () => ownHosts(ports.app), log);
    const app = createApp(opened, {
      captures,
      hosts: () => ownHosts(ports.app),
      liveUrl: () => `http://127.0.0.1:${ports.live}`,
      webFolder: resolve(ROOT, 'web/dist'),
      log,
    });
    servers.push(createServer(app), createServer(createStandIn(opened, () => ownHosts(ports.live), log)));
    at(servers, 0).once('close', () => clearInterval(timer));
    ports.app = await listen(at(servers, 0), port, host);
    ports.live = await listen(at(servers, 1), livePort, host);
    return {
      url: `http://127.0.0.1:${ports.app}`,
      liveUrl: `http://127.0.0.1:${ports.live}`,
      context: opened,
      close,
    };
  } catch (error) {
    await close();
    throw error;
  }
}

function madeFolder(folder: string): string {
  try {
    mkdirSync(folder, { recursive: true });
    const { bavail, bsize } = statfsSync(folder);
    if (bavail * bsize < LITTLE_ROOM) {
      console.warn(
        `There are only ${Math.floor((bavail * bsize) / 2 ** 20)} MB of room left in ${folder}: free some space, or soon nothing can be saved.`,
      );
    }
    return folder;
  } catch (error) {
    throw new BadFolder(
      `${folder} cannot be used (${(error as Error).message}): set HATRAIL_DATA to a folder that can be written to.`,
    );
  }
}

/** Opens a data folder; one that is new begins with the demo sites. */
async function openFolder(folder: string): Promise<Context> {
  const path = join(folder, 'hatrail.sqlite');
  if (!existsSync(path)) {
    const pictures = join(folder, 'pictures');
    const hasFiles = existsSync(pictures) && readdirSync(pictures).length > 0;
    if (hasFiles && !isBegun(path)) {
      throw new BadFolder(
        `${path} is missing, though its pictures are there. Put it back, or set HATRAIL_DATA to another folder to begin anew.`,
      );
    }
    await makeDatabase(path, async (db) => {
      const context = createContext(db, folder);
      for (const file of DEMOS) await bringInDemo(context, file);
    });
  }
  try {
    return createContext(openDatabase(path), folder);
  } catch (error) {
    throw fullDisk(error)
      ? new BadFolder(`There is no room in ${folder} to open the database: free some space and start again.`)
      : error;
  }
}

/** The demo sites, in the order in which they are listed. */
const DEMOS = ['demo/larkfell.hatrail.json', 'demo/pellow.hatrail.json'];

async function bringInDemo({ sites, files }: Context, file: string): Promise<void> {
  const { site, read } = await loadSite(join(ROOT, file));
  const facts = new Map<string, FileFacts>();
  const drafts = [];
  for (const { id, file: name, ...size } of [...site.pictures, ...(site.fonts ?? [])]) {
    const bytes = (await read(name))!;
    const hash = hashOf(bytes);
    const { path } = await files.receive(Readable.from([Buffer.from(bytes)]), Infinity, () => new Error());
    drafts.push({ path, hash });
    facts.set(id, { hash, ...('width' in size && { width: size.width, height: size.height }) });
  }
  await files.keep(drafts, () => sites.create(site, facts));
}

function listen(server: Server, port: number, host: string): Promise<number> {
  return new Promise((done, failed) => {
    server.once('error', failed);
    server.listen(port, host, () => done((server.address() as AddressInfo).port));
  });
}
