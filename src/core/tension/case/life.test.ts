import { expect, test } from 'vitest';
import { caseDue } from './due.ts';
import { sinceFall } from './case-health.ts';
import { gaugesDisagree } from './gauges.ts';
import { beliefOverLife, stepsOf, informativeSteps, workshopCases, type EventOfCase } from './life.ts';
import { usualFriction } from './belief/scale.ts';
import { beliefOf, followCase, type CaseStep } from './belief/screw.ts';

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
    { is: 'reading', grams: 34, days: 3 },
  ]);
  expect(stepsOf([...life, dropped(5), measured(6, 50)], white)).toEqual([
    { is: 'reading', grams: 50, days: 2 },
  ]);
});

test('of a long run of readings those next to a turn are followed, and the newest; the days between are kept', () => {
  const readings = (from: number, count: number): CaseStep[] =>
    Array.from({ length: count }, (_, k) => ({ is: 'reading', grams: from + k, days: 1 }));
  const turn: CaseStep = { is: 'turn', turns: -0.25 };
  const told = (steps: readonly CaseStep[], last?: number) =>
    informativeSteps(steps, last).map((step) => (step.is === 'turn' ? '|' : `${step.grams}+${step.days}`));
  expect(told(readings(1, 14))).toEqual(['5+5', ...[6, 7, 8, 9, 10, 11, 12, 13, 14].map((grams) => `${grams}+1`)]); // prettier-ignore
  expect(told([...readings(1, 3), turn, ...readings(11, 7), turn, ...readings(21, 13)])).toEqual([
    ...['2+2', '3+1', '|', '11+1', '12+1', '16+4', '17+1', '|', '21+1', '22+1', '24+2'],
    ...[25, 26, 27, 28, 29, 30, 31, 32, 33].map((grams) => `${grams}+1`),
  ]);
  expect(told([...readings(1, 9), turn, ...readings(11, 5)], 2)).toEqual(['8+8', '9+1', '|', '11+1', '12+1', '14+2', '15+1']); // prettier-ignore
  expect(told([turn, turn, ...readings(1, 1)])).toEqual(['|', '|', '1+1']);
  expect(told([])).toEqual([]);
});
test('a case is believed to be what all of its readings say, though not all of them are followed', () => {
  const steps: CaseStep[] = [];
  let grams = 44;
  for (let k = 0; k < 48; k++) {
    if (k === 12 || k === 20) {
      steps.push({ is: 'turn', turns: -0.125 });
      grams *= 0.8;
    }
    steps.push({ is: 'reading', grams: grams + 1.4 * Math.sin(7 * k), days: 1 });
  }
  const [all, some] = [followCase(steps)!, followCase(informativeSteps(steps))!];
  expect(informativeSteps(steps).length).toBeLessThan(24);
  expect(Math.abs(some.grams - all.grams)).toBeLessThan(all.gramsSd / 3);
  expect(Math.abs(some.slope - all.slope)).toBeLessThan(all.slopeSd / 3);
  expect(some.gramsSd / all.gramsSd).toBeLessThan(1.2);
});

test('a case that fell and reads otherwise is likely bent; the screw or another thread between them says nothing', () => {
  const names = (...life: EventOfCase[]) => sinceFall(life, white).map(({ name }) => name);
  expect(names(measured(1, 27), dropped(2), measured(3, 36))).toEqual(['fell']);
  expect(names(measured(1, 27), dropped(2), measured(3, 28))).toEqual([]);
  expect(names(measured(1, 27), dropped(2), turned(3, 0.1), measured(4, 36))).toEqual([]);
  expect(names(measured(1, 27, 'black'), dropped(2), measured(3, 36))).toEqual([]);
});

test('what the workshop’s cases showed moves what is thought of another, and does not decide it', () => {
  const weak = (offset: number) => [
    measured(1, 60 + offset),
    turned(1, -0.25),
    measured(1, 57 + offset),
    turned(1, -0.25),
    measured(1, 54 + offset),
  ];
  const one = [measured(2, 40)];
  const alone = beliefOf(beliefOverLife(one, white))!.slope;
  const among = beliefOf(
    beliefOverLife(one, white, workshopCases([weak(0), weak(3), weak(6)]).screws),
  )!.slope;
  expect(among).toBeLessThan(alone * 0.85);
  expect(among).toBeGreaterThan(alone * 0.4);
  // Cases that were only read, and none at all, change nothing.
  expect(
    beliefOf(beliefOverLife(one, white, workshopCases([[measured(1, 30)], []]).screws))!.slope,
  ).toBeCloseTo(alone, 9);
});

test('two gauges that disagree are told with what would fit', () => {
  const pair = (grams: number, plateGrams: number): EventOfCase[] => [
    { kind: 'case_measured', at: at(1), data: { grams, caseId: 'A', bobbinKindId: white, by: 'case-gauge' } },
    {
      kind: 'case_measured',
      at: at(1),
      data: { grams, caseId: 'A', bobbinKindId: white, by: 'plate', plateGrams },
    },
  ];
  const friction = { mu: 0.1, spread: 0.02, pairs: 8 };
  expect(gaugesDisagree(pair(30, 35), friction)).toEqual([]);
  const [fault] = gaugesDisagree(pair(30, 52), friction);
  expect(fault!.name).toBe('gauges');
  expect(fault!.says).toContain(
    '52.0 g through the plate and 30.0 g at the case do not go together: about 35.1 g would',
  );
  // While little is known of the plate it is the plate that is learnt.
  expect(gaugesDisagree(pair(30, 42), usualFriction)).toEqual([]);
});

test('what a screw showed with one thread is known with another; a fall begins anew', () => {
  const taught = [measured(1, 60), turned(1, -0.25), measured(1, 57), turned(1, -0.25), measured(1, 54)];
  const own = beliefOf(beliefOverLife([...taught, measured(2, 40, 'black')], 'black'))!;
  const alone = beliefOf(beliefOverLife([measured(2, 40, 'black')], 'black'))!;
  expect(own.slope).toBeLessThan(alone.slope / 1.5);
  expect(beliefOverLife([...taught, dropped(3)], white).isKnown).toBe(false);
});
