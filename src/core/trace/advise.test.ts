import { describe, expect, test } from 'vitest';
import { adviseTrace, causeShares, partChances } from './advise.ts';
import type { AnsweredStep } from './question.ts';
import { finderFor, outOfTheWay, usualSetting } from './compile.ts';
import { causeFound, causesFound } from './found.ts';
import { chanceScope, chanceSeen, cluesFromReport } from './fault-report.ts';
import { worthText } from './worth.ts';
import { causeKeys, type Cause } from '../trouble/causes.ts';
import { scopeKeys } from '../trouble/scopes.ts';
import { symptomKeys } from '../trouble/symptoms.ts';
import { swaps } from '../trouble/steps/swaps.ts';

const shred = cluesFromReport({ seen: 'shred', scope: 'one_position', since: null });

describe('the model', () => {
  test('every cause shows as something and somewhere: its chances add up to 1', () => {
    for (const cause of causeKeys) {
      expect(symptomKeys.reduce((sum, key) => sum + chanceSeen(cause, key), 0)).toBeCloseTo(1, 12);
      expect(scopeKeys.reduce((sum, key) => sum + chanceScope(cause, key), 0)).toBeCloseTo(1, 12);
    }
  });

  test('over the answers of every step the chances add up to 1, whatever is wrong', () => {
    const { steps, states } = finderFor([]);
    for (const { key, answers } of steps)
      states.forEach((_, state) => {
        const stay = answers.reduce((sum, { stays }) => sum + stays[state]!, 0);
        const move = answers
          .flatMap(({ moves }) => moves)
          .filter(({ from }) => from === state)
          .reduce((sum, { weight }) => sum + weight, 0);
        expect(stay + move, `${key}, ${states[state]!.join()}`).toBeCloseTo(1, 9);
      });
  });

  test('what a swap exchanges follows from where the part sits', () => {
    const known = { neighbourHasSameNeedle: true };
    expect(outOfTheWay('foot_bent', swaps.neighbour, known)).toBe(1);
    // The cone goes along, and the thread on it.
    expect(outOfTheWay('thread_old', swaps.neighbour, known)).toBe(0);
    expect(outOfTheWay('case_bent', swaps.neighbour, known)).toBe(0);
    // A neighbour with the same kind of needle has the wrong kind as well; its own needle is not worn.
    expect(outOfTheWay('needle_thin', swaps.neighbour, known)).toBe(0);
    expect(outOfTheWay('needle_thin', swaps.neighbour, { neighbourHasSameNeedle: false })).toBe(1);
    expect(outOfTheWay('needle_worn', swaps.neighbour, known)).toBe(1);
    expect(outOfTheWay('hoop_loose', swaps.flat_scrap, known)).toBe(1);
    expect(outOfTheWay('seam', swaps.flat_scrap, known)).toBe(1);
    expect(outOfTheWay('hook_dry', swaps.flat_scrap, known)).toBe(0);
  });

  test('a machine with one position is not told to use a neighbour', () => {
    const { steps } = adviseTrace({
      clues: shred,
      answered: [],
      setting: { ...usualSetting, hasNeighbour: false },
    });
    expect(steps.some(({ step }) => step === 'neighbour')).toBe(false);
  });
});

