import { performance } from 'node:perf_hooks';
import { adviseTrace, causesNow } from '../../../src/core/trace/advise.ts';
import { checklist } from '../../../src/core/trace/checklist.ts';
import { repairOf } from '../../../src/core/trace/likeliest.ts';
import { cluesFromReport } from '../../../src/core/trace/fault-report.ts';
import { scopeKeys } from '../../../src/core/trouble/scopes.ts';
import { symptomKeys } from '../../../src/core/trouble/symptoms.ts';
import { hiddenCase } from '../../../src/simulators/troubled-head/case.ts';
import { finderWay, questionOf, search, type Way } from '../../../src/simulators/troubled-head/search.ts';

/**
 * npm run bench:trace [CASES [FIRST SEED]]: hidden faults of the practice simulator, which the finder's tables do not know,
 * searched by the finder, by the trade's fixed checklist and by “most likely first”; and how long one piece of advice takes.
 */
const cases = Number(process.argv[2] ?? 5000);
const firstSeed = Number(process.argv[3] ?? 1_000_001);

/** The likeliest by what was told at first, one after another: a list made once, as a person carries it. */
const listedOnce: Way = (hidden, answered) =>
  repairOf({ causes: causesNow(questionOf(hidden, [])) }, answered);
/** The likeliest by the finder's own posterior, renewed after every answer: a strong opponent. */
const likeliestFirst: Way = (hidden, answered) =>
  repairOf({ causes: causesNow(questionOf(hidden, answered)) }, answered);
const fixedList: Way = (_, answered) => checklist(answered);

function run(name: string, way: Way, wrong: number): number {
  const sum = { minutes: 0, right: 0, technician: 0, inVain: 0 };
  for (let seed = firstSeed; seed < firstSeed + cases; seed++) {
    const hidden = hiddenCase(seed, { wrong });
    const { minutes, named, isTechnician, inVain } = search(hidden, way);
    sum.minutes += minutes;
    sum.right += named && hidden.truth.includes(named) ? 1 : 0;
    sum.technician += isTechnician ? 1 : 0;
    sum.inVain += inVain;
  }
  const share = (count: number) => `${((100 * count) / cases).toFixed(1)} %`;
  console.log(
    `${name.padEnd(30)} ${(100 * wrong).toFixed(0).padStart(2)} % wrong: ${(sum.minutes / cases).toFixed(2)} min, cause right ${share(sum.right)}, technician ${share(sum.technician)}, parts in vain ${(sum.inVain / cases).toFixed(2)}`,
  );
  return sum.minutes / cases;
}

const times = symptomKeys
  .flatMap((seen) => scopeKeys.map((scope) => cluesFromReport({ seen, scope, since: null })))
  .flatMap((clues, index) => {
    const begun = performance.now();
    adviseTrace({ clues, answered: [] });
    // The first ones compile what they run.
    return index < 10 ? [] : [performance.now() - begun];
  })
  .sort((a, b) => a - b);
console.log(
  `one piece of advice: median ${times[Math.floor(times.length / 2)]!.toFixed(0)} ms, p95 ${times[Math.floor(times.length * 0.95)]!.toFixed(0)} ms (${times.length} questions)`,
);

for (const wrong of [0, 0.1]) {
  const list = run('fixed checklist', fixedList, wrong);
  const once = run('most likely first, listed once', listedOnce, wrong);
  const first = run('most likely first, renewed', likeliestFirst, wrong);
  const ours = run('finder', finderWay, wrong);
  const less = (other: number) => `${(100 * (1 - ours / other)).toFixed(1)} %`;
  console.log(
    `  the finder: ${less(list)} under the checklist, ${less(once)} under most likely first listed once, ${less(first)} under the one renewed`,
  );
}
