import { describe, expect, it } from 'vitest';
import type { EventOfCase } from './life.ts';
import { platePairs } from './plate-pairs.ts';
import { fromPlate, learnFriction, plateAngle } from './scale.ts';

const at = (minute: number) => new Date(Date.UTC(2026, 5, 1, 8, minute)).toISOString();
const read = (
  minute: number,
  data: Extract<EventOfCase, { kind: 'case_measured' }>['data'],
): EventOfCase => ({ kind: 'case_measured', at: at(minute), data });

describe('readings taken both ways', () => {
  it('pairs a plate reading with the case gauge, in either order', () => {
    const life = [
      read(0, { grams: 30, by: 'case-gauge' }),
      read(1, { grams: 29, by: 'plate', plateGrams: 35 }),
      read(2, { grams: 31, by: 'case-gauge' }),
    ];
    expect(platePairs(life)).toEqual([
      { caseGrams: 30, plateGrams: 35 },
      { caseGrams: 31, plateGrams: 35 },
    ]);
  });

  it('pairs nothing across a turn of the screw, another bobbin thread, a day, or a slip', () => {
    const plate = { grams: 29, by: 'plate', plateGrams: 35 } as const;
    const own = { grams: 30, by: 'case-gauge' } as const;
    const turned: EventOfCase = { kind: 'screw_turned', at: at(1), data: { caseId: 'c', turns: 0.125 } };
    expect(platePairs([read(0, own), turned, read(2, plate)])).toEqual([]);
    expect(platePairs([read(0, { ...own, bobbinKindId: 'x' }), read(1, plate)])).toEqual([]);
    expect(platePairs([read(0, own), read(25 * 60, plate)])).toEqual([]);
    expect(platePairs([read(0, { ...own, grams: 36 }), read(1, plate)])).toEqual([]);
  });

  it('learns the friction that made them (Euler–Eytelwein: T2 = T1·e^(μθ))', () => {
    const mu = 0.16;
    const pairs = [24, 28, 30, 33, 36].map((caseGrams) => ({
      caseGrams,
      plateGrams: caseGrams * Math.exp(mu * plateAngle),
    }));
    const learnt = learnFriction(pairs);
    expect(learnt.mu).toBeCloseTo(mu, 2);
    expect(fromPlate(pairs[2]!.plateGrams, learnt).grams).toBeCloseTo(30, 0);
  });
});
