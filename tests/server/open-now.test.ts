import { expect, test } from 'vitest';
import { effectiveEntries } from '../../src/core/ledger/effective.ts';
import type { Entry } from '../../src/core/ledger/entry.ts';
import { applyOpen, openAfter, type OpenNow } from '../../src/core/ledger/open.ts';
import { database } from '../../src/server/base/database.ts';
import { openStops } from '../../src/server/ledger/reading/open-stop.ts';
import { heldPieces } from '../../src/server/ledger/reading/read.ts';
import { writeEntries } from '../../src/server/ledger/writing/write.ts';
import { entry } from '../support/entries.ts';
import { randomHistory } from '../support/random-history.ts';
import { furnishedHere, ids } from '../support/workshop.ts';

furnishedHere();

const idsOf = (entries: readonly { id: string }[]) => entries.map(({ id }) => id).sort();

test('what the server’s SQL says stands open is what core says, after every part of a random history', async () => {
  const history = randomHistory(1500, 41);
  let compared = 0;
  let open = 0;
  for (let from = 0; from < history.length; from += 25) {
    await writeEntries(history.slice(from, from + 25));
    const ledger = history.slice(0, from + 25);
    for (const machine of [ids.machine, ids.four]) {
      const mine = openAfter(effectiveEntries(ledger.filter(({ machineId }) => machineId === machine)));
      const theirs = await openStops(database(), [machine]);
      expect(theirs.get(machine)?.id ?? null).toBe(mine.openStop?.id ?? null);
      expect(idsOf(await heldPieces(machine))).toEqual(idsOf(mine.held));
      compared++;
      if (mine.openStop) open++;
    }
  }
  // Both answers came up often enough to be worth comparing.
  expect(compared).toBe(120);
  expect(open).toBeGreaterThan(20);
  expect(open).toBeLessThan(100);
});

test('entry by entry, in ledger order, a page comes to the same', () => {
  const at = (minute: number) => ({ at: new Date(Date.UTC(2026, 6, 1, 8, minute)).toISOString() });
  const stop = entry('stop', { why: 'cleaned' }, at(1));
  const broke = entry('break', { fault: 'shred' }, { ...at(2), head: 1, position: 7 });
  const again = entry('sewing_again', { closes: broke.id }, at(3));
  const held = entry('piece_held', { breakId: broke.id, why: 'fragment' }, at(4));
  const later = entry('break', { fault: 'snap' }, { ...at(5), head: 1, position: 3 });
  const released = entry('piece_released', { closes: held.id, why: 'found' }, at(6));
  const all: Entry[] = [stop, broke, again, held, later, released];
  for (let count = 0; count <= all.length; count++) {
    const known = effectiveEntries(all.slice(0, count));
    const folded = known.reduce<OpenNow>((open, one) => applyOpen(open, one), { openStop: null, held: [] });
    expect(folded).toEqual(openAfter(known));
  }
  // One break was ended, and the machine sewed: the stop before it is over too.
  expect(openAfter(effectiveEntries(all.slice(0, 4)))).toMatchObject({ openStop: null });
  expect(openAfter(effectiveEntries(all)).openStop?.id).toBe(later.id);
});
