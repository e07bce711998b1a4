import { execFileSync } from 'node:child_process';
import { createPrivateKey, X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isIP } from 'node:net';
import { familyOf, isPrivate, privateNetworks, type Reach } from './reach.ts';

/** The files of an installation's https, in one folder. Keys are readable by their owner only. */
export const files = {
  authorityKey: 'authority.key',
  authority: 'authority.crt',
  key: 'server.key',
  certificate: 'server.crt',
} as const;

/** What {@link certify} found or made. */
export interface Certified {
  /** Made now: the tablets have to be told to trust it. */
  isNewAuthority: boolean;
  /** Made now: the server has to take it up. */
  isNewCertificate: boolean;
  /** SHA-256 of the authority's certificate, as tablets show it: pairs of hexadecimal digits with colons between. */
  fingerprint: string;
  ends: Date;
  /** Addresses and names that it vouches for. */
  covers: string[];
  /** Addresses that the authority may not vouch for: they were not the computer's when it was made, and are none of a private network. */
  leftOut: string[];
}

const dayMs = 86_400_000;
const authorityDays = 3650;
/** Some tablets trust no server's certificate for longer than 398 days. */
const serverDays = 365;
const renewedBeforeMs = 30 * dayMs;
/** An authority must outlive every certificate that it signs. */
const newAuthorityBeforeMs = (serverDays + 30) * dayMs;

/**
 * Makes sure that `folder` holds an authority of this installation and a certificate by it for all that the computer is reached by: what is missing, ends
 * within 30 days (the authority: 395) or does not cover an address is made anew. The authority can vouch only for private networks and names in .local (RFC 5280, 4.2.1.10): its key, if it were stolen, opens no bank to anyone.
 * Throws a sentence when openssl is not there or refuses.
 */
export function certify(folder: string, reach: Reach, now: Date): Certified {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const isNewAuthority =
    !lasts(join(folder, files.authority), now, newAuthorityBeforeMs) ||
    !fits(folder, files.authority, files.authorityKey);
  if (isNewAuthority) makeAuthority(folder, reach, now);
  const authority = read(join(folder, files.authority));
  const permitted = permittedBy(folder);
  const leftOut = reach.addresses.filter((address) => !isPrivate(address) && !permitted.has(address));
  const covers = [
    ...['localhost', '127.0.0.1', '::1', `${reach.name}.local`],
    // One made by an older version may.
    ...(permitted.has(reach.name) ? [reach.name] : []),
    ...reach.addresses.filter((address) => !leftOut.includes(address)),
  ];
  const isNewCertificate =
    isNewAuthority || !lasts(join(folder, files.certificate), now, renewedBeforeMs) || !holds(folder, covers);
  if (isNewCertificate) makeCertificate(folder, covers);
  return {
    ...{ isNewAuthority, isNewCertificate, covers, leftOut },
    fingerprint: authority.fingerprint256,
    ends: new Date(read(join(folder, files.certificate)).validTo),
  };
}

const read = (file: string) => new X509Certificate(readFileSync(file));

function lasts(file: string, now: Date, ms: number): boolean {
  if (!existsSync(file)) return false;
  try {
    return Date.parse(read(file).validTo) - now.getTime() > ms;
  } catch {
    return false;
  }
}

/** Whether the certificate is by this authority, fits its key, and covers what it should. */
function holds(folder: string, covers: readonly string[]): boolean {
  const certificate = read(join(folder, files.certificate));
  return (
    fits(folder, files.certificate, files.key) &&
    certificate.verify(read(join(folder, files.authority)).publicKey) &&
    covers.every((one) => (isIP(one) ? certificate.checkIP(one) : certificate.checkHost(one)))
  );
}

/** Whether a certificate and its key lie there, and belong together. */
function fits(folder: string, certificate: string, key: string): boolean {
  try {
    return read(join(folder, certificate)).checkPrivateKey(createPrivateKey(readFileSync(join(folder, key))));
  } catch {
    return false;
  }
}

/** Names and single addresses beside the private networks that the authority may vouch for, kept when it was made. */
function permittedBy(folder: string): Set<string> {
  const file = join(folder, 'permitted');
  return new Set(existsSync(file) ? readFileSync(file, 'utf8').split('\n').filter(Boolean) : []);
}