describe('advice', () => {
  test('the needle, with its worth, its minutes and why it comes before the next', () => {
    const { steps, whyFirst, expected, fits, isForTechnician } = adviseTrace({ clues: shred, answered: [] });
    expect(steps[0]!.step).toBe('new_needle');
    expect(steps[0]!.minutes).toBe(2.3);
    expect(worthText(steps[0]!)).toMatch(/^mends it in [4-7]\d of 100$/);
    expect(whyFirst).toContain('New needle of the right kind');
    expect(expected).toBeLessThan(20);
    expect([fits, isForTechnician]).toEqual([true, false]);
    // A swap says how many of the standing causes it clears.
    const swap = steps.find(({ step }) => step === 'neighbour')!;
    expect(worthText(swap)).toMatch(/^clears up to \d+ of \d+ causes$/);
  });

  // Common practice, no published source.
  test('a cone two years on its pin whose thread snaps early by hand: silicone, a minute, before another cone', () => {
    const clues = [
      ...cluesFromReport({ seen: 'snap', scope: 'one_position', since: null }),
      { key: 'record:thread-age', says: 'The cone has sat here for 730 days', weights: { thread_old: 8 } },
    ];
    const asked = (answered: readonly AnsweredStep[]) =>
      adviseTrace({ clues, answered }).steps.map(({ step }) => step);
    const steps = asked([{ step: 'snap_by_hand', answer: 'weak' }]);
    expect(steps).toContain('silicone');
    expect(steps.indexOf('silicone')).toBeLessThan(steps.indexOf('other_cone'));
    expect(asked([])).not.toContain('silicone');
  });

  test('two causes at once are told where one alone explains badly: an impact bends foot and bar', () => {
    const advice = adviseTrace({
      clues: cluesFromReport({ seen: 'shred', scope: 'one_position', since: 'impact' }),
      answered: [
        { step: 'new_needle', answer: 'same' },
        { step: 'needle_depth', answer: 'high' },
        { step: 'foot_height', answer: 'bent' },
        { step: 'set_bar', answer: 'same' },
      ],
    });
    const seen = adviseTrace({
      clues: cluesFromReport({ seen: 'shred', scope: 'one_position', since: 'impact' }),
      answered: [
        { step: 'needle_depth', answer: 'high' },
        { step: 'foot_height', answer: 'bent' },
      ],
    });
    expect(seen.pair?.causes).toEqual(['bar_high', 'foot_bent']);
    // The bar is set; what is left is the foot.
    expect(advice.causes[0]!.cause).toBe('foot_bent');
  });

  test('nothing in the model fits: it is said', () => {
    const falseStop = cluesFromReport({ seen: 'false_stop', scope: 'one_position', since: null });
    const answered = (
      [
        ['pull_at_eye', 'steady'],
        ['clean_wheel', 'same'],
        ['clean_wheel', 'same'],
        ['rethread', 'same'],
        ['look_path', 'right'],
        ['new_needle', 'same'],
        ['other_cone', 'same'],
      ] as const
    ).map(([step, answer]) => ({ step, answer }));
    expect(adviseTrace({ clues: falseStop, answered }).fits).toBe(false);
    expect(adviseTrace({ clues: falseStop, answered: [] }).fits).toBe(true);
    expect(adviseTrace({ clues: shred, answered: [] }).fits).toBe(true);
  });

  test('contradictory answers are said, and both named', () => {
    const { contradictions } = adviseTrace({
      clues: [],
      answered: [
        { step: 'look_lever', answer: 'out' },
        { step: 'pull_case', answer: 'once_a_turn' },
      ],
    });
    expect(contradictions[0]?.says).toBe(
      '“Take-up lever at its top: is the thread in it?: Not in it” goes badly with “Pull the case at the gauge: Stiff once a turn”.',
    );
    expect(
      adviseTrace({ clues: [], answered: [{ step: 'look_lever', answer: 'out' }] }).contradictions,
    ).toEqual([]);
  });

  test('an answer that a step does not have is a defect, not a guess', () => {
    expect(() => adviseTrace({ clues: [], answered: [{ step: 'look_lever', answer: 'perhaps' }] })).toThrow(
      RangeError,
    );
  });

  test('nothing is sewn while a needle touches, but for the repair of that part; and while a fragment is missing', () => {
    const touching = adviseTrace({ clues: shred, answered: [{ step: 'foot_height', answer: 'bent' }] });
    const offered = touching.steps.map(({ step }) => step);
    expect(offered).toContain('new_foot');
    expect(offered).not.toContain('neighbour');
    expect(offered).not.toContain('slower');
    expect(touching.withheld.find(({ step }) => step === 'neighbour')!.why).toContain('touches the foot');
    const mended = adviseTrace({
      clues: shred,
      answered: [
        { step: 'foot_height', answer: 'bent' },
        { step: 'new_foot', answer: 'same' },
      ],
    });
    expect(mended.steps.map(({ step }) => step)).toContain('neighbour');
    const fragment = adviseTrace({ clues: shred, answered: [], fragmentMissing: true });
    expect(fragment.steps.map(({ step }) => step)).toContain('look_needle');
    expect(fragment.steps.map(({ step }) => step)).not.toContain('new_needle');
  });

  test('what is set must have been measured: bar, foot and screw are not offered before', () => {
    const blind = adviseTrace({ clues: shred, answered: [] }).steps.map(({ step }) => step);
    for (const step of ['set_bar', 'set_foot', 'new_foot', 'turn_screw', 'polish'])
      expect(blind).not.toContain(step);
    const measured = adviseTrace({ clues: shred, answered: [{ step: 'needle_depth', answer: 'high' }] });
    expect(measured.steps.map(({ step }) => step)).toContain('set_bar');
    const right = adviseTrace({ clues: shred, answered: [{ step: 'needle_depth', answer: 'right' }] });
    expect(right.steps.map(({ step }) => step)).not.toContain('set_bar');
  });
});

