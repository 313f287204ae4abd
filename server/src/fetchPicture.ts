import { lookup as lookUp } from 'node:dns';
import { request as requestHttp, type IncomingMessage } from 'node:http';
import { request as requestHttps } from 'node:https';
import { BlockList, isIP, type LookupFunction } from 'node:net';
import { BadInput } from '@hatrail/core/model/badInput';

/** Most that is fetched, bytes; longest that it may take, ms; how often it may be sent on. */
const MOST = 64 * 2 ** 20;
const LONGEST = 20_000;
const MOVES = 5;

/** Addresses of this machine and of local networks, and those that lead nowhere (IANA special-purpose registries). */
const LOCAL = new BlockList();
for (const [net, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['224.0.0.0', 3],
] as const)
  LOCAL.addSubnet(net, bits, 'ipv4');
for (const [net, bits] of [
  ['::', 96],
  ['100::', 64],
  ['2002::', 16],
  ['64:ff9b::', 96],
  ['fc00::', 7],
  ['fe80::', 10],
  ['fec0::', 10],
  ['ff00::', 8],
] as const)
  LOCAL.addSubnet(net, bits, 'ipv6');

/** Whether a numeric address is of this machine, of a local network, or of no host at all. */
export function isLocalAddress(address: string): boolean {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1];
  if (mapped) return isLocalAddress(mapped);
  const family = isIP(address);
  return family === 0 || LOCAL.check(address, family === 6 ? 'ipv6' : 'ipv4');
}

const localMessage = (host: string) =>
  `${host} is on this machine or network. Tick “Allow this machine and network” if you mean it.`;

/** Looks a name up and refuses it where it leads to a local address, so that what is checked is what is connected to. */
const guardedLookup: LookupFunction = (host, options, done) => {
  lookUp(host, { ...options, all: true }, (error, addresses) => {
    if (error) return done(error, []);
    if (addresses.some(({ address }) => isLocalAddress(address))) {
      return done(Object.assign(new Error(localMessage(host)), { code: 'LOCAL' }), []);
    }
    if (options.all) return done(null, addresses);
    const [first] = addresses;
    done(null, first!.address, first!.family);
  });
};

interface FetchOptions {
  /** Whether the owner has allowed addresses of this machine and its network. */
  allowLocal: boolean;
  signal: AbortSignal;
}

/**
 * Fetches a picture from an address: http(s) only, with limits in size and time, and never from this machine or its
 * network unless that is allowed, wherever the address sends it on to.
 * @throws {BadInput} that says what to do
 */
export async function fetchPicture(
  address: string,
  { allowLocal, signal }: FetchOptions,
): Promise<{ bytes: Uint8Array; name: string }> {
  const late = AbortSignal.timeout(LONGEST);
  let url = readAddress(address);
  try {
    for (let moves = 0; moves <= MOVES; moves++) {
      const answer = await ask(url, allowLocal, AbortSignal.any([signal, late]));
      const { statusCode = 0, headers } = answer;
      if (statusCode >= 300 && statusCode < 400 && headers.location) {
        answer.destroy();
        url = readAddress(new URL(headers.location, url).href);
        continue;
      }
      if (statusCode !== 200) {
        answer.destroy();
        throw new BadInput(`${url.host} answered ${statusCode}: open the address in a browser and check it.`);
      }
      const type = headers['content-type'] ?? '';
      if (!/^image\//i.test(type)) {
        answer.destroy();
        const what = /html/i.test(type) ? 'a page' : type || 'something without a type';
        throw new BadInput(
          `${url.host} answered with ${what}, not a picture: give the address of the picture itself.`,
        );
      }
      const name = nameIn(url);
      return { bytes: await readAll(answer, url.host), name };
    }
    throw new BadInput(`${url.host} sends it on and on: give the address of the picture itself.`);
  } catch (error) {
    if (error instanceof BadInput) throw error;
    if (late.aborted) throw new BadInput(`${url.host} does not answer within 20 seconds: try again later.`);
    const { code, message } = error as NodeJS.ErrnoException;
    if (code === 'LOCAL') throw new BadInput(message);
    throw new BadInput(`${url.host} does not answer (${code ?? message}): check the address and try again.`);
  }
}

/** The last part of an address; as it stands where its percent signs mean nothing. */
function nameIn({ pathname }: URL): string {
  const last = pathname.split('/').pop() || 'picture';
  try {
    return decodeURIComponent(last);
  } catch {
    return last;
  }
}

function readAddress(address: string): URL {
  let url: URL;
  try {
    url = new URL(address);
  } catch {
    throw new BadInput('This is no address: give one that begins with https://.');
  }
  if (url.protocol !== 'http:' && url.protocol !== 'https:') {
    throw new BadInput('Give an address that begins with https:// or http://.');
  }
  if (url.username || url.password) throw new BadInput('Give an address without a name and password in it.');
  return url;
}

function ask(url: URL, allowLocal: boolean, signal: AbortSignal): Promise<IncomingMessage> {
  const host = url.hostname.replace(/^\[|\]$/g, '');
  if (!allowLocal && isIP(host) !== 0 && isLocalAddress(host)) throw new BadInput(localMessage(host));
  const request = url.protocol === 'https:' ? requestHttps : requestHttp;
  return new Promise((resolve, reject) => {
    request(url, {
      signal,
      headers: { accept: 'image/*', 'user-agent': 'hat-rail' },
      ...(!allowLocal && { lookup: guardedLookup }),
    })
      .on('response', resolve)
      .on('error', reject)
      .end();
  });
}

async function readAll(answer: IncomingMessage, host: string): Promise<Uint8Array> {
  const parts: Buffer[] = [];
  let size = 0;
  for await (const part of answer) {
    size += (part as Buffer).length;
    if (size > MOST) {
      answer.destroy();
      throw new BadInput(`The picture at ${host} is larger than 64 MB: make it smaller first.`);
    }
    parts.push(part as Buffer);
  }
  return new Uint8Array(Buffer.concat(parts));
}
