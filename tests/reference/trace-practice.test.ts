import { describe, expect, test } from 'vitest';
import { adviseTrace } from '../../src/core/trace/advise.ts';
import type { AnsweredStep } from '../../src/core/trace/question.ts';
import { cluesFromReport, type FaultReport } from '../../src/core/trace/fault-report.ts';
import { causeOf } from '../../src/core/trouble/causes.ts';
import { parts } from '../../src/core/trouble/parts.ts';
import { stepOf, type Step } from '../../src/core/trouble/steps/index.ts';

/**
 * What practitioners do, come out of the arithmetic by itself: nothing in it knows of these rules.
 * Common practice, no published source.
 */
const nothing: FaultReport = { seen: null, scope: null, since: null };
const ask = (said: Partial<FaultReport>, answered: readonly AnsweredStep[] = []) =>
  adviseTrace({ clues: cluesFromReport({ ...nothing, ...said }), answered });

/** The steps one after another, each told as what is likeliest but its end. */
function course(said: Partial<FaultReport>, length: number): Step[] {
  const answered: AnsweredStep[] = [];
  for (let count = 0; count < length; count++) {
    const { steps } = ask(said, answered);
    const { step, answers } = steps[0]!;
    const told = answers.filter(({ key }) => key !== 'sews').sort((a, b) => b.chance - a.chance)[0]!;
    answered.push({ step, answer: told.key });
  }
  return answered.map(({ step }) => step);
}

const partsOf = (step: Step) => stepOf(step).parts as readonly string[];

describe('practice comes out by itself', () => {
  test('with no evidence the search begins at the path, and the needle is the first thing exchanged', () => {
    const first = course({}, 6);
    expect(partsOf(first[0]!)).toContain('path');
    expect(first.find((step) => stepOf(step).kind === 'repair')).toBe('new_needle');
    // One position and no more said: path, then needle.
    const [path, needle] = course({ scope: 'one_position' }, 2);
    expect(partsOf(path!)).toContain('path');
    expect(partsOf(needle!)).toContain('needle');
  });

  test('after an impact: needle, then bar height, then foot', () => {
    const order = course({ since: 'impact', scope: 'one_position' }, 7);
    const at = (...steps: Step[]) => order.findIndex((step) => steps.includes(step));
    // A look of half a minute may come between; nothing that takes longer does.
    expect(order.filter((step) => stepOf(step).minutes > 1)[0]).toBe('new_needle');
    expect(at('new_needle')).toBeLessThan(at('needle_depth'));
    expect(at('needle_depth')).toBeLessThan(at('foot_height', 'stocking'));
  });

  test('all positions alike: the case, before anything of a position', () => {
    const { steps, parts: drawn } = ask({ scope: 'all_positions', seen: 'bobbin_on_top' });
    expect(partsOf(steps[0]!.step)).toContain('case');
    const [likeliest] = [...drawn].sort((a, b) => b.chance - a.chance);
    expect(['case', 'bobbin']).toContain(likeliest!.part);
    expect(partsOf(ask({ scope: 'all_positions' }).steps[0]!.step)).toContain('case');
  });

  test('the moved cone sews well on the neighbour: nothing shared, and no thread, is worked at any more', () => {
    const before = ask({ seen: 'shred' });
    const after = ask({ seen: 'shred' }, [{ step: 'neighbour', answer: 'well' }]);
    const chanceOf = (advice: typeof before, wanted: (part: keyof typeof parts) => boolean) =>
      advice.parts.filter(({ part }) => wanted(part)).reduce((sum, { chance }) => sum + chance, 0);
    const isElsewhere = (part: keyof typeof parts) =>
      part !== 'other' && (!parts[part].sits.startsWith('position') || part === 'thread');
    expect(chanceOf(before, isElsewhere)).toBeGreaterThan(0.25);
    expect(chanceOf(after, isElsewhere)).toBeLessThan(0.1);
    for (const step of [after.steps[0]!.step, ...course({ seen: 'shred', scope: 'one_position' }, 1)])
      expect(partsOf(step).some((part) => parts[part as keyof typeof parts].sits === 'position')).toBe(true);
  });

  test('the same stitch of the design at every position: the design, or the seam there', () => {
    const { causes } = ask({ scope: 'same_place', seen: 'needle_broke' });
    expect(new Set([causes[0]!.cause, causes[1]!.cause])).toEqual(new Set(['design', 'seam']));
  });

  test('a false stop: the wheel', () => {
    const { steps, causes } = ask({ seen: 'false_stop' });
    expect(causes[0]!.cause).toBe('wheel_stuck');
    expect(partsOf(steps[0]!.step)).toContain('wheel');
  });

  test('a nest in the first stitches: is the thread in the take-up lever?', () => {
    const { steps, causes } = ask({ seen: 'nest' });
    expect(causes[0]!.cause).toBe('lever_missed');
    expect(steps[0]!.step).toBe('look_lever');
  });

  test('stiff once a turn: the case is done for, the spare goes in', () => {
    const { steps, causes } = ask({}, [{ step: 'pull_case', answer: 'once_a_turn' }]);
    expect(causeOf(causes[0]!.cause).part).toBe('case');
    expect(causes[0]!.cause).toBe('case_bent');
    expect(steps[0]!.step).toBe('spare_case');
  });

  test('when in doubt, change the needle: it is the first repair wherever one position shreds', () => {
    expect(ask({ seen: 'shred', scope: 'one_position' }).steps[0]!.step).toBe('new_needle');
  });

  test('what needs a cover off never comes before what does not, of like worth', () => {
    for (const seen of ['shred', 'skip', 'snap', 'loops'] as const) {
      const { steps } = ask({ seen, scope: 'one_position', since: 'impact' }, [
        { step: 'new_needle', answer: 'same' },
        { step: 'needle_depth', answer: 'high' },
        { step: 'foot_height', answer: 'high' },
      ]);
      steps.forEach(({ step, expected }, index) => {
        if (!('isUnderCover' in stepOf(step))) return;
        for (const later of steps.slice(index + 1))
          if (!('isUnderCover' in stepOf(later.step)) && stepOf(later.step).kind !== 'look')
            expect(later.expected).toBeGreaterThan(expected * 1.04);
      });
    }
  });
});
