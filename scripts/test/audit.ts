import { spawnSync } from 'node:child_process';

/** What `npm audit` found among the packages that ship. */
export interface Audited {
  /** `unasked`: the registry did not answer (no network, or a mirror that keeps no advisories). */
  state: 'clean' | 'holes' | 'unasked';
  /** Packages with a known hole of high or critical severity. */
  packages: string[];
}

/** Reads the JSON of `npm audit --json`; anything else is no answer. */
export function readAudit(text: string): Audited {
  const unasked: Audited = { state: 'unasked', packages: [] };
  let told: { vulnerabilities?: Record<string, { severity?: string }>; error?: unknown };
  try {
    told = JSON.parse(text) as typeof told;
  } catch {
    return unasked;
  }
  if (told.error !== undefined || typeof told.vulnerabilities !== 'object') return unasked;
  const packages = Object.entries(told.vulnerabilities)
    .filter(([, { severity }]) => severity === 'high' || severity === 'critical')
    .map(([name]) => name);
  return { state: packages.length > 0 ? 'holes' : 'clean', packages };
}

/** Asks the registry about what ships, for a minute at most. */
export function audit(): Audited {
  const { stdout } = spawnSync('npm', ['audit', '--omit=dev', '--json'], {
    encoding: 'utf8',
    timeout: 60_000,
  });
  return readAudit(stdout ?? '');
}
