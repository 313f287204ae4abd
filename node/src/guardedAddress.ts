import { lookup as lookUp } from 'node:dns';
import { BlockList, isIP, type LookupFunction } from 'node:net';
import { BadInput } from '@hatrail/core/model/badInput';

/** What keeps requests on behalf of an owner away from this machine and its network. */

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

/** What is said of an address that is on this machine or network. */
export const localMessage = (host: string) =>
  `${host} is on this machine or network. Tick “Allow this machine and network” if you mean it.`;

/** Looks a name up and refuses it where it leads to a local address, so that what is checked is what is connected to. */
export const guardedLookup: LookupFunction = (host, options, done) => {
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

/**
 * An address that may be opened for an owner: http or https, without a name and password in it.
 * @throws {BadInput} that says what to do
 */
export function readAddress(address: string): URL {
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
