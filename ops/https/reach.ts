import { hostname, networkInterfaces } from 'node:os';
import { BlockList, isIP } from 'node:net';

/** By what this computer can be reached in its network. */
export interface Reach {
  /** Its own name, in lower case, without a domain. */
  name: string;
  /** Addresses of its network cards, as numbers. */
  addresses: string[];
}

/** Networks that are never part of the internet: RFC 1918, RFC 3927, RFC 4193, and this computer itself. */
export const privateNetworks = [
  ['10.0.0.0', 8],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.168.0.0', 16],
  ['::1', 128],
  ['fc00::', 7],
] as const;

const ours = new BlockList();
for (const [network, bits] of privateNetworks) ours.addSubnet(network, bits, familyOf(network));

export function familyOf(address: string): 'ipv4' | 'ipv6' {
  return isIP(address) === 6 ? 'ipv6' : 'ipv4';
}

export const isPrivate = (address: string): boolean => ours.check(address, familyOf(address));

/** What the computer answers to now: IPv4, which is what it listens on for the workshop. */
export function reachNow(): Reach {
  const addresses = Object.values(networkInterfaces())
    .flatMap((cards) => cards ?? [])
    .filter(({ internal, family }) => !internal && family === 'IPv4')
    .map(({ address }) => address);
  const name =
    hostname()
      .toLowerCase()
      .split('.')[0]!
      .replace(/[^a-z0-9-]/g, '') || 'vivid-eye';
  return { name, addresses: [...new Set(addresses)].sort() };
}
