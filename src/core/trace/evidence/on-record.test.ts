import { describe, expect, test } from 'vitest';
import { asked, brokeTold, minute, pieceTold, told } from '../../../../tests/support/trace-told.ts';
import type { Seat } from '../../ledger/head-now.ts';
import { readNeedleLabel } from '../../needle/label.ts';
import { defaultNeedleLife } from '../../needle/life.ts';
import type { RunEvent } from '../../run/run-event.ts';
import type { Cause } from '../../trouble/causes.ts';
import { onsets } from '../../trouble/onsets.ts';
import { before } from './before.ts';
import { evidenceOf, type EvidenceInput } from './input.ts';
import { blockShare, caseReading, needleAge, needleFit, speed, threadAge } from './on-record.ts';

const evidence = (events: RunEvent[], more: Partial<EvidenceInput> = {}) => evidenceOf(asked(events, more));
/** What one kind of evidence says: a sentence and its weights, or nothing. */
const first = ([clue]: readonly { says: string; weights: object }[]) =>
  clue && ({ says: clue.says, ...clue.weights } as { says: string } & Partial<Record<Cause, number>>);

describe('what came before the first break', () => {
  const keys = (events: RunEvent[], more: Partial<EvidenceInput> = {}) =>
    before(evidence(events, more)).map(({ key }) => key.replace('before:', ''));
  const needle = { needle: { system: 'DBxK5', sizeMetric: 75 }, reason: 'worn' };
  const broke = brokeTold(100, 9);

  test('each of its kinds, at this seat', () => {
    expect(keys([told('needle_fitted', 90, needle, 9), broke])).toEqual(['needle_change']);
    expect(keys([told('cone_mounted', 90, { threadId: 'blue' }, 9), broke])).toEqual(['new_cone']);
    expect(keys([brokeTold(90, 3, 'bobbin_out'), broke])).toEqual(['new_bobbin']);
    expect(keys([told('screw_turned', 90, { caseId: 'c', turns: 0.25 }), broke])).toEqual(['screw_turned']);
    expect(keys([told('case_dropped', 90, { caseId: 'c' }), broke])).toEqual(['case_dropped']);
    expect(keys([told('stop', 90, { why: 'needle struck the hoop' }), broke])).toEqual(['impact']);
    expect(keys([told('note', 90, { text: 'The foot struck the frame' }, 9), broke])).toEqual(['impact']);
    for (const item of ['oil_hook', 'tails', 'clean_race'])
      expect(keys([told('check_done', 90, { item, state: 'done' }), broke])).toEqual(['cleaned']);
  });
  test('not at another position or head, not undone, not afterwards, not another item', () => {
    expect(keys([told('needle_fitted', 90, needle, 3), broke])).toEqual([]);
    expect(keys([told('needle_fitted', 90, needle, 9, { head: 2 }), broke])).toEqual([]);
    expect(keys([told('cone_mounted', 90, { threadId: 'blue' }, 3), broke])).toEqual([]);
    expect(keys([brokeTold(90, 9, 'bobbin_out', {}, { head: 2 }), broke])).toEqual([]);
    expect(keys([brokeTold(90, 3, 'snap'), broke])).toEqual([]);
    expect(keys([told('stop', 90, { why: 'Lunch' }), broke])).toEqual([]);
    expect(keys([told('note', 90, { text: 'The foot struck the frame' }, 3), broke])).toEqual([]);
    expect(keys([told('case_dropped', 90, { caseId: 'c' }, null, { void: true }), broke])).toEqual([]);
    expect(keys([broke, told('case_dropped', 101, { caseId: 'c' })])).toEqual([]);
    expect(keys([told('case_dropped', 100, { caseId: 'c' }), broke])).toEqual([]);
    expect(keys([told('check_done', 90, { item: 'hoop', state: 'done' }), broke])).toEqual([]);
    expect(keys([told('check_done', 90, { item: 'oil_hook', state: 'skipped' }), broke])).toEqual([]);
    // Without a break there is nothing that it came before.
    expect(keys([told('case_dropped', 90, { caseId: 'c' })])).toEqual([]);
  });
  test('as long as 4,000 stitches of this seat; the newest of several counts', () => {
    const dropped = (at: number) => told('case_dropped', at, { caseId: 'c' });
    expect(keys([dropped(90), pieceTold(95, { 9: 4000, 3: 9000 }), broke])).toEqual(['case_dropped']);
    expect(keys([dropped(90), pieceTold(95, { 9: 4001 }), broke])).toEqual([]);
    expect(keys([dropped(90), pieceTold(95, { 9: 4001 }), dropped(97), broke])).toEqual(['case_dropped']);
    const [clue] = before(evidence([dropped(90), pieceTold(95, { 9: 1200 }), broke]));
    expect(clue!.says).toBe('The case fell 1,200 stitches before the first of these breaks');
  });
  test('it weighs by half: it may be chance', () => {
    const [clue] = before(evidence([told('screw_turned', 90, { caseId: 'c', turns: 0.25 }), broke]));
    expect(clue!.weights).toEqual({ case_loose: 1 + (onsets.screw_turned.raises.case_loose - 1) / 2, case_tight: 7.5 });
    expect(clue!.weights.case_loose).toBe(7.5);
  }); // prettier-ignore
  test('eight hours without a stitch are a rest', () => {
    const rest = (minutes: number, more: object = {}) =>
      before(evidence([{ ...pieceTold(0, { 3: 10 }), ...more } as RunEvent, brokeTold(minutes, 9)]));
    expect(rest(479)).toEqual([]);
    expect(rest(480)[0]!.says).toBe('The first of these breaks came after 8 hours without a stitch');
    expect(rest(480, { void: true })).toEqual([]);
    expect(rest(600)[0]!.key).toBe('before:rest');
  });
});

