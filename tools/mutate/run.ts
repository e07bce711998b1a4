import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { parseArgs } from 'node:util';
import { Stryker } from '@stryker-mutator/core';
import config, { drawnFile } from '../../stryker.config.mjs';
import { drawn, type Drawn } from './draw';
import { tableOf, type Reported } from './table';

/**
 * npm run mutate -- [--one-in N] [--seed S] [FOLDER or FILE …]: plants small faults in core (or in some of its folders), runs the tests
 * that go through each, and tells those that no test saw. All faults of core take many hours; with --one-in N a share of them is drawn
 * (the same for the same seed), and the table gives the interval that the share leaves. The report is in .test/mutation/.
 */
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { 'one-in': { type: 'string', default: '1' }, seed: { type: 'string', default: '1' } },
});
const oneIn = Number(values['one-in']);
if (!Number.isInteger(oneIn) || oneIn < 1) {
  throw new Error(
    `--one-in says of how many faults one is drawn: a whole number from 1 on, not ${values['one-in']}.`,
  );
}
const wanted = positionals.length > 0 ? positionals : ['src/core', 'src/engines'];

const faults: Drawn = await drawn(wanted, { oneIn, seed: values.seed, mutator: config.mutator });
console.log(`${faults.keys.length} faults drawn of ${faults.of}.`);
mkdirSync(dirname(drawnFile), { recursive: true });
writeFileSync(drawnFile, JSON.stringify(faults.keys));

await new Stryker({ ...config, mutate: faults.ranges }).runMutationTest();

// The report is the tester's own open format (mutation-testing-elements, schema 2).
const report = JSON.parse(readFileSync(config.jsonReporter.fileName, 'utf8')) as Reported;
console.log(tableOf(report));
