import { X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { join } from 'node:path';

/** The workshop's https, as a tablet has to know it. */
export interface Https {
  /** Ports of http, where a tablet begins, and of https. */
  ports: { http: number; https: number };
  /** SHA-256 of the authority's certificate: pairs of hexadecimal digits with colons between. */
  fingerprint: string;
  /** Addresses by which the network reaches this computer, then its names, which not every network knows. */
  hosts: string[];
}

const own = new Set(['localhost', '127.0.0.1', '0:0:0:0:0:0:0:1']);
const fileOf = (name: string) => join(process.env['VIVID_HTTPS'] ?? '', name);

/** What `./start --workshop` serves, or a proxy before it; null: this computer serves only itself. Read anew: certificates are renewed while the app runs. */
export function httpsNow(): Https | null {
  const { VIVID_HTTPS, VIVID_PROXY, PORT, VIVID_HTTPS_PORT } = process.env;
  if (!VIVID_HTTPS) return null;
  const [http, https] = VIVID_PROXY?.split(',') ?? [PORT, VIVID_HTTPS_PORT];
  const covered = (new X509Certificate(readFileSync(fileOf('server.crt'))).subjectAltName ?? '')
    .split(', ')
    .map((one) => one.slice(one.indexOf(':') + 1).toLowerCase())
    .filter((host) => !own.has(host));
  return {
    ports: { http: Number(http), https: Number(https) },
    fingerprint: new X509Certificate(authority()).fingerprint256,
    hosts: [...covered.filter(isIP), ...covered.filter((host) => !isIP(host))],
  };
}

/** The authority's certificate, PEM. Throws when {@link httpsNow} gives null. */
export const authority = (): Buffer => readFileSync(fileOf('authority.crt'));
