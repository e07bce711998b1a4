import { describe, expect, test } from 'vitest';
import { casesTried } from '../../../tests/support/cases-tried.ts';
import { keysOf } from '../../core/base/keys.ts';
import { chance } from '../../core/base/chance.ts';
import type { Symptom } from '../../core/trouble/symptoms.ts';
import { answersOf, stepKeys, stepOf } from '../../core/trouble/steps/index.ts';
import { hiddenCase } from './case.ts';
import { hiddenFaults } from './faults.ts';
import { looksAt, mendsHead, swapped } from './hands.ts';
import { finderWay, search } from './search.ts';
import { showsIn, troubles } from './sewing.ts';
import { soundHead } from './state.ts';

describe('the simulated head with a hidden fault', () => {
  test('a sound head sews: a section of 700 stitches shows nothing in nine of ten', () => {
    expect(showsIn(soundHead(), 700)).toBeLessThan(0.12);
  });

  test('each fault makes something show more often, and the trade’s own symptom among it', () => {
    const sound = troubles(soundHead());
    const expected: Partial<Record<keyof typeof hiddenFaults, Symptom>> = {
      ...{ wheel_stuck: 'false_stop', lever_missed: 'nest', case_bent: 'uneven', hook_dry: 'noise' },
      ...{ needle_worn: 'shred', needle_low: 'skip', centring: 'needle_broke', backing: 'pucker' },
    };
    for (const fault of keysOf(expected)) {
      const symptom = expected[fault]!;
      const head = soundHead();
      hiddenFaults[fault].strike(head, chance(5));
      expect(troubles(head)[symptom], fault).toBeGreaterThan(sound[symptom] + 0.5);
    }
  });

  test('every look and repair of the trade can be done at it, and answers as its record says', () => {
    for (const step of stepKeys) {
      const { kind } = stepOf(step);
      if (kind === 'look') {
        const answer = looksAt[step]!(soundHead(), chance(1));
        expect(Object.keys(answersOf(step)), step).toContain(answer);
      }
      if (kind === 'repair') expect(mendsHead[step], step).toBeTypeOf('function');
    }
  });

  test('every fault can be mended by something but a technician’s own', () => {
    for (const fault of keysOf(hiddenFaults)) {
      if (['timing', 'centring'].includes(fault)) continue;
      const mended = stepKeys.some((step) => {
        const head = soundHead();
        const draw = chance(9);
        hiddenFaults[fault].strike(head, draw);
        mendsHead[step]?.(head, draw);
        return showsIn(head, 700) < 0.25;
      });
      expect(mended, fault).toBe(true);
    }
  });

  test('the moved cone takes the thread along and leaves the position’s own parts behind', () => {
    const worn = soundHead();
    worn.needle.worn = 1;
    expect(showsIn(swapped(worn, 'neighbour', true), 700)).toBeLessThan(0.15);
    const dry = soundHead();
    dry.thread.badBatch = 1;
    expect(showsIn(swapped(dry, 'neighbour', true), 700)).toBeGreaterThan(0.6);
    const slim = soundHead();
    slim.needle.slim = 1;
    expect(showsIn(swapped(slim, 'neighbour', true), 700)).toBeGreaterThan(0.6);
    expect(showsIn(swapped(slim, 'neighbour', false), 700)).toBeLessThan(0.15);
  });

  test('the same seed is the same case, and about one in twelve has two faults', () => {
    const one = hiddenCase(11, { wrong: 0 });
    const again = hiddenCase(11, { wrong: 0 });
    expect([one.truth, one.seen, one.answer('look_needle')]).toEqual([
      again.truth,
      again.seen,
      again.answer('look_needle'),
    ]);
    const two = Array.from({ length: 600 }, (_, seed) => hiddenCase(seed + 1, { wrong: 0 }).truth.length);
    const share = two.filter((count) => count === 2).length / two.length;
    expect(share).toBeGreaterThan(0.04);
    expect(share).toBeLessThan(0.13);
  });

  test('of many hidden faults the finder mends nearly all, and names most', () => {
    const outcomes = Array.from({ length: casesTried(24) }, (_, index) => {
      const hidden = hiddenCase(500_000 + index, { wrong: 0 });
      const { named, isTechnician } = search(hidden, finderWay);
      return { isTechnician, isRight: named !== null && hidden.truth.includes(named) };
    });
    expect(outcomes.filter(({ isTechnician }) => isTechnician).length).toBeLessThan(0.1 * outcomes.length);
    expect(outcomes.filter(({ isRight }) => isRight).length).toBeGreaterThan(0.8 * outcomes.length);
  });
});
