import { describe, expect, test } from 'vitest';
import { chance } from '../../base/chance.ts';
import { readBlock } from './block.ts';
import {
  beginPractice,
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
import { followCase, type CaseStep } from '../case/screw.ts';
import { bandOf } from '../targets.ts';

const band = bandOf('25-30');
const keys = Object.keys(lessons) as LessonKey[];

/** A trainee who does what the Bench advises. */
function follow(start: PracticeState): PracticeState {
  let state = start;
  const steps: CaseStep[] = [];
  const does = (move: PracticeMove) => (state = practise(state, move, band));
  for (let round = 0; round < 40 && !isRight(state, band); round++) {
    if (state.lint) does({ does: 'clean' });
    else if (state.bobbinBad) does({ does: 'bobbin' });
    else if (state.caseBent) does({ does: 'case' });
    else {
      steps.push({ is: 'reading', grams: state.grams });
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
    for (let seed = 1; seed <= 20; seed++) {
      const state = follow(beginPractice(15, band, chance(seed).next, lesson));
      expect(isRight(state, band), `${lesson} ${seed}`).toBe(true);
      expect(state.wrong, `${lesson} ${seed}`).toBe(0);
    }
  });
  test('nothing is right at the start; a fault is not told by its name', () => {
    for (const lesson of keys)
      expect(isRight(beginPractice(12, band, chance(7).next, lesson), band)).toBe(false);
  });
  test('the wrong part costs points: the screw is no cure for a swollen side', () => {
    const start = beginPractice(15, band, chance(3).next, 'bad-bobbin');
    const wrong = practise(start, { does: 'screw', turns: -0.25 }, band);
    expect(wrong.wrong).toBe(1);
    expect(practiceScore(practise(start, { does: 'bobbin' }, band))).toBe(10);
    expect(practiceScore(wrong)).toBeLessThan(10);
    expect(start.moves).toEqual([]);
  });
  test('all off the same way is the case, in the block as well', () => {
    const loose = beginPractice(15, band, chance(4).next, 'case-loose');
    const block = readBlock(sewBlock(loose, 'third', band, chance(1).next), 'third', 'bobbin-first');
    expect(block.moves).toEqual([{ part: 'case', way: 'tighten' }]);
    const one = beginPractice(15, band, chance(4).next, 'one-knob');
    const single = readBlock(sewBlock(one, 'third', band, chance(1).next), 'third', 'bobbin-first');
    expect(single.moves).toHaveLength(1);
    expect(single.moves[0]!.part).toBe('knob');
  });
});
