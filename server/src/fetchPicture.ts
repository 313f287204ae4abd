import { request as requestHttp, type IncomingMessage } from 'node:http';
import { request as requestHttps } from 'node:https';
import { isIP } from 'node:net';
import { BadInput } from '@hatrail/core/model/badInput';
import { guardedLookup, isLocalAddress, localMessage, readAddress } from '@hatrail/node/guardedAddress';

/** Most that is fetched, bytes; longest that it may take, ms; how often it may be sent on. */
const MOST = 64 * 2 ** 20;
const LONGEST = 20_000;
const MOVES = 5;

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
