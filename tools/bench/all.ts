import { execFileSync, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';

/**
 * npm run bench:all: every benchmark after the other, each with the section of docs/benchmarks.md that holds its figures on
 * record, so that old and new stand one above the other. Takes about an hour and a half.
 */
const commit = execFileSync('git', ['rev-parse', '--short', 'HEAD'], { encoding: 'utf8' }).trim();
const runs: { command: string; section: RegExp }[] = [
  { command: 'bench', section: /^## Logging/m },
  { command: 'bench:plan', section: /^## Head plan/m },
  { command: 'bench:scheme', section: /^## Standing head/m },
  { command: 'bench:tension', section: /^## Tension/m },
  { command: 'bench:underside', section: /^## Photos of undersides/m },
  { command: 'bench:logos', section: /^## Reading a logo/m },
  { command: 'bench:artwork', section: /^## Reading a logo/m },
  { command: 'fuzz', section: /^## Odd requests/m },
  { command: 'bench:feed', section: /^## The feed/m },
  { command: 'soak', section: /^## Soak/m },
  { command: 'bench:years', section: /^## A ledger of/m },
];
const record = readFileSync('docs/benchmarks.md', 'utf8').split(/^(?=## )/m);

for (const { command, section } of runs) {
  console.log(`\n=== npm run ${command} ===\n--- on record ---`);
  console.log(record.find((one) => section.test(one))?.trim() ?? '(nothing)');
  console.log(`--- now, commit ${commit} ---`);
  const child = spawn('npm', ['run', '--silent', command], { stdio: 'inherit' });
  const code = await new Promise((done) => child.once('exit', done));
  if (code !== 0) console.log(`(ended with code ${String(code)})`);
}
