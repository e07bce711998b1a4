import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { audit } from './audit.ts';
import { count } from './tally.ts';

type Check = readonly [name: string, command: string, args: readonly string[]];

const types: Check = ['types', 'node_modules/.bin/astro', ['check', '--minimumFailingSeverity', 'error']];
const eslint: Check = [
  'eslint',
  'node_modules/.bin/eslint',
  ['.', '--max-warnings', '0', '--cache', '--cache-location', '.test/eslint'],
];
const arrows: Check = [
  'arrows: which way imports point',
  'node_modules/.bin/depcruise',
  ['src', 'scripts', 'ops', 'tools', '--output-type', 'err-long'],
];

const unused: Check = ['nothing that is imported nowhere', 'node_modules/.bin/knip', ['--no-progress']];

/** One command that passes or fails as a whole; its output is printed when it has ended. */
async function check([name, command, args]: Check): Promise<void> {
  const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] });
  const output: Buffer[] = [];
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (part: Buffer) => void output.push(part));
  const status = await new Promise<number | null>((done) => {
    child.once('error', () => done(null));
    child.once('close', done);
  });
  process.stdout.write(Buffer.concat(output));
  count(name, status === 0 ? 1 : 0, status === 0 ? [] : ['see its output above']);
}

/** Checks need nothing of one another: two at a time, each keeps one core busy. */
async function checkEach(checks: readonly Check[]): Promise<void> {
  const waiting = [...checks];
  const lane = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await check(next);
  };
  await Promise.all([lane(), lane()]);
}

/** All checks of the sources, the longest first. */
export async function checkAll(): Promise<void> {
  await checkEach([
    types,
    eslint,
    [
      'prettier',
      'node_modules/.bin/prettier',
      ['--check', '--log-level', 'warn', '--cache', '--cache-location', '.test/prettier', '.'],
    ],
    arrows,
    unused,
    ...(existsSync('.git')
      ? [
          [
            'package-lock.json unchanged',
            'git',
            ['diff', '--exit-code', '--quiet', 'package-lock.json'],
          ] as const,
        ]
      : []),
  ]);
  checkPackages();
}

/** Those that one waits for while working. */
export const checkQuickly = (): Promise<void> => checkEach([types, eslint, arrows]);

/** Known holes in what ships. Where the registry gives no answer that is printed, and counts for nothing. */
function checkPackages(): void {
  const { state, packages } = audit();
  if (state === 'unasked') return console.log('--   packages with known holes: the registry does not say');
  count('packages with known holes', state === 'clean' ? 1 : 0, packages);
}
