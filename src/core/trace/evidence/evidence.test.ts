import { describe, expect, test } from 'vitest';
import { readNeedleLabel } from '../../needle/label.ts';
import { defaultNeedleLife } from '../../needle/life.ts';
import type { RunEvent } from '../../run/run-event.ts';
import { finderFor } from '../compile.ts';
import { causeKeys, causeOf, type Cause } from '../../trouble/causes.ts';
import { parts } from '../../trouble/parts.ts';
import { evidenceIn } from './index.ts';
import type { EvidenceInput } from './input.ts';
import { asked, brokeTold, minute, pieceTold, told } from '../../../../tests/support/trace-told.ts';

/** Pieces of 1,000 stitches on each of four positions, and so many breaks on position 9. */
const day = (breaks: number) => [
  ...Array.from({ length: 40 }, (_, index) => pieceTold(index * 10, { 3: 1000, 6: 1000, 9: 1000, 12: 1000 })),
  ...Array.from({ length: breaks }, (_, index) => brokeTold(5 + index * 12, 9)),
];

const clueOf = (key: string, given: EvidenceInput) => evidenceIn(given).find((clue) => clue.key === key);
const ownChance = (given: EvidenceInput, key: string) => {
  const finder = finderFor(evidenceIn(given).filter((clue) => clue.key === key));
  const isOwn = (cause: number) => ['position', 'cone'].includes(parts[causeOf(causeKeys[cause]!).part].sits);
  return finder.states.reduce((sum, state, index) => sum + (state.some(isOwn) ? finder.prior[index]! : 0), 0);
};
const weight = (key: string, cause: Cause, given: EvidenceInput) => clueOf(key, given)?.weights[cause] ?? 1;

