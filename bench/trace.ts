import { adviseTrace, causesNow } from '../src/core/trace/advise.ts';
import type { Given } from '../src/core/trace/asked.ts';
import { usualSetting } from '../src/core/trace/compile.ts';
import { causeFound } from '../src/core/trace/found.ts';
import { cluesSaid } from '../src/core/trace/said.ts';
import { checklist } from '../src/core/trace/checklist.ts';
import { repairOf } from '../src/core/trace/likeliest.ts';
import type { Cause } from '../src/core/trouble/causes.ts';
import { stepOf, type Step } from '../src/core/trouble/steps/index.ts';
import { hiddenCase, type HiddenCase } from '../src/simulators/troubled-head/case.ts';

/**
 * Hidden faults of the practice simulator, which the finder's tables do not know, searched in four ways: the app's, the
 * trade's fixed checklist, most likely first, and the trade's checklist with its own short cuts. `npm run bench:trace [CASES]`.
 */
const cases = Number(process.argv[2] ?? 5000);
const technicianMinutes = 90;
/** Minutes until a fault that seemed mended is back and noticed: the simulator's own. */
const backAfter = 12;

interface Outcome {
  minutes: number;
  named: Cause | null;
  isTechnician: boolean;
  inVain: number;
}

type Way = (hidden: HiddenCase, given: Given[]) => Step | null;

function search(hidden: HiddenCase, way: Way): Outcome {
  const given: Given[] = [];
  let minutes = 0;
  let inVain = 0;
  for (;;) {
    const step = way(hidden, given);
    if (!step) {
      return {
        minutes: minutes + technicianMinutes,
        named: named(hidden, given),
        isTechnician: true,
        inVain,
      };
    }
    minutes += hidden.minutes(step);
    let answer = hidden.answer(step);
    if (answer === 'sews' && !hidden.isMended()) {
      minutes += backAfter;
      answer = 'same';
    }
    given.push({ step, answer });
    if (answer === 'sews') return { minutes, named: named(hidden, given), isTechnician: false, inVain };
    const record = stepOf(step);
    if (record.kind === 'repair' && record.replaces) inVain += 1;
  }
}

const clues = (hidden: HiddenCase) => cluesSaid(hidden);
const setting = (hidden: HiddenCase) => ({
  ...usualSetting,
  neighbourHasSameNeedle: hidden.neighbourHasSameNeedle,
});

/** The cause named at the end, with what the hands see of what was mended. */
function named(hidden: HiddenCase, given: readonly Given[]): Cause | null {
  // A look that was made before tells nothing new.
  const isNew = ({ step }: Given) => !given.some((done) => done.step === step);
  const shown = given.at(-1)?.answer === 'sews' ? hidden.shown().filter(isNew) : [];
  return causeFound({ clues: clues(hidden), answered: given, setting: setting(hidden) }, shown);
}

const finder: Way = (hidden, answered) => {
  const advice = adviseTrace({ clues: clues(hidden), answered, setting: setting(hidden) });
  return advice.isForTechnician ? null : advice.steps[0]!.step;
};

const likeliest: Way = (hidden, answered) => {
  const causes = causesNow({ clues: clues(hidden), answered, setting: setting(hidden) });
  return repairOf({ causes }, answered);
};

const fixed: Way = (_, answered) => checklist(answered);

function run(name: string, way: Way, wrong: number): number {
  let minutes = 0;
  let right = 0;
  let calls = 0;
  let inVain = 0;
  for (let seed = 1; seed <= cases; seed++) {
    const hidden = hiddenCase(seed, { wrong });
    const outcome = search(hidden, way);
    minutes += outcome.minutes;
    if (outcome.named && hidden.truth.includes(outcome.named)) right += 1;
    if (outcome.isTechnician) calls += 1;
    inVain += outcome.inVain;
  }
  console.log(
    `${name.padEnd(28)} wrong answers ${(wrong * 100).toFixed(0).padStart(2)} %: ${(minutes / cases).toFixed(2)} min · cause right ${((right / cases) * 100).toFixed(1)} % · technician ${((calls / cases) * 100).toFixed(1)} % · parts in vain ${(inVain / cases).toFixed(2)}`,
  );
  return minutes / cases;
}

for (const wrong of [0, 0.1]) {
  const ours = run('the finder', finder, wrong);
  const list = run('the fixed checklist', fixed, wrong);
  const first = run('most likely first', likeliest, wrong);
  console.log(
    `  the finder needs ${((1 - ours / list) * 100).toFixed(1)} % less than the checklist, ${((1 - ours / first) * 100).toFixed(1)} % less than most likely first`,
  );
}
