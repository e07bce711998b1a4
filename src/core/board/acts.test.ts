import fc from 'fast-check';
import { expect, test } from 'vitest';
import { needle } from '../../../tests/support/entries.ts';
import { at, run, snapped, told } from '../../../tests/support/told.ts';
import type { Seat } from '../ledger/head-now.ts';
import { defaultNeedleLife } from '../needle/life.ts';
import type { RunEvent } from '../run/run-event.ts';
import { actsLookAt, actsOf, type ActsInput } from './acts.ts';

const seat = (position: number): Seat => ({
  ...{ head: 1, position },
  needle: {
    ...{ entryId: `n${position}`, fittedAt: at(-600), reason: 'worn', spec: needle() },
    age: { stitches: 90_000, sewingMs: 0, metallicMs: 0 },
  },
  cone: {
    ...{ entryId: `c${position}`, coneId: `cone${position}`, threadId: 't', fibre: 'polyester' },
    ...{ mountedAt: at(-600), stitches: 9000 },
  },
});
const stop = (no: number, position: number, stitches: number) => ({
  ...{ stop: no, threadId: 't', position, stitches, element: 'fill' as const },
});
const input = (events: readonly RunEvent[], more: Partial<ActsInput> = {}): ActsInput => ({
  ...{
    heads: 1,
    topSpeed: 900,
    needleLife: defaultNeedleLife,
    seats: [seat(7), seat(4)],
    watches: [],
    feed: null,
  },
  job: { pieces: 40, cloth: 'canvas', stops: [stop(1, 7, 3000), stop(2, 4, 1000)] },
  seated: [7, 4].map((position, index) => ({
    ...{ stop: index + 1, position, by: 'operator' as const, otherHeads: [], planned: null, turn: null },
  })),
  ...{ done: 3, cones: [{ id: 'cone7', metres: 60 }], now: Date.parse(at(600)), events },
  ...more,
});

const deeds = fc.array(
  fc.oneof(
    fc
      .constantFrom('snap', 'false_stop', 'bobbin_out', 'shred')
      .chain((fault) =>
        fc
          .constantFrom(7, 4)
          .map(
            (position) => (minute: number) =>
              told('break', minute, { fault: fault as 'snap' }, { head: 1, position }),
          ),
      ),
    fc.integer({ min: 1, max: 4000 }).map((stitches) => (minute: number) => run(minute, [[1, 7, stitches]])),
    fc.constant((minute: number) => told('note', minute, { text: 'looked' })),
  ),
  { minLength: 1, maxLength: 140 },
);

test('what to act on hangs on the record, not on when a page was opened: one that has followed all day says what a fresh one does', () =>
  fc.assert(
    fc.property(deeds, fc.integer({ min: 0, max: 140 }), (make, opened) => {
      const all = make.map((one, minute) => one(minute)).reverse();
      // Opened in the middle with the newest as the server gives them, told of each one since.
      const later = all.slice(0, Math.max(0, all.length - opened));
      const before = all.slice(later.length, later.length + actsLookAt);
      expect(actsOf(input([...later, ...before]))).toEqual(actsOf(input(all.slice(0, actsLookAt))));
    }),
    { numRuns: 300, seed: 53 },
  ));

test('an act keeps its key while it stands: a piece goes by, the sentence counts on; a new break is a new one', () => {
  const three = [snapped(30, 7), snapped(20, 7), snapped(10, 7)];
  const [first] = actsOf(input(three));
  const [counted] = actsOf(input([run(40, [[1, 7, 900]]), ...three]));
  expect(counted!.key).toBe(first!.key);
  expect(counted!.says).not.toBe(first!.says);
  expect(actsOf(input([snapped(50, 7), ...three]))[0]!.key).not.toBe(first!.key);
});

test('the speed is the record’s: that of the last piece, not one kept on a device', () => {
  const out = (minute: number) => told('break', minute, { fault: 'bobbin_out' }, { head: 1, position: 7 });
  const slow = { ...run(40, [[1, 7, 26_000]]) };
  (slow.data as { speed: number }).speed = 100;
  const says = (events: RunEvent[]) =>
    actsOf(input(events, { topSpeed: 2000 }))
      .map((act) => act.says)
      .join();
  expect(says([run(40, [[1, 7, 26_000]]), out(10)])).not.toBe(says([slow, out(10)]));
});