const maskOf = (bits: number, ofBits: 32 | 128): string => {
  const parts = Array.from({ length: ofBits / 8 }, (_, index) => {
    const left = Math.max(0, Math.min(8, bits - index * 8));
    return (0xff << (8 - left)) & 0xff;
  });
  if (ofBits === 32) return parts.join('.');
  return Array.from({ length: 8 }, (_, index) =>
    ((parts[index * 2]! << 8) | parts[index * 2 + 1]!).toString(16),
  ).join(':');
};
const network = (address: string, bits: number) =>
  `IP:${address}/${maskOf(bits, familyOf(address) === 'ipv4' ? 32 : 128)}`;

function makeAuthority(folder: string, reach: Reach, now: Date): void {
  const beside = reach.addresses.filter((address) => !isPrivate(address));
  // Not the computer's short name: it may be a whole domain of others', and one called “dev” would vouch for everything under .dev.
  const permitted = [
    ...['DNS:local', 'DNS:localhost'],
    ...privateNetworks.map(([address, bits]) => network(address, bits)),
    ...beside.map((address) => network(address, familyOf(address) === 'ipv4' ? 32 : 128)),
  ];
  const day = now.toISOString().slice(0, 10);
  const settings = `[req]
distinguished_name = name
prompt = no
x509_extensions = authority
[name]
CN = Vivid Eye on ${reach.name}, ${day}
[authority]
basicConstraints = critical, CA:true, pathlen:0
keyUsage = critical, keyCertSign, cRLSign
subjectKeyIdentifier = hash
nameConstraints = critical, ${permitted.map((one) => `permitted;${one}`).join(', ')}
`;
  // What stood here was signed by another.
  for (const file of [files.certificate, files.key]) rmSync(join(folder, file), { force: true });
  withSettings(folder, settings, (file) => {
    makeKey(folder, `${files.authorityKey}.new`);
    openssl(folder, [
      ...['req', '-x509', '-new', '-sha256', '-days', String(authorityDays), '-config', file],
      ...['-key', `${files.authorityKey}.new`, '-out', `${files.authority}.new`],
    ]);
  });
  writeFileSync(join(folder, 'permitted'), beside.join('\n'), { mode: 0o600 });
  takeUp(folder, files.authorityKey, files.authority);
}

function makeCertificate(folder: string, covers: readonly string[]): void {
  const names = covers.map((one) => `${isIP(one) ? 'IP' : 'DNS'}:${one}`);
  const settings = `[req]
distinguished_name = name
prompt = no
[name]
CN = Vivid Eye
[server]
basicConstraints = critical, CA:false
keyUsage = critical, digitalSignature
extendedKeyUsage = serverAuth
subjectAltName = ${names.join(', ')}
`;
  withSettings(folder, settings, (file) => {
    const key = `${files.key}.new`;
    makeKey(folder, key);
    const asked = 'server.csr';
    openssl(folder, ['req', '-new', '-sha256', '-config', file, '-key', key, '-out', asked]);
    openssl(folder, [
      ...['x509', '-req', '-sha256', '-days', String(serverDays), '-in', asked, '-CA', files.authority],
      ...['-CAkey', files.authorityKey, '-CAcreateserial', '-extfile', file, '-extensions', 'server'],
      ...['-out', `${files.certificate}.new`],
    ]);
    rmSync(join(folder, asked));
  });
  takeUp(folder, files.key, files.certificate);
}

/** What was made beside is put in place whole: a start that was cut off leaves what was there. */
function takeUp(folder: string, ...names: string[]): void {
  for (const name of names) renameSync(join(folder, `${name}.new`), join(folder, name));
}

function makeKey(folder: string, file: string): void {
  // Made empty and closed first: at no moment may another user read it.
  writeFileSync(join(folder, file), '', { mode: 0o600 });
  const made = openssl(folder, ['genpkey', '-algorithm', 'EC', '-pkeyopt', 'ec_paramgen_curve:P-256']);
  writeFileSync(join(folder, file), made, { mode: 0o600 });
}

function withSettings(folder: string, settings: string, work: (file: string) => void): void {
  const file = 'settings.cnf';
  writeFileSync(join(folder, file), settings, { mode: 0o600 });
  try {
    work(file);
  } finally {
    rmSync(join(folder, file), { force: true });
  }
}

function openssl(folder: string, args: readonly string[]): string {
  try {
    return execFileSync('openssl', args, {
      cwd: folder,
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'pipe'],
    });
  } catch (error) {
    const { code, stderr } = error as { code?: string; stderr?: string };
    if (code === 'ENOENT')
      throw new Error(
        'https needs openssl, which is not here. Install it (sudo apt-get install -y openssl), then start again.',
      );
    throw new Error(
      `openssl could not make the certificate: ${stderr?.trim().split('\n')[0] ?? String(error)}`,
    );
  }
}
