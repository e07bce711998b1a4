import jStat from 'jstat';
import { describe, expect, it } from 'vitest';
import type { EventOfCase } from './life.ts';
import { platePairs } from './plate-pairs.ts';
import { normal } from '../../../../tools/made/normal.ts';
import { chance } from '../../base/chance.ts';
import { fromPlate, learnFriction, plateAngle, studentFactor } from './belief/scale.ts';

const at = (minute: number) => new Date(Date.UTC(2026, 5, 1, 8, minute)).toISOString();
const read = (
  minute: number,
  data: Extract<EventOfCase, { kind: 'case_measured' }>['data'],
): EventOfCase => ({ kind: 'case_measured', at: at(minute), data });

describe('readings taken both ways', () => {
  it('pairs a plate reading with the case gauge, in either order, each reading once', () => {
    const life = [
      read(0, { grams: 30, by: 'case-gauge' }),
      read(1, { grams: 29, by: 'plate', plateGrams: 35 }),
      read(2, { grams: 31, by: 'case-gauge' }),
    ];
    expect(platePairs(life)).toEqual([{ caseGrams: 30, plateGrams: 35 }]);
    expect(
      platePairs([
        read(0, { grams: 29, by: 'plate', plateGrams: 35 }),
        read(1, { grams: 31, by: 'case-gauge' }),
      ]),
    ).toEqual([{ caseGrams: 31, plateGrams: 35 }]);
  });

  it('pairs nothing across a turn of the screw, another bobbin thread, a day, or a slip', () => {
    const plate = { grams: 29, by: 'plate', plateGrams: 35 } as const;
    const own = { grams: 30, by: 'case-gauge' } as const;
    const turned: EventOfCase = { kind: 'screw_turned', at: at(1), data: { caseId: 'c', turns: 0.125 } };
    expect(platePairs([read(0, own), turned, read(2, plate)])).toEqual([]);
    expect(platePairs([read(0, { ...own, bobbinKindId: 'x' }), read(1, plate)])).toEqual([]);
    expect(platePairs([read(0, own), read(25 * 60, plate)])).toEqual([]);
    expect(platePairs([read(0, { ...own, grams: 75 }), read(1, plate)])).toEqual([]);
    // A little below is the gauge's error: leaving it out would raise the friction.
    expect(platePairs([read(0, { ...own, grams: 36 }), read(1, plate)])).toHaveLength(1);
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

  it('its interval holds the truth 93 to 97 times in 100, and after eight pairs it is off by less than 0.01 on average', () => {
    for (const mu of [0.05, 0.1, 0.25])
      for (const noise of [1, 1.5, 2.5]) {
        const luck = chance(Math.round(1000 * mu + noise));
        let [held, off] = [0, 0];
        const runs = 3000;
        for (let run = 0; run < runs; run++) {
          const pairs = Array.from({ length: 8 }, () => {
            const grams = luck.between(22, 40);
            return {
              caseGrams: grams + noise * normal(luck),
              plateGrams: grams * Math.exp(mu * plateAngle) + noise * normal(luck),
            };
          });
          const learnt = learnFriction(pairs);
          held += Number(Math.abs(learnt.mu - mu) < 1.96 * learnt.spread) / runs;
          off += (learnt.mu - mu) / runs;
        }
        expect(Math.abs(off), `μ ${mu}, noise ${noise}`).toBeLessThan(0.01);
        expect(held, `μ ${mu}, noise ${noise}`).toBeGreaterThan(0.93);
        expect(held, `μ ${mu}, noise ${noise}`).toBeLessThan(0.975);
      }
  });

  it('Student’s point over the normal one is the package’s, to a fiftieth from three degrees on', () => {
    for (const degrees of [3, 4, 6, 10, 30, 200])
      expect(studentFactor(degrees)).toBeCloseTo(jStat.studentt.inv(0.975, degrees) / 1.959964, 1.4);
  });
});
