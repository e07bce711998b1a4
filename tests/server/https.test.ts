import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect } from 'node:tls';
import { afterAll, beforeEach, describe, expect, test } from 'vitest';
import { freePort } from '../../scripts/cluster.ts';
import { startServer } from '../../scripts/child.ts';
import { certify } from '../../ops/https/certificate.ts';
import { isPrivate } from '../../ops/https/reach.ts';
import { newDatabase } from '../support/workshop.ts';

const root = mkdtempSync(join(tmpdir(), 'vivid-https-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));
let folder = '';
let count = 0;
beforeEach(() => void (folder = join(root, String(++count))));

const now = new Date();
const later = (days: number) => new Date(now.getTime() + days * 86_400_000);
const reach = { name: 'shop', addresses: ['192.168.7.20'] };
const openssl = (...args: string[]) =>
  execFileSync('openssl', args, { cwd: folder, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });
const mode = (file: string) => (statSync(join(folder, file)).mode & 0o777).toString(8);
const content = (file: string) => readFileSync(join(folder, file), 'utf8');

describe('certificates of an installation', () => {
  test('OpenSSL finds the server’s certificate good for every address and name, by the authority alone; keys are closed to others', () => {
    const made = certify(folder, reach, now);
    expect(made).toMatchObject({ isNewAuthority: true, isNewCertificate: true, leftOut: [] });
    for (const [kind, one] of [
      ['-verify_ip', '192.168.7.20'],
      ['-verify_ip', '127.0.0.1'],
      ['-verify_hostname', 'shop.local'],
    ] as const)
      expect(
        openssl('verify', '-CAfile', 'authority.crt', '-purpose', 'sslserver', kind, one, 'server.crt'),
        one,
      ).toBe('server.crt: OK\n');
    expect(() =>
      openssl('verify', '-CAfile', 'authority.crt', '-verify_ip', '192.168.7.21', 'server.crt'),
    ).toThrow();
    // Its short name may be a whole domain of others': nothing under it is vouched for, nor it itself.
    expect(made.covers).not.toContain('shop');
    expect(openssl('x509', '-in', 'authority.crt', '-noout', '-ext', 'nameConstraints')).not.toMatch(
      /DNS:shop/,
    );
    expect([mode('authority.key'), mode('server.key'), mode('.')]).toEqual(['600', '600', '700']);
    // No longer than tablets accept (825 days for a certificate of one's own authority; 398 of others).
    expect(made.ends.getTime() - now.getTime()).toBeLessThan(398 * 86_400_000);
    expect(openssl('x509', '-in', 'authority.crt', '-noout', '-fingerprint', '-sha256')).toContain(
      made.fingerprint,
    );
  });

  test('the authority cannot vouch for a website: OpenSSL refuses what it signs for one (RFC 5280, 4.2.1.10)', () => {
    certify(folder, reach, now);
    writeFileSync(join(folder, 'bad.cnf'), '[server]\nsubjectAltName = DNS:bank.example, IP:93.184.216.34\n');
    openssl(...['req', '-new', '-key', 'server.key', '-subj', '/CN=bank.example', '-out', 'bad.csr']);
    openssl(
      ...['x509', '-req', '-days', '30', '-in', 'bad.csr', '-CA', 'authority.crt', '-CAkey', 'authority.key'],
      ...['-CAcreateserial', '-extfile', 'bad.cnf', '-extensions', 'server', '-out', 'bad.crt'],
    );
    expect(() => openssl('verify', '-CAfile', 'authority.crt', 'bad.crt')).toThrow(
      /permitted subtree violation/,
    );
  });

  test('asked again nothing is made; 30 days before its end and for another address the certificate is, by the same authority', () => {
    const { fingerprint } = certify(folder, reach, now);
    const kept = ['authority.crt', 'authority.key', 'server.crt', 'server.key'].map(content);
    expect(certify(folder, reach, later(334))).toMatchObject({
      isNewAuthority: false,
      isNewCertificate: false,
    });
    expect(['authority.crt', 'authority.key', 'server.crt', 'server.key'].map(content)).toEqual(kept);
    expect(certify(folder, reach, later(336))).toMatchObject({ isNewCertificate: true, fingerprint });
    const moved = certify(folder, { ...reach, addresses: ['10.0.0.9'] }, now);
    expect(moved).toMatchObject({ isNewAuthority: false, isNewCertificate: true, fingerprint });
    expect(moved.covers).toContain('10.0.0.9');
    // An address that has gone is no reason for another.
    expect(certify(folder, { ...reach, addresses: [] }, now).isNewCertificate).toBe(false);
  });

  test('an address of the internet is vouched for only if the computer had it when the authority was made', () => {
    const own = certify(folder, { name: 'shop', addresses: ['8.8.4.4'] }, now);
    expect(own.covers).toContain('8.8.4.4');
    expect(openssl('verify', '-CAfile', 'authority.crt', '-verify_ip', '8.8.4.4', 'server.crt')).toContain(
      'OK',
    );
    const other = certify(folder, { name: 'shop', addresses: ['8.8.8.8', '10.0.0.1'] }, now);
    expect(other.leftOut).toEqual(['8.8.8.8']);
    expect(other.covers).not.toContain('8.8.8.8');
    expect(openssl('verify', '-CAfile', 'authority.crt', 'server.crt')).toContain('OK');
  });

  test.each(['server.key', 'server.crt', 'authority.key', 'authority.crt'])(
    'a damaged %s is made anew with what hangs on it',
    (file) => {
      const { fingerprint } = certify(folder, reach, now);
      writeFileSync(join(folder, file), 'cut off');
      const again = certify(folder, reach, now);
      expect(again.isNewCertificate).toBe(true);
      expect(again.fingerprint === fingerprint).toBe(file.startsWith('server'));
      expect(openssl('verify', '-CAfile', 'authority.crt', 'server.crt')).toBe('server.crt: OK\n');
    },
  );

  test('for a proxy a line of its own makes them, and says by its exit whether there is something to take up', () => {
    const line = (...args: string[]) =>
      spawnSync(process.execPath, ['--import', 'tsx', 'ops/https/make.ts', ...args], {
        encoding: 'utf8',
      });
    const made = line(folder);
    expect([made.status, made.stderr]).toEqual([0, '']);
    expect(made.stdout).toContain('Made anew: ends ');
    expect(openssl('verify', '-CAfile', 'authority.crt', 'server.crt')).toBe('server.crt: OK\n');
    expect(line(folder).status).toBe(3);
    expect(line()).toMatchObject({ status: 2, stderr: expect.stringContaining('Say which folder') });
  });

  test('without openssl a sentence says what to do', () => {
    const path = process.env['PATH'];
    process.env['PATH'] = root;
    try {
      expect(() => certify(folder, reach, now)).toThrow(/Install it \(sudo apt-get install -y openssl\)/);
    } finally {
      process.env['PATH'] = path;
    }
  });
});

// RFC 1918, 3.
test.each([
  ['10.255.0.1', true],
  ['172.16.0.1', true],
  ['172.31.255.255', true],
  ['172.32.0.1', false],
  ['192.168.0.1', true],
  ['192.169.0.1', false],
  ['fd00::2', true],
  ['2001:db8::1', false],
])('%s is an address of a private network: %s', (address, is) => {
  expect(isPrivate(address)).toBe(is);
});

test('a running app takes up another certificate without a stop', async () => {
  certify(folder, reach, now);
  const port = await freePort();
  const served = await startServer({
    url: await newDatabase(),
    port: await freePort(),
    https: { port, folder },
    env: { VIVID_LOG: 'silent' },
  });
  afterAll(() => served.stop());
  /** What a client that trusts the authority is shown. */
  const shown = () =>
    new Promise<string>((done, fail) => {
      const line = connect({ port, host: '127.0.0.1', ca: content('authority.crt') }, () => {
        done(line.getPeerCertificate().subjectaltname ?? '');
        line.end();
      });
      line.on('error', fail);
    });
  expect(await shown()).not.toContain('10.0.0.9');
  certify(folder, { ...reach, addresses: ['10.0.0.9'] }, now);
  served.process.send('certificate');
  await expect.poll(shown).toContain('10.0.0.9');
});
