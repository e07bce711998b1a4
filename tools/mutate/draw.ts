import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import type { Logger } from '@stryker-mutator/api/logging';
import { Instrumenter } from '@stryker-mutator/instrumenter';
import { keyOf } from './key.mjs';

export interface Drawn {
  /** How many faults the files have. */
  of: number;
  /** The drawn ones, by where they are and what stands there instead. */
  keys: string[];
  /** The same as places that the tester understands: only these are planted, so that the rest of the file stays fast. */
  ranges: string[];
}

const nothing = (): void => undefined;
const silent = {
  ...Object.fromEntries(
    ['trace', 'debug', 'info', 'warn', 'error', 'fatal'].map((level) => [level, nothing]),
  ),
  ...Object.fromEntries(
    ['Trace', 'Debug', 'Info', 'Warn', 'Error', 'Fatal'].map((level) => [`is${level}Enabled`, () => false]),
  ),
} as unknown as Logger;

/** All faults that can be planted in the wanted folders and files, and those of them that the seed draws. */
export async function drawn(
  wanted: string[],
  how: { oneIn: number; seed: string; mutator: { excludedMutations: string[] } },
): Promise<Drawn> {
  const files = wanted.flatMap(filesOf).filter((path) => !path.endsWith('.test.ts'));
  const { mutants } = await new Instrumenter(silent).instrument(
    files.map((path) => ({ name: resolve(path), content: readFileSync(path, 'utf8'), mutate: true })),
    { ...how.mutator, plugins: null, ignorers: [] },
  );
  const all = mutants.filter(({ status }) => status !== 'Ignored');
  const faults = all.filter((mutant) => isDrawn(keyOf(mutant), how.oneIn, how.seed));
  return {
    of: all.length,
    keys: faults.map(keyOf),
    ranges: [
      ...new Set(
        faults.map(
          ({ fileName, location: { start, end } }) =>
            `${relative('.', fileName)}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`,
        ),
      ),
    ],
  };
}

function filesOf(path: string): string[] {
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts'))
    .map((name) => join(path, name));
}

/** By a hash and not in turn: a fault stays drawn or not drawn when another is added before it. */
function isDrawn(key: string, oneIn: number, seed: string): boolean {
  return createHash('sha256').update(`${seed} ${key}`).digest().readUInt32BE(0) % oneIn === 0;
}