const seat = (more: { stitches?: number; fittedAt?: string; mountedAt?: string }): Seat =>
  ({
    ...{ head: 1, position: 9 },
    needle:
      more.stitches === undefined
        ? null
        : {
            ...{ entryId: 'n', fittedAt: more.fittedAt ?? minute(-100), reason: 'worn' },
            spec: readNeedleLabel('DBxK5 75/11 sharp').spec,
            age: { stitches: more.stitches, sewingMs: more.stitches * 75, metallicMs: 0 },
          },
    cone: more.mountedAt === undefined ? null : { threadId: 'blue', mountedAt: more.mountedAt },
  }) as Seat;
const life = { ...defaultNeedleLife, school: 'stitches' as const, stitches: 100_000 };

describe('the needle', () => {
  const age = (stitches: number, needleLife: EvidenceInput['needleLife'] = life, more: Partial<EvidenceInput> = {}) =>
    first(needleAge(asked([], { seats: [seat({ stitches })], needleLife, ...more }))); // prettier-ignore
  test('its part of its life: new, in between, nearly due, over it', () => {
    expect(age(9_999)).toMatchObject({ needle_worn: 0.5 });
    expect(age(10_000)).toBeUndefined();
    expect(age(69_999)).toBeUndefined();
    expect(age(70_000)).toMatchObject({ needle_worn: 1.6 });
    expect(age(99_999)).toMatchObject({ needle_worn: 1.6 });
    expect(age(100_000)).toEqual({
      says: 'The needle, 75/11 sharp, is at 100 % of its life (100,000 stitches)',
      needle_worn: 2.5,
    });
  });
  test('kept until it gives trouble: only a new one says something', () => {
    const kept = { ...life, school: 'until-trouble' as const };
    expect(age(4_999, kept)).toEqual({
      says: 'The needle, 75/11 sharp, has sewn only 4,999 stitches',
      needle_worn: 0.5,
    });
    expect(age(5_000, kept)).toBeUndefined();
  });
  test('put in since the trace was begun it says nothing; at its very beginning it does', () => {
    expect(age(100_000, life, { begunAt: minute(-99) })).toBeDefined();
    expect(age(100_000, life, { begunAt: minute(-100) })).toBeDefined();
    expect(age(100_000, life, { begunAt: minute(-101) })).toBeUndefined();
    expect(first(needleAge(asked([], { seats: [] })))).toBeUndefined();
  });
  test('of another kind than is advised', () => {
    const fit = (unfit: string | null, begunAt: string | null = null) =>
      first(needleFit(asked([], { seats: [seat({ stitches: 1 })], unfit, begunAt })));
    expect(fit('75 instead of 90')).toEqual({
      ...{ says: '75 instead of 90', needle_thin: 5, needle_for_thread: 4, needle_point: 4 },
    });
    expect(fit(null)).toBeUndefined();
    expect(fit('75 instead of 90', minute(-101))).toBeUndefined();
    expect(first(needleFit(asked([], { unfit: 'no needle is known' })))).toBeDefined();
  });
});