describe('evidence from the ledger', () => {
  test('breaks are held against what each position sewed, with their number', () => {
    const given = asked([...day(8), brokeTold(50, 3)]);
    expect(clueOf('where:positions', given)!.says).toBe(
      '8 of 9 breaks on position 9, which sewed 25 % of 160,000 stitches',
    );
    expect(weight('where:positions', 'foot_bent', given)).toBeGreaterThan(
      weight('where:positions', 'case_bent', given),
    );
  });

  test('three breaks weigh less than thirty', () => {
    const none = ownChance(asked(day(0)), 'where:positions');
    const three = ownChance(asked(day(3)), 'where:positions');
    const thirty = ownChance(asked(day(30)), 'where:positions');
    const odds = (chance: number) => chance / (1 - chance);
    expect(odds(three)).toBeGreaterThan(3 * odds(none));
    expect(odds(thirty)).toBeGreaterThan(3 * odds(three));
    // And however many: a ledger may be wrong.
    expect(ownChance(asked(day(200)), 'where:positions')).toBeLessThan(0.9995);
  });

  test('a position that sewed nearly everything says nothing by breaking most', () => {
    const events = [
      ...Array.from({ length: 40 }, (_, index) => pieceTold(index * 10, { 9: 9900, 3: 100 })),
      ...Array.from({ length: 9 }, (_, index) => brokeTold(5 + index * 12, 9)),
    ];
    expect(clueOf('where:positions', asked(events))).toBeUndefined();
  });

  test('as many breaks as its share of the stitches speak for what is shared', () => {
    const events = [
      ...day(0),
      ...[3, 6, 9, 12, 3, 6, 9, 12].map((position, index) => brokeTold(5 + index * 30, position)),
    ];
    expect(ownChance(asked(events), 'where:positions')).toBeLessThan(
      ownChance(asked(day(0)), 'where:positions'),
    );
  });

  test('one head of four: its own parts, not the design', () => {
    const events = [
      ...Array.from({ length: 20 }, (_, index) =>
        told('piece_finished', index * 10, {
          ...{ heads: [1, 2, 3, 4], speed: 800 },
          stops: [{ stop: 1, position: 9, stitches: 1000 }],
        }),
      ),
      ...Array.from({ length: 6 }, (_, index) => brokeTold(5 + index * 12, 9)),
    ];
    const given = asked(events, { heads: 4 });
    expect(clueOf('where:heads', given)!.says).toBe(
      '6 of 6 breaks of position 9 on head 1, one of 4 heads that sew the same',
    );
    expect(weight('where:heads', 'needle_worn', given)).toBeGreaterThan(
      weight('where:heads', 'design', given),
    );
  });

  test('the same place of the design, on several positions: design or seam', () => {
    const events = [
      ...day(0),
      ...[3, 6, 9, 12].map((position, index) =>
        brokeTold(5 + 20 * index, position, 'snap', { stitch: 4200 + 10 * index }),
      ),
    ];
    const given = asked(events);
    expect(clueOf('where:place', given)!.says).toBe(
      '4 of 4 breaks within 300 stitches of one place, near stitch 4,200, on 4 positions',
    );
    expect(weight('where:place', 'design', given)).toBeGreaterThan(
      weight('where:place', 'needle_worn', given),
    );
    expect(
      clueOf('where:place', asked([...day(0), brokeTold(5, 9, 'snap', { stitch: 4200 })])),
    ).toBeUndefined();
  });

  test('what came before the first of them: a needle, a dropped case, an impact', () => {
    const needle = told(
      'needle_fitted',
      100,
      {
        needle: { system: 'DBxK5', sizeMetric: 75, point: 'sharp', eye: 'normal', coating: 'plain' },
        reason: 'worn',
      },
      9,
    );
    const events = [...day(0), needle, brokeTold(111, 9)];
    expect(clueOf('before:needle_change', asked(events))!.says).toBe(
      'A needle change 1,000 stitches before the first of these breaks',
    );
    expect(weight('before:needle_change', 'needle_turned', asked(events))).toBeGreaterThan(5);
    // Long before: it has nothing to do with it.
    expect(clueOf('before:needle_change', asked([...day(0), needle, brokeTold(390, 9)]))).toBeUndefined();
    const dropped = [...day(0), told('case_dropped', 104, { caseId: 'c' }), brokeTold(105, 9)];
    expect(weight('before:case_dropped', 'case_bent', asked(dropped))).toBeGreaterThan(20);
    const struck = [...day(0), told('stop', 104, { why: 'Foot struck the frame' }), brokeTold(105, 9)];
    expect(clueOf('before:impact', asked(struck))).toBeDefined();
    const lunch = [...day(0), told('stop', 104, { why: 'Lunch' }), brokeTold(105, 9)];
    expect(clueOf('before:impact', asked(lunch))).toBeUndefined();
  });

  test('what was taken back counts no more', () => {
    const events = day(8).map((event) =>
      event.kind === 'break' ? ({ ...event, void: true } as RunEvent) : event,
    );
    expect(clueOf('where:positions', asked(events))).toBeUndefined();
  });

  test('the needle: due, new, and put in only since the trace was begun', () => {
    const seat = (stitches: number, fittedAt = minute(-5000)) => ({
      ...{ head: 1, position: 9, cone: null },
      needle: {
        ...{ entryId: 'n', fittedAt, reason: 'worn' as const },
        spec: readNeedleLabel('DBxK5 75/11 sharp').spec,
        age: { stitches, sewingMs: stitches * 75, metallicMs: 0 },
      },
    });
    const given = (stitches: number, fittedAt?: string) =>
      asked(day(1), { seats: [seat(stitches, fittedAt)], begunAt: minute(1900) });
    const most = defaultNeedleLife.hours * 3_600_000;
    expect(weight('record:needle-age', 'needle_worn', given((1.1 * most) / 75))).toBe(2.5);
    expect(weight('record:needle-age', 'needle_worn', given((0.8 * most) / 75))).toBe(1.6);
    expect(weight('record:needle-age', 'needle_worn', given(1000))).toBe(0.5);
    expect(clueOf('record:needle-age', given(0, minute(1950)))).toBeUndefined();
    const unfit = 'The needle here is 65/9 sharp; for stop 1 of this job 80/12 sharp is advised';
    expect(clueOf('record:needle-fit', { ...given(1000), unfit })!.says).toBe(unfit);
    expect(clueOf('record:needle-fit', { ...given(0, minute(1950)), unfit })).toBeUndefined();
  });

  test('the case: never measured, in its band, off, dropped since', () => {
    const measured = (grams: number) => [...day(1), told('case_measured', 450, { grams })];
    expect(weight('record:case', 'case_loose', asked(day(1)))).toBeGreaterThan(1);
    expect(weight('record:case', 'case_loose', asked(measured(27)))).toBeLessThan(1);
    expect(weight('record:case', 'case_loose', asked(measured(12)))).toBe(8);
    expect(weight('record:case', 'case_tight', asked(measured(50)))).toBe(8);
    expect(
      clueOf('record:case', asked([...measured(27), told('case_dropped', 460, { caseId: 'c' })])),
    ).toBeUndefined();
  });

  test('the last test block: this knob, or not', () => {
    const block = (share: number) =>
      told('block_read', 300, {
        columns: [3, 6, 9, 12].map((position) => {
          const bobbin = position === 9 ? share * 10 : 3.3;
          return { position, left: (10 - bobbin) / 2, bobbin, right: (10 - bobbin) / 2 };
        }),
      });
    expect(weight('record:block', 'knob_tight', asked([...day(1), block(0.6)]))).toBe(5);
    expect(weight('record:block', 'knob_loose', asked([...day(1), block(0.1)]))).toBe(5);
    expect(weight('record:block', 'knob_loose', asked([...day(1), block(0.33)]))).toBeLessThan(1);
  });

  test('a ledger that knows nothing gives nothing but that the case was never measured', () => {
    expect(evidenceIn(asked([])).map(({ key }) => key)).toEqual(['record:case']);
  });
});