describe('what it was', () => {
  test('the needle mended it, and what the hands saw of it names the cause', () => {
    const question = { clues: shred, answered: [{ step: 'new_needle', answer: 'sews' }] as const };
    expect(causeFound(question)).toBe('needle_worn');
    expect(causeFound(question, [{ step: 'look_needle', answer: 'turned' }])).toBe('needle_turned');
    expect(causesFound(question)[0]!.chance).toBeGreaterThan(0.5);
    // What a needle does not mend is not named for it, whatever was likely before.
    expect(causesFound(question).find(({ cause }) => cause === 'foot_bent')!.chance).toBeLessThan(0.05);
  });

  test('what only happened not to show does not count as mended: it has held for some sections', () => {
    // The needle was changed in vain, the other cone ended it: thread and cone stand before what a cone cannot mend.
    const clues = cluesFromReport({ seen: 'shred', scope: 'one_position', since: null });
    const found = causesFound({
      clues,
      answered: [
        { step: 'new_needle', answer: 'same' },
        { step: 'other_cone', answer: 'sews' },
      ],
    });
    const chanceOf = (...causes: Cause[]) =>
      found.filter(({ cause }) => causes.includes(cause)).reduce((sum, each) => sum + each.chance, 0);
    expect(chanceOf('thread_batch', 'thread_old')).toBeGreaterThan(chanceOf('needle_worn'));
    expect(chanceOf('foot_bent')).toBeLessThan(0.02);
  });

  test('of two causes mended one after the other both were there from the beginning', () => {
    const found = causesFound({
      clues: cluesFromReport({ seen: 'shred', scope: 'one_position', since: 'impact' }),
      answered: [
        { step: 'look_needle', answer: 'bent' },
        { step: 'new_needle', answer: 'same' },
        { step: 'stocking', answer: 'foot' },
        { step: 'new_foot', answer: 'sews' },
      ],
    });
    const [first, second] = found;
    expect([first!.cause, second!.cause].sort()).toEqual(['foot_bent', 'needle_worn']);
    expect(second!.chance).toBeGreaterThan(0.3);
  });
});

describe('a look made again', () => {
  const clues = cluesFromReport({ seen: 'shred', scope: 'one_position', since: null });
  const burr = (answered: AnsweredStep[]) =>
    adviseTrace({ clues, answered }).causes.find(({ cause }) => cause === 'foot_bent')!.chance;

  test('it is offered once more, and a swap is not', () => {
    const { steps } = adviseTrace({
      clues,
      answered: [
        { step: 'stocking', answer: 'nowhere' },
        { step: 'neighbour', answer: 'breaks' },
      ],
    });
    expect(steps.map(({ step }) => step)).toContain('stocking');
    expect(steps.map(({ step }) => step)).not.toContain('neighbour');
    const twice = adviseTrace({
      clues,
      answered: [
        { step: 'stocking', answer: 'nowhere' },
        { step: 'stocking', answer: 'nowhere' },
      ],
    });
    expect(twice.steps.map(({ step }) => step)).not.toContain('stocking');
  });

  test('what it missed twice is less likely there, by less than the first time; what it finds then opens its repair', () => {
    const nowhere: AnsweredStep = { step: 'stocking', answer: 'nowhere' };
    const [before, once, twice] = [burr([]), burr([nowhere]), burr([nowhere, nowhere])];
    expect(once).toBeLessThan(before);
    expect(twice).toBeLessThan(once);
    expect(twice / once).toBeGreaterThan(once / before);
    const found = adviseTrace({ clues, answered: [nowhere, { step: 'stocking', answer: 'foot' }] });
    expect(found.steps.map(({ step }) => step)).toContain('new_foot');
    expect(found.contradictions).toEqual([]);
  });
});

test('what list and drawing show are shares of one whole: the parts’ add up as the causes’ do', () => {
  const causes = [
    { cause: 'needle_worn', chance: 0.7 },
    { cause: 'needle_thin', chance: 0.2 },
    { cause: 'knob_tight', chance: 0.19 },
  ] as const;
  const shown = causeShares(causes);
  expect(shown.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 12);
  const parts = partChances(shown);
  expect(parts.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 12);
  expect(parts.find(({ part }) => part === 'needle')?.chance).toBeCloseTo(0.9 / 1.09, 12);
  expect(causeShares([])).toEqual([]);
});