describe('thread, case and block', () => {
  test('a cone that has sat there for half a year', () => {
    const day = 1440;
    const age = (days: number, begunAt: string | null = null) =>
      first(threadAge(asked([], { seats: [seat({ mountedAt: minute(2000 - days * day) })], begunAt })));
    expect(age(179.9)).toBeUndefined();
    expect(age(180)).toEqual({ says: 'The cone has sat here for 180 days', thread_old: 3 });
    expect(age(200, minute(-300_000))).toBeUndefined();
    expect(first(threadAge(asked([], { seats: [seat({})] })))).toBeUndefined();
  });
  test('the case as it was read last', () => {
    const read = (data: object, ...later: RunEvent[]) =>
      first(caseReading(asked([told('case_measured', 10, data), ...later])));
    expect(read({ grams: 17.99 })).toMatchObject({ case_loose: 8, case_lint: 3, case_tight: 0.2 });
    // The Bench's own words, by what the workshop calls right; what is only a little off weighs little.
    expect(read({ grams: 27 })).toMatchObject({ case_loose: 0.3, case_tight: 0.3, case_bent: 0.6, case_lint: 0.6 }); // prettier-ignore
    expect([25, 30, 27].map((grams) => read({ grams })!.says)).toEqual(
      [25, 30, 27].map((grams) => `The bobbin case read ${grams} g: right`),
    );
    expect(read({ grams: 35 })).toMatchObject({ says: 'The bobbin case read 35 g: on the tight side, tolerable', case_tight: 0.3 }); // prettier-ignore
    expect(read({ grams: 20 })).toEqual({ says: 'The bobbin case read 20 g: loose', case_loose: 1.5 });
    expect(read({ grams: 38.04 })).toMatchObject({ case_tight: 8, case_loose: 0.2 });
    expect(read({ grams: 27, verdict: 'out-of-round' })).toEqual({
      ...{ says: 'The bobbin case read 27 g, stiff once a turn', case_bent: 30, bobbin_swollen: 5 },
    });
    // Turned or fallen since, it may be anything; a reading that was taken back is none.
    expect(read({ grams: 27 }, told('screw_turned', 11, {}))).toBeUndefined();
    expect(read({ grams: 27 }, told('case_dropped', 11, {}))).toBeUndefined();
    expect(read({ grams: 27 }, told('screw_turned', 9, {}))).toBeDefined();
    expect(read({ grams: 27 }, told('case_measured', 11, { grams: 12 }, null, { void: true }))).toMatchObject({ case_loose: 0.3 }); // prettier-ignore
    expect(first(caseReading(asked([])))).toMatchObject({ case_loose: 1.6, case_tight: 1.6, case_lint: 1.3 });
  });
  test('only the case that is in counts; what was read of another says nothing of this head', () => {
    const put = (caseId: string | null) => told('case_fitted', 5, { caseId }, 1);
    const readOf = (grams: number, at: number, caseId?: string) =>
      told('case_measured', at, { grams, caseId });
    const clue = (...events: RunEvent[]) =>
      caseReading({ ...asked(events), caseName: (id) => `case ${id}` })[0];
    expect(clue(put('A'), readOf(27, 10, 'A'), readOf(60, 12, 'B'))?.says).toBe('Case A read 27 g: right');
    expect(clue(put('A'), readOf(60, 12, 'B'))?.says).toBe(
      'Case A was never measured, as far as is on record here',
    );
    expect(clue(put('A'), readOf(28, 12))?.says).toBe('Case A read 28 g: right');
    expect(clue(readOf(27, 10, 'A'), readOf(60, 12, 'B'))?.says).toMatch(/^The bobbin case read 60 g/);
  });
  test('this position’s share of a block against the middle one', () => {
    const block = (shares: readonly number[], more: object = {}, at = 10) =>
      told('block_read', at, {
        columns: shares.map((share, k) => ({ position: 9 - k, left: 3 * (1 - share), bobbin: 10 * share, right: 7 * (1 - share), ...more })),
      });
    const read = (...events: RunEvent[]) => first(blockShare(asked(events)));
    expect(read(block([0.5, 0.3, 0.4]))).toEqual({
      ...{ says: 'Test block: 50 % bobbin on position 9, 40 % in the middle of the block', knob_tight: 5, cone_caught: 1.5, knob_loose: 0.3 },
    });
    expect(read(block([0.2, 0.3, 0.4]))).toMatchObject({ knob_loose: 5, discs_lint: 2.5, guide_missed: 1.5, knob_tight: 0.3 });
    expect(read(block([0.35, 0.3, 0.4]))).toMatchObject({ knob_loose: 0.4, knob_tight: 0.4, discs_lint: 0.6 });
    // Eight hundredths off is not its own matter yet.
    expect(read(block([0.375, 0.3, 0.25]))).toMatchObject({ knob_loose: 0.4 });
    expect(read(block([0.39, 0.3, 0.25]))).toMatchObject({ knob_tight: 5 });
    expect(read(block([0.5, 0.3]))).toBeUndefined();
    expect(read(block([0.5, 0.3, 0.4], { position: 2 }))).toBeUndefined();
    expect(read(block([0.5, 0.3, 0.4], { left: 0, bobbin: 0, right: 0 }))).toBeUndefined();
    // The newest block.
    expect(read(block([0.2, 0.3, 0.4], {}, 30), block([0.5, 0.3, 0.4]))).toMatchObject({ knob_loose: 5 });
    expect(read()).toBeUndefined();
  }); // prettier-ignore
});

