import { cpus } from 'node:os';
import { chance } from '../../../src/core/base/chance.ts';
import { changesFound } from '../../../src/core/findings/answers/changed.ts';
import { goesWith } from '../../../src/core/findings/factors/goes-with.ts';
import { ageRule, bestAge, costAt } from '../../../src/core/findings/life/replace.ts';
import { weibullFit } from '../../../src/core/findings/life/weibull.ts';
import { madeLives, madeYear } from '../../made/workshops/learn.ts';

/** npm run bench:learn [RUNS [FIRST SEED]]: what Findings say of made-up years, against what those years hide. */
const runs = Number(process.argv[2] ?? 200);
const firstSeed = Number(process.argv[3] ?? 900_001);
const percent = (part: number, all: number) => `${((100 * part) / all).toFixed(1)} %`;
console.log(
  `${cpus()[0]?.model ?? 'unknown processor'}, ${cpus().length} cores, ${runs} runs from seed ${firstSeed}\n`,
);

/** What the hidden model of a made-up year has, by factor and level. */
const isTrue = ({ factor, level, usual }: { factor: string; level: string; usual: string }) =>
  factor === 'age' ||
  (factor === 'position' && [level, usual].includes('3')) ||
  (factor === 'cloth' && [level, usual].includes('structured cap')) ||
  (factor === 'thread' && ['plum', 'fern'].some((name) => [level, usual].includes(name)));

const sums = { found: 0, wrong: 0, runsWrong: 0, position: 0, cap: 0, metallic: 0, rayon: 0, age: 0, ms: 0 };
let [dated, none, falseChanges, unsewn] = [0, 0, 0, 0];
const batchHidden = { position: 4, times: 12, from: 120, to: 129 };
/** Of a batch that hardly sewed nothing can be seen. */
const leastSewn = 50_000;
for (let run = 0; run < runs; run++) {
  const { cells } = madeYear(firstSeed + run, {
    bad: { position: 3, times: 2.5 },
    capTimes: 1.8,
    batch: null,
  });
  const began = performance.now();
  const told = goesWith(cells)!.effects.filter(({ isFound }) => isFound);
  sums.ms += performance.now() - began;
  const wrong = told.filter((effect) => !isTrue(effect)).length;
  sums.found += told.length;
  sums.wrong += wrong;
  sums.runsWrong += Number(wrong > 0);
  const has = (factor: string, level: string) =>
    Number(told.some((effect) => effect.factor === factor && [effect.level, effect.usual].includes(level)));
  sums.position += has('position', '3');
  sums.cap += has('cloth', 'structured cap');
  sums.metallic += has('thread', 'plum');
  sums.rayon += has('thread', 'fern');
  sums.age += Number(told.some(({ factor }) => factor === 'age'));

  // A bad batch from one day on for ten days, at a position that is sewn each day.
  const batch = madeYear(firstSeed + 100_000 + run, {
    bad: null,
    capTimes: 1,
    still: true,
    batch: batchHidden,
  });
  const series = seriesOf(batch.sums);
  const first = new Date(Date.UTC(2026, 0, 5 + batchHidden.from)).toISOString().slice(0, 10);
  const last = new Date(Date.UTC(2026, 0, 5 + batchHidden.to)).toISOString().slice(0, 10);
  const of4 = series.series.find(({ position }) => position === 4)!;
  const during = series.days.flatMap((day, index) =>
    day >= first && day <= last ? [of4.stitches[index]!] : [],
  );
  if (during.reduce((sum, stitches) => sum + stitches, 0) < leastSewn) {
    unsewn += 1;
    continue;
  }
  const found = changesFound({ ...series, heads: 1 }).filter(({ place }) => place?.position === 4);
  // In days on which the position was sewn: on others nothing could be seen.
  const sewnDay = (index: number) => of4.stitches.slice(0, index).filter((stitches) => stitches > 0).length;
  const at = sewnDay(series.days.findIndex((day) => day >= first));
  dated += Number(
    found.some(({ change }) => Math.abs(sewnDay(change.at) - at) <= 1 && change.after > change.before),
  );
  none += Number(found.length === 0);
  falseChanges += changesFound({ ...series, heads: 1 }).filter(
    ({ place }) => place && place.position !== 4,
  ).length;
}
console.log(
  `what goes with breaks: told ${sums.found}, of them not in the hidden model ${sums.wrong} (${percent(sums.wrong, sums.found)}; in ${percent(sums.runsWrong, runs)} of the years); ` +
    `found: position ${percent(sums.position, runs)}, cap ${percent(sums.cap, runs)}, metallic ${percent(sums.metallic, runs)}, rayon ${percent(sums.rayon, runs)}, needle's age ${percent(sums.age, runs)}; one fit ${(sums.ms / runs).toFixed(0)} ms`,
);
console.log(
  `a bad batch, twelve times for ten days: its beginning dated within a day ${percent(dated, runs - unsewn)}, not found ${percent(none, runs - unsewn)} (in ${unsewn} years it sewed under 50,000 stitches and is left out); changes told at the seven other positions ${(falseChanges / (runs - unsewn)).toFixed(2)} a year`,
);
const law = { shape: 2.5, scale: 420_000 };
const costs = { planned: 2.5, trouble: 20 };
const best = costAt(law, costs, bestAge(law, costs)!);
const over = Array.from({ length: runs }, (_, run) => {
  const lives = madeLives(chance(firstSeed + run), 200, law);
  return costAt(law, costs, ageRule(weibullFit(lives)!, lives, costs).age ?? Infinity) / best - 1;
}).sort((a, b) => a - b);
console.log(
  `the learnt rule after 200 needles costs ${percent(over.reduce((a, b) => a + b, 0) / runs, 1)} more than the best on average, ${percent(over[Math.floor(0.95 * runs)]!, 1)} at the 95th of 100`,
);

function seriesOf({ cells }: ReturnType<typeof madeYear>['sums']) {
  const days = [...new Set([...cells.values()].map(({ day }) => day))].sort();
  const series = Array.from({ length: 8 }, (_, index) => ({
    ...{ head: 1, position: index + 1 },
    breaks: days.map(() => 0),
    stitches: days.map(() => 0),
  }));
  for (const { day, position, breaks, stitches } of cells.values()) {
    const at = days.indexOf(day);
    const one = series[position - 1]!;
    one.breaks[at] = one.breaks[at]! + breaks;
    one.stitches[at] = one.stitches[at]! + stitches;
  }
  return { days, series };
}
