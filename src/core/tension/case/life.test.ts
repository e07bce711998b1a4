import { expect, test } from 'vitest';
import { caseDue } from './due.ts';
import { sinceFall } from './case-health.ts';
import { followedLife, stepsOf, type EventOfCase } from './life.ts';
import { beliefOf } from './screw.ts';

const white = 'white';
const at = (day: number) => `2026-11-${String(day).padStart(2, '0')}T08:00:00.000Z`;
const measured = (day: number, grams: number, bobbinKindId: string | null = white): EventOfCase => ({
  kind: 'case_measured',
  at: at(day),
  data: { grams, caseId: 'A', bobbinKindId },
});
const turned = (day: number, turns: number): EventOfCase => ({
  kind: 'screw_turned',
  at: at(day),
  data: { caseId: 'A', turns },
});
const dropped = (day: number): EventOfCase => ({ kind: 'case_dropped', at: at(day), data: { caseId: 'A' } });
const asked = { now: at(20), everyDays: 7, bobbinKindId: white };

// Measure at every change of bobbin thread, after a fall, and by the shop's interval: common practice.
test('a case is due when it was never measured, fell, has another thread, or its time is over', () => {
  expect(caseDue([], asked)).toEqual(['not measured yet']);
  expect(caseDue([measured(18, 28)], asked)).toEqual([]);
  expect(caseDue([measured(10, 28)], asked)).toEqual(['last measured 10 days ago']);
  expect(caseDue([measured(18, 28), dropped(19)], asked)).toEqual(['dropped since it was measured']);
  expect(caseDue([dropped(17), measured(18, 28)], asked)).toEqual([]);
  expect(caseDue([measured(18, 28, 'black')], asked)).toEqual(['measured with another bobbin thread']);
  expect(caseDue([measured(18, 28), turned(18, 0.1)], asked)).toEqual(['screw turned since it was measured']);
});
test('readings with another thread do not count for the screw, its turns do; a fall begins anew', () => {
  const life = [measured(1, 40), turned(2, -0.1), measured(3, 70, 'black'), measured(4, 34)];
  expect(stepsOf(life, white)).toEqual([
    { is: 'reading', grams: 40, days: 0 },
    { is: 'turn', turns: -0.1 },
    { is: 'reading', grams: 34, days: 2 },
  ]);
  expect(stepsOf([...life, dropped(5), measured(6, 50)], white)).toEqual([
    { is: 'reading', grams: 50, days: 2 },
  ]);
});

test('a case that fell and reads otherwise is likely bent; the screw or another thread between them says nothing', () => {
  const names = (...life: EventOfCase[]) => sinceFall(life, white).map(({ name }) => name);
  expect(names(measured(1, 27), dropped(2), measured(3, 36))).toEqual(['fell']);
  expect(names(measured(1, 27), dropped(2), measured(3, 28))).toEqual([]);
  expect(names(measured(1, 27), dropped(2), turned(3, 0.1), measured(4, 36))).toEqual([]);
  expect(names(measured(1, 27, 'black'), dropped(2), measured(3, 36))).toEqual([]);
});

test('what a screw showed with one thread is known with another; a fall begins anew', () => {
  const taught = [measured(1, 60), turned(1, -0.25), measured(1, 57), turned(1, -0.25), measured(1, 54)];
  const own = beliefOf(followedLife([...taught, measured(2, 40, 'black')], 'black'))!;
  const alone = beliefOf(followedLife([measured(2, 40, 'black')], 'black'))!;
  expect(own.slope).toBeLessThan(alone.slope / 1.5);
  expect(followedLife([...taught, dropped(3)], white).isKnown).toBe(false);
});