describe('how fast it sewed', () => {
  const slow = [1, 2].map((at) => pieceTold(10 * at, { 9: 1000, 3: 500 }, 600));
  const fast = [3, 4].map((at) => pieceTold(10 * at, { 9: 500 }, 900));
  const at = (...minutes: number[]) => minutes.map((one) => brokeTold(one, 9));
  const read = (...events: RunEvent[]) => first(speed(evidence(events)));
  test('breaks above the middle speed against what was sewn so fast: by the piece that was finished next', () => {
    const found = read(...slow, ...fast, ...at(25, 35, 15, 30))!;
    // The middle of 600, 600, 900, 900 is 750; of 3,000 stitches 1,000 were faster.
    expect(found.says).toBe('3 of 4 breaks above 750 stitches/min, at which 33 % was sewn');
    expect(found['too_fast']).toBeCloseTo((3.5 / 5 / (1 / 3)) ** 1, 9);
    // In whatever order the pieces come; a break at the very end of a piece is of it.
    expect(read(...[...fast, ...slow].reverse(), ...at(25, 35, 15, 30))!.says).toBe(found.says);
    expect(read(...fast, ...slow, ...at(25, 35, 15, 20))!.says).toMatch(/^2 of 4 breaks/);
    // Many breaks weigh more, up to the third power; within 0.1 and 20.
    expect(read(...slow, ...fast, ...at(21, 22, 23, 24, 25, 26, 27, 28))!['too_fast']).toBeCloseTo((8.5 / 9 / (1 / 3)) ** 2, 9);
    expect(read(...slow, ...fast, ...at(...Array.from({ length: 20 }, (_, k) => 20.2 + k / 4)))!['too_fast']).toBe(20);
    expect(read(...slow, ...fast, ...at(...Array.from({ length: 20 }, (_, k) => 2 + k / 4)))!['too_fast']).toBe(0.1);
  }); // prettier-ignore
  test('nothing where speeds differ by under 100, or fewer than two breaks are known, or nearly all was sewn alike', () => {
    const near = [pieceTold(10, { 9: 1000 }, 700), pieceTold(20, { 9: 1000 }, 799)];
    expect(read(...near, ...at(5, 15))).toBeUndefined();
    expect(read(near[0]!, pieceTold(20, { 9: 1000 }, 800), ...at(5, 15))).toBeDefined();
    expect(read(...slow, ...fast, ...at(25))).toBeUndefined();
    expect(read(...slow, ...fast, ...at(25), brokeTold(26, 3))).toBeUndefined();
    // A break after the last piece is of none.
    expect(read(...slow, ...fast, ...at(25, 45))).toBeUndefined();
    const hardly = [...slow, pieceTold(30, { 9: 100 }, 900)];
    expect(read(...hardly, ...at(5, 15))).toBeUndefined();
    expect(read(...slow, pieceTold(30, { 9: 110 }, 900), ...at(5, 15))).toBeDefined();
    expect(read()).toBeUndefined();
  });
});
