import { execFileSync } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type BrowserContext } from '@playwright/test';

const ip = (...args: string[]) => execFileSync('ip', args, { stdio: ['ignore', 'pipe', 'pipe'] });

/** Whether a second host can be made here: in a container without rights over the network it cannot. */
export function canLayCable(): boolean {
  try {
    ip('netns', 'add', `probe${process.pid}`);
    ip('netns', 'del', `probe${process.pid}`);
    return true;
  } catch {
    return false;
  }
}

/**
 * Another computer in a network of its own with this one: a network namespace of Linux at the other end of a virtual cable. Needs the rights of root, as the
 * suite has where it installs its packages.
 */
export class SecondHost {
  readonly #name = `vivid${process.pid}`;
  readonly #cable = `v${process.pid}`;
  /** How this computer is called there. */
  readonly address: string;
  readonly #home = mkdtempSync(join(tmpdir(), 'vivid-tablet-'));
  #browser: BrowserContext | undefined;

  constructor() {
    const net = `10.77.${process.pid % 250}`;
    this.address = `${net}.1`;
    ip('netns', 'add', this.#name);
    ip('link', 'add', this.#cable, 'type', 'veth', 'peer', 'name', 'eth0', 'netns', this.#name);
    ip('addr', 'add', `${this.address}/24`, 'dev', this.#cable);
    ip('link', 'set', this.#cable, 'up');
    ip('-n', this.#name, 'addr', 'add', `${net}.2/24`, 'dev', 'eth0');
    for (const device of ['lo', 'eth0']) ip('-n', this.#name, 'link', 'set', device, 'up');
  }

  /** Opens the browser there; what it was told and what it keeps stays from one opening to the next. */
  async open(): Promise<BrowserContext> {
    await this.#browser?.close();
    const start = join(this.#home, 'chromium');
    writeFileSync(start, `#!/bin/sh\nexec ip netns exec ${this.#name} /usr/bin/chromium "$@"\n`);
    chmodSync(start, 0o755);
    this.#browser = await chromium.launchPersistentContext(join(this.#home, 'profile'), {
      executablePath: start,
      args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run'],
      env: { ...(process.env as Record<string, string>), HOME: this.#home },
      viewport: { width: 800, height: 1180 },
      reducedMotion: 'reduce',
      acceptDownloads: true,
      serviceWorkers: 'allow',
    });
    return this.#browser;
  }

  /** What a person does in the tablet's settings: this authority's certificate (a PEM file) is trusted for websites. */
  trust(certificate: string): void {
    const store = join(this.#home, '.pki', 'nssdb');
    mkdirSync(store, { recursive: true });
    const certutil = (...args: string[]) => execFileSync('certutil', ['-d', `sql:${store}`, ...args]);
    certutil('-N', '--empty-password');
    certutil('-A', '-t', 'C,,', '-n', 'Vivid Eye', '-i', certificate);
  }

  /** The cable is drawn out, or put back. */
  plug(isIn: boolean): void {
    ip('link', 'set', this.#cable, isIn ? 'up' : 'down');
  }

  async close(): Promise<void> {
    await this.#browser?.close();
    ip('netns', 'del', this.#name);
    rmSync(this.#home, { recursive: true, force: true });
  }
}
