import { describe, expect, test } from 'vitest';
import { casesTried } from '../../../../tests/support/cases-tried.ts';
import { chance } from '../../base/chance.ts';
import { readBlock } from './block.ts';
import {
  beginPractice,
  gaugedAt,
  isRight,
  lessons,
  practiceScore,
  practise,
  sewBlock,
  type LessonKey,
  type PracticeMove,
  type PracticeState,
} from './practice.ts';
import { nextTurn } from '../case/next-turn.ts';
import { followCase, type CaseStep } from '../case/belief/screw.ts';
import { bandOf } from '../targets.ts';

const band = bandOf('25-30');
const keys = Object.keys(lessons) as LessonKey[];

/** A trainee who does what the Bench advises. On a rough machine the gauge and the hand are off by chance. */
function follow(start: PracticeState, luck: () => number = () => 0.5): PracticeState {
  let state = start;
  const steps: CaseStep[] = [];
  const does = (move: PracticeMove) => (state = practise(state, move, band, luck));
  for (let round = 0; round < 40 && !isRight(state, band); round++) {
    if (state.lint) does({ does: 'clean' });
    else if (state.bobbinBad) does({ does: 'bobbin' });
    else if (state.caseBent) does({ does: 'case' });
    else {
      steps.push({ is: 'reading', grams: gaugedAt(state, luck) });
      const { is, eighths } = nextTurn(followCase(steps)!, band);
      if (is === 'again') continue;
      const block = readBlock(
        sewBlock(state, 'third', band, () => 0.5),
        'third',
        'bobbin-first',
      );
      const knob = block.moves.find((move) => move.part === 'knob');
      if (eighths !== 0) {
        does({ does: 'screw', turns: eighths / 8 });
        steps.push({ is: 'turn', turns: eighths / 8 });
      } else if (knob) does({ does: 'knob', position: knob.position, steps: knob.way === 'loosen' ? -1 : 1 });
    }
  }
  return state;
}

describe('practising', () => {
  test.each(keys)('%s: who does as the Bench advises gets it right, and touches no sound part', (lesson) => {
    for (let seed = 1; seed <= casesTried(5); seed++) {
      const state = follow(beginPractice(15, band, chance(seed).next, { lesson }));
      expect(isRight(state, band), `${lesson} ${seed}`).toBe(true);
      expect(state.wrong, `${lesson} ${seed}`).toBe(0);
    }
  });
  test('in a rough shop too it comes right in nearly every exercise, with the case as far off as with an even hand', () => {
    for (const lesson of ['case-loose', 'case-tight', 'case-and-knob'] as const) {
      const ends = Array.from({ length: casesTried(10) }, (_, seed) => {
        const luck = chance(1000 + seed).next;
        return follow(beginPractice(15, band, luck, { lesson, level: 'rough' }), luck);
      });
      expect(ends.filter((state) => isRight(state, band)).length, lesson).toBeGreaterThanOrEqual(
        0.9 * ends.length,
      );
    }
  });
  test('in a rough shop a turn back first takes up the play, a turn changes the pull by the same part, and a pull may be off', () => {
    const start = {
      ...beginPractice(15, band, chance(4).next, { lesson: 'case-tight', level: 'rough' }),
      play: 0.05,
    };
    const turn = (state: PracticeState, turns: number, luck = 0.5) =>
      practise(state, { does: 'screw', turns }, band, () => luck);
    const loosened = turn(start, -0.25);
    // Each quarter turn takes the same part off.
    expect(turn(loosened, -0.25).grams / loosened.grams).toBeCloseTo(loosened.grams / start.grams, 9);
    expect(turn(loosened, 0.05).grams).toBeCloseTo(loosened.grams, 9);
    expect(turn(loosened, 0.3).grams).toBeCloseTo(start.grams, 9);
    // The hand misses by up to 1/32 either way.
    expect(turn(start, -0.25, 0).grams).toBeLessThan(loosened.grams);
    expect(turn(start, -0.25, 1).grams).toBeGreaterThan(loosened.grams);
    const pulls = Array.from({ length: 200 }, (_, seed) => gaugedAt(start, chance(seed).next) - start.grams);
    expect(pulls.filter((off) => Math.abs(off) > 4.6).length).toBeGreaterThan(3);
    expect(pulls.reduce((sum, off) => sum + off, 0) / 200).toBeCloseTo(0, 0);
    const plain = beginPractice(15, band, chance(4).next, { lesson: 'case-tight' });
    expect(gaugedAt(plain, chance(1).next)).toBe(plain.grams);
    expect(practise(plain, { does: 'screw', turns: -0.1 }, band, () => 1).grams).toBeCloseTo(
      plain.grams - plain.slope / 10,
      9,
    );
  });
  test('nothing is right at the start; a fault is not told by its name', () => {
    for (const lesson of keys)
      expect(isRight(beginPractice(12, band, chance(7).next, { lesson }), band)).toBe(false);
  });
  test('the wrong part costs points: the screw is no cure for a swollen side', () => {
    const start = beginPractice(15, band, chance(3).next, { lesson: 'bad-bobbin' });
    const wrong = practise(start, { does: 'screw', turns: -0.25 }, band);
    expect(wrong.wrong).toBe(1);
    expect(practiceScore(practise(start, { does: 'bobbin' }, band))).toBe(10);
    expect(practiceScore(wrong)).toBeLessThan(10);
    expect(start.moves).toEqual([]);
  });
  test('all off the same way is the case, in the block as well', () => {
    const loose = beginPractice(15, band, chance(4).next, { lesson: 'case-loose' });
    const block = readBlock(sewBlock(loose, 'third', band, chance(1).next), 'third', 'bobbin-first');
    expect(block.next).toBe('gauge-case');
    expect(block.common).toBeLessThan(0);
    const one = beginPractice(15, band, chance(4).next, { lesson: 'one-knob' });
    const single = readBlock(sewBlock(one, 'third', band, chance(1).next), 'third', 'bobbin-first');
    expect(single.moves).toHaveLength(1);
    expect(single.moves[0]!.part).toBe('knob');
  });
});
