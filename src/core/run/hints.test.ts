import { describe, expect, it } from 'vitest';
import { needle } from '../../../tests/support/entries.ts';
import { at, run, snapped, told } from '../../../tests/support/told.ts';
import type { Seat } from '../ledger/head-now.ts';
import { defaultNeedleLife } from '../needle/life.ts';
import { actNow, type HintInput } from './hints.ts';

const design = [
  { stop: 1, position: 7, stitches: 3000 },
  { stop: 2, position: 4, stitches: 1000 },
];

describe('act now (common practice, no published source)', () => {
  const seat = (position: number, stitches: number, hours = 0): Seat => ({
    ...{ head: 1, position },
    needle: {
      ...{ entryId: `n${position}`, fittedAt: at(-600), reason: 'worn' },
      spec: needle(),
      age: { stitches, sewingMs: hours * 3_600_000, metallicMs: 0 },
    },
    cone: {
      entryId: `c${position}`,
      coneId: `cone${position}`,
      threadId: 't',
      fibre: 'polyester',
      mountedAt: at(-600),
      stitches,
    },
  });
  const input = (more: Partial<HintInput>): HintInput => ({
    ...{
      heads: 1,
      events: [],
      seats: [seat(7, 1000), seat(4, 1000)],
      watches: [],
      needleLife: defaultNeedleLife,
      speed: 800,
      design,
    },
    ...{
      sewn: new Map(),
      pieces: { done: 3, of: 40 },
      coneMetres: new Map(),
      topMm: 5.5,
      stitchesPerBobbin: 30_000,
    },
    ...more,
  });
  const says = (more: Partial<HintInput>) => actNow(input(more)).map((hint) => hint.says);

  it('the third break on one position within 5,000 stitches; not when a needle was fitted since', () => {
    const events = [snapped(30, 7), snapped(20, 7), run(15, [[1, 7, 3000]]), snapped(10, 7)];
    expect(says({ events })).toEqual([
      'Third break on position 7 in 3,000 stitches: look here before sewing on.',
    ]);
    const far = [snapped(30, 7), snapped(20, 7), run(15, [[1, 7, 6000]]), snapped(10, 7)];
    expect(says({ events: far })).toEqual([]);
    const fresh = seat(7, 0);
    fresh.needle!.fittedAt = at(31);
    expect(says({ events, seats: [fresh] })).toEqual([]);
    expect(says({ events: [{ ...snapped(30, 7), void: true }, ...events.slice(1)] })).toEqual([]);
  });

  it('a needle that reaches its life within this piece, or soon', () => {
    const life = { ...defaultNeedleLife, school: 'stitches' as const, stitches: 100_000 };
    expect(says({ needleLife: life, seats: [seat(7, 98_000)] })).toEqual([
      'The needle at position 7 reaches its life within this piece.',
    ]);
    expect(says({ needleLife: life, seats: [seat(7, 95_000)] })).toEqual([
      'The needle at position 7 reaches its life in 2 pieces.',
    ]);
    expect(says({ needleLife: life, seats: [seat(7, 100_001)] })[0]).toContain('past its life');
    // A needle that this job does not use is no business of now.
    expect(says({ needleLife: life, seats: [seat(9, 100_001)] })).toEqual([]);
  });

  it('a bobbin near its end: by the model, and by what the last one lasted', () => {
    const out = (minute: number) => told('break', minute, { fault: 'bobbin_out' }, { head: 1, position: 7 });
    expect(says({ events: [run(40, [[1, 7, 27_000]]), out(10)] })).toEqual([
      'The bobbin runs out in about 4 minutes: a full one lasts about 30,000 stitches.',
    ]);
    const measured = [run(60, [[1, 7, 19_500]]), out(50), run(40, [[1, 7, 20_000]]), out(10)];
    expect(says({ events: measured })).toEqual([
      'The bobbin runs out any moment: the last one lasted 20,000 stitches.',
    ]);
    expect(says({ events: [run(40, [[1, 7, 5000]]), out(10)] })).toEqual([]);
  });

  it('a cone that ends in a coming piece', () => {
    // 60 m are 10,909 stitches at 5.5 mm; 1,000 are sewn: three pieces of 3,000 and a rest.
    expect(says({ coneMetres: new Map([['cone7', 60]]) })).toEqual([
      'The cone on position 7 ends in piece 7: have the next one ready.',
    ]);
    expect(says({ coneMetres: new Map([['cone7', 500]]) })).toEqual([]);
    expect(says({ coneMetres: new Map([['cone7', 60]]), pieces: { done: 38, of: 40 } })).toEqual([]);
  });

  const hints = (more: Partial<HintInput>) => actNow(input(more));
  const onHead = (head: number, of: Seat): Seat => ({ ...of, head });
  const byStitches = { ...defaultNeedleLife, school: 'stitches' as const, stitches: 100_000 };

  it('on several heads the head is named, and another seat’s breaks are not counted', () => {
    const on = (minute: number, head: number, position = 7) => snapped(minute, position, { head });
    const seats = [seat(7, 0), onHead(2, seat(7, 0)), seat(4, 0)];
    const events = [on(40, 2), on(35, 1), on(30, 2), on(25, 1, 4), on(20, 2)];
    expect(says({ heads: 2, seats, events })).toEqual([
      'Third break on head 2, position 7 within one piece: look here before sewing on.',
    ]);
    expect(hints({ heads: 2, seats, events })[0]).toMatchObject({ head: 2, position: 7, urgency: 3 });
    expect(says({ heads: 2, seats, events: [on(50, 2), ...events] })[0]).toMatch(/^Again a break on head 2/);
  });

  it('a cluster: 5,000 stitches and no more, counted after the third break, with what the feed told', () => {
    const within = (stitches: number, minute = 15) => [
      snapped(30, 7),
      snapped(20, 7),
      run(minute, [
        [1, 7, stitches],
        [2, 4, 9000],
      ]),
      snapped(10, 7),
    ];
    expect(says({ events: within(5000) })).toHaveLength(1);
    expect(says({ events: within(5001) })).toEqual([]);
    // What was booked with the third break itself was sewn before it.
    expect(says({ events: within(9000, 10) })[0]).toContain('within one piece');
    expect(says({ events: within(4000), sewn: new Map([[7, 1000]]) })[0]).toContain('in 5,000 stitches');
    expect(says({ events: within(4000), sewn: new Map([[7, 1001]]) })).toEqual([]);
    const fitted = seat(7, 0);
    fitted.needle!.fittedAt = at(30);
    expect(says({ events: within(100), seats: [fitted] })).toHaveLength(1);
  });

  it('false stops are no breaks: counted apart, and the wheel is told', () => {
    const falseStop = (minute: number) =>
      told('break', minute, { fault: 'false_stop' }, { head: 1, position: 7 });
    const events = [falseStop(30), falseStop(20), snapped(15, 7), falseStop(10)];
    expect(says({ events: events.slice(1) })).toEqual([]);
    expect(hints({ events })).toMatchObject([
      {
        key: expect.stringMatching(/^false:/) as string,
        says: expect.stringMatching(/^Third false stop on position 7 .*sensor wheel/) as string,
        urgency: 2,
      },
    ]);
  });

  // Not common practice: what the ledger knows goes before the third break.
  it('where it is known what is usual: more than chance would have it, told against the usual', () => {
    const perBreak = Math.log(4);
    const quiet = {
      ...{ head: 1, position: 7, perBreak, perStitch: 0.9 / 10_000, limit: 2.95 },
      usual: 0.32,
    };
    const lively = { ...quiet, perStitch: 9 / 10_000, limit: 5.2, usual: 3 };
    const three = [snapped(30, 7), run(25, [[1, 7, 3000]]), snapped(20, 7), snapped(10, 7)];
    expect(says({ events: three, watches: [quiet] })).toEqual([
      '3 breaks on position 7 in 3,000 stitches, 10 per 10,000 stitches, where 0.32 are usual: look here before sewing on.',
    ]);
    // Metallic breaks three times in 10,000 stitches anyway: three in 3,000 are no news, six at once are.
    expect(says({ events: three, watches: [lively] })).toEqual([]);
    const six = Array.from({ length: 6 }, (_, index) => snapped(30 - index, 7));
    expect(says({ events: six, watches: [lively] })[0]).toContain('6 breaks on position 7 within one piece');
    // Another position's watch is none of this one's: there the third break counts.
    expect(says({ events: three, watches: [{ ...lively, position: 4 }] })[0]).toContain('Third break');
    const fresh = seat(7, 0);
    fresh.needle!.fittedAt = at(31);
    expect(says({ events: three, seats: [fresh], watches: [quiet] })).toEqual([]);
    // A bobbin that ran out is not held against the position, and what is sewn since without a break ends it.
    const out = told('break', 15, { fault: 'bobbin_out' }, { head: 1, position: 7 });
    expect(says({ events: [three[0]!, three[2]!, out], watches: [quiet] })).toEqual([]);
    expect(says({ events: three, watches: [quiet], sewn: new Map([[7, 20_000]]) })).toEqual([]);
  });

  it('the most urgent first', () => {
    const events = [snapped(30, 4), snapped(20, 4), snapped(10, 4)];
    const seats = [seat(7, 95_000), seat(4, 99_500)];
    expect(
      hints({ events, seats, needleLife: byStitches }).map(({ key, urgency }) => [key, urgency]),
    ).toEqual([
      [expect.stringMatching(/^cluster:/), 3],
      ['needle:n4:2', 2],
      ['needle:n7:1', 1],
    ]);
  });

  it('a needle exactly at its life, and one that gets there with this piece’s last stitch', () => {
    const of = (stitches: number, sewn = 0) =>
      says({ needleLife: byStitches, seats: [seat(7, stitches)], sewn: new Map([[7, sewn]]) });
    expect(of(100_000)[0]).toContain('is past its life');
    expect(of(97_000)).toEqual(['The needle at position 7 reaches its life within this piece.']);
    expect(of(96_999)).toEqual(['The needle at position 7 reaches its life in 2 pieces.']);
    expect(of(91_000)).toEqual(['The needle at position 7 reaches its life in 3 pieces.']);
    expect(of(90_999)).toEqual([]);
    expect(of(99_000, 1000)[0]).toContain('is past its life');
    expect(of(1, 0)).toEqual([]);
    const heads = hints({ heads: 2, needleLife: byStitches, seats: [onHead(2, seat(7, 97_000))] });
    expect(heads[0]!.says).toContain('The needle at head 2, position 7');
  });

  it('a needle’s hours: the piece’s own minutes count, those under a metallic cone by the shorter limit', () => {
    // 3,000 stitches at 800 a minute are 3.75 minutes.
    const minutes = (left: number, change: (of: Seat) => void = () => undefined) => {
      const of = seat(7, 0, 8 - left / 60);
      change(of);
      return says({ seats: [of] });
    };
    expect(minutes(3.7)).toEqual(['The needle at position 7 reaches its life within this piece.']);
    expect(minutes(7.4)).toEqual(['The needle at position 7 reaches its life in 2 pieces.']);
    expect(minutes(11.3)).toEqual([]);
    expect(minutes(3.7, (of) => (of.cone = null))).toHaveLength(1);
    expect(minutes(11.3, (of) => (of.cone!.fibre = 'metallic'))).toEqual([
      'The needle at position 7 reaches its life in 2 pieces.',
    ]);
    // Four hours of the metallic kind are a whole life; what was sewn so far of them is kept.
    const halfMetallic = seat(7, 0, 6);
    halfMetallic.needle!.age.metallicMs = 2 * 3_600_000;
    expect(says({ seats: [halfMetallic] })[0]).toContain('is past its life');
  });

  it('nothing of needles where they are kept until they give trouble, nor where none is on record', () => {
    expect(
      says({ needleLife: { ...defaultNeedleLife, school: 'until-trouble' }, seats: [seat(7, 9e6)] }),
    ).toEqual([]);
    expect(says({ needleLife: byStitches, seats: [{ ...seat(7, 0), needle: null }] })).toEqual([]);
  });

  const out = (minute: number, head: number | null = 1) =>
    told('break', minute, { fault: 'bobbin_out' }, { head, position: 7 });
  const bobbin = (events: HintInput['events'], more: Partial<HintInput> = {}) => hints({ events, ...more });

  it('a bobbin: ten minutes before the model’s end and not sooner; at once within two', () => {
    // At 800 a minute ten minutes are 8,000 stitches.
    const sewn = (stitches: number) => bobbin([run(40, [[1, 7, stitches]]), out(10)]);
    expect(sewn(22_000)[0]!.says).toContain('in about 10 minutes');
    expect(sewn(21_999)).toEqual([]);
    expect(sewn(38_000)[0]!.says).toContain('any moment');
    expect(sewn(38_001)).toEqual([]);
    expect(sewn(29_200)[0]!.says).toContain('in about 1 minute:');
    expect(sewn(29_201)[0]!.says).toContain('any moment');
    expect(sewn(28_400)[0]).toMatchObject({ urgency: 2, head: 1, position: null });
    expect(sewn(28_401)[0]!.urgency).toBe(3);
    expect(
      bobbin([run(40, [[1, 7, 27_000]]), out(10)], {
        sewn: new Map([
          [7, 800],
          [4, 800],
        ]),
      })[0]!.says,
    ).toContain('in about 2 minutes');
    expect(bobbin([run(40, [[1, 7, 27_000]]), out(10)], { design: [] })).toEqual([]);
  });

  it('a bobbin: what was booked with the last end was sewn from the one before', () => {
    expect(bobbin([run(10, [[1, 7, 25_000]]), out(10)])).toEqual([]);
    const measured = [
      run(80, [[1, 7, 10_000]]),
      out(50),
      run(50, [[1, 7, 12_000]]),
      out(10),
      run(10, [[1, 7, 9e4]]),
    ];
    expect(bobbin(measured)[0]!.says).toBe(
      'The bobbin runs out in about 3 minutes: the last one lasted 12,000 stitches.',
    );
  });

  it('a bobbin: a last one that lasted absurdly long or short was not counted well, so the model speaks', () => {
    const after = (lasted: number, since: number) =>
      bobbin([run(80, [[1, 7, since]]), out(50), run(40, [[1, 7, lasted]]), out(10)]).map(
        (hint) => hint.says,
      );
    expect(after(9001, 9001)).toEqual([
      'The bobbin runs out any moment: the last one lasted 9,001 stitches.',
    ]);
    expect(after(9000, 29_500)).toEqual([
      'The bobbin runs out any moment: a full one lasts about 30,000 stitches.',
    ]);
    expect(after(89_999, 89_500)).toEqual([
      'The bobbin runs out any moment: the last one lasted 89,999 stitches.',
    ]);
    expect(after(90_000, 29_500)).toEqual([
      'The bobbin runs out any moment: a full one lasts about 30,000 stitches.',
    ]);
  });

  it('a bobbin of each head by itself; a break of another kind is no end of a bobbin', () => {
    const both = run(40, [[1, 7, 28_000]], [1, 2]);
    expect(bobbin([both, out(10, 2)], { heads: 2 }).map((hint) => hint.says)).toEqual([
      'The bobbin of head 2 runs out in about 3 minutes: a full one lasts about 30,000 stitches.',
    ]);
    // One head needs not be named.
    expect(bobbin([both, out(10, null)], { heads: 2 })[0]!.says).toContain('of head 1');
    expect(bobbin([both, snapped(10, 7)])).toEqual([]);
    expect(bobbin([both, told('stop', 10, { why: 'bobbin' })])).toEqual([]);
  });

  it('a cone: the pieces that are left of it, over all heads', () => {
    const metres = new Map([['cone7', 60]]);
    const cone = (more: Partial<HintInput>) => hints({ coneMetres: metres, ...more });
    expect(cone({ heads: 2 })[0]).toMatchObject({
      says: 'The cone on head 1, position 7 ends in piece 10: have the next one ready.',
      ...{ head: 1, position: 7, urgency: 1 },
    });
    // 10,909 stitches less 1,000 are three pieces of 3,000; with 910 more sewn of this piece, two.
    expect(cone({ sewn: new Map([[7, 909]]) })[0]!.says).toContain('in piece 7');
    expect(cone({ sewn: new Map([[7, 910]]) })[0]!.says).toContain('in piece 6');
    // 72 m: 13,090 less 1,000 are four pieces: too early to tell.
    expect(cone({ coneMetres: new Map([['cone7', 72]]) })).toEqual([]);
    expect(cone({ coneMetres: new Map([['cone7', 20]]) })[0]).toMatchObject({ urgency: 2 });
    expect(cone({ coneMetres: new Map([['cone7', 20]]) })[0]!.says).toContain('in piece 4');
    // The job ends before the cone does.
    expect(cone({ pieces: { done: 37, of: 40 } })).toEqual([]);
    expect(cone({ pieces: { done: 36, of: 40 } })).toHaveLength(1);
    expect(cone({ heads: 2, pieces: { done: 34, of: 40 } })).toEqual([]);
    expect(cone({ heads: 2, pieces: { done: 33, of: 40 } })).toHaveLength(1);
  });

  it('nothing of a cone that is not known by name, that this job does not use, or that is not there', () => {
    const coneMetres = new Map([['cone9', 0]]);
    expect(hints({ coneMetres, seats: [seat(9, 0)] })).toEqual([]);
    const nameless = seat(7, 0);
    nameless.cone!.coneId = null;
    expect(
      hints({ coneMetres: new Map([['cone7', 1]]), seats: [nameless, { ...seat(4, 0), cone: null }] }),
    ).toEqual([]);
  });
});
