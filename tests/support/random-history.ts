import type { Entry } from '../../src/core/ledger/entry.ts';
import { faultKeys } from '../../src/core/fault/faults.ts';
import { chance } from '../../src/core/base/chance.ts';
import { entry, needle } from './entries.ts';
import { ids } from './workshop.ts';

/**
 * A long history of everything that may stand in a ledger: all kinds, both machines, entries that come hours
 * late, corrections of every sort, corrections taken back. In order of arrival; the same for the same seed.
 */
export function randomHistory(count: number, seed: number): Entry[] {
  const luck = chance(seed);
  const start = Date.UTC(2026, 8, 20);
  const list: Entry[] = [];
  const openings: Entry[] = [];
  for (let index = 0; index < count; index++) {
    const late = luck.next() < 0.05 ? luck.between(0, 5 * 3_600_000) : 0;
    const at = new Date(start + index * 600_000 - late).toISOString();
    const four = luck.next() < 0.4;
    const seat = {
      head: four ? 1 + Math.floor(luck.next() * 4) : 1,
      position: 1 + Math.floor(luck.next() * 12),
    };
    const rest = {
      id: luck.uuid7(Date.parse(at)),
      at,
      machineId: four ? ids.four : ids.machine,
      jobId: luck.next() < 0.8 ? ids.job : null,
      operatorId: luck.next() < 0.5 ? ids.operator : null,
    };
    const made = make(luck, rest, seat, four, list, openings);
    list.push(made);
    if (made.kind === 'break' || made.kind === 'stop') openings.push(made);
  }
  return list;
}

function make(
  luck: ReturnType<typeof chance>,
  rest: Partial<Entry>,
  seat: { head: number; position: number },
  four: boolean,
  list: Entry[],
  openings: Entry[],
): Entry {
  const roll = luck.next();
  const here = { ...rest, ...seat };
  if (roll < 0.2) return entry('break', { fault: luck.next() < 0.3 ? null : luck.pick(faultKeys) }, here);
  if (roll < 0.24) return entry('stop', { why: 'stopped' }, rest);
  if (roll < 0.4 && openings.length > 0) {
    const opening = luck.pick(openings);
    return entry('sewing_again', { closes: opening.id }, { ...rest, machineId: opening.machineId });
  }
  if (roll < 0.5)
    return entry(
      'needle_fitted',
      { needle: luck.next() < 0.5 ? needle() : needle('light-ball', 65), reason: 'worn' },
      here,
    );
  if (roll < 0.6) {
    const gold = luck.next() < 0.4;
    const coneId = !gold && !four && luck.next() < 0.5 ? ids.cone : null;
    return entry(
      'cone_mounted',
      { threadId: gold ? ids.gold : ids.red, coneId, fibre: gold ? 'metallic' : 'polyester' },
      here,
    );
  }
  const seated = () => ({
    stop: 1 + Math.floor(luck.next() * 3),
    position: 1 + Math.floor(luck.next() * 12),
  });
  if (roll < 0.61) return entry('job_started', {}, rest);
  if (roll < 0.62) {
    const { position } = seated();
    // Every other one has a colour on two or three positions that take turns piece by piece.
    const turns = [position, (position % 12) + 1, ((position + 4) % 12) + 1].slice(
      0,
      luck.next() < 0.5 ? 2 : 3,
    );
    return entry(
      'job_started',
      {
        seating: [
          { stop: 1, position, ...(luck.next() < 0.6 && { turns }) },
          { ...seated(), stop: 2 },
        ],
      },
      { ...rest, jobId: ids.job },
    );
  }
  if (roll < 0.63) return entry('note', { text: 'a note' }, rest);
  if (roll < 0.64) return entry('shift', { is: luck.next() < 0.5 ? 'begun' : 'ended' }, rest);
  if (roll < 0.66) return entry('check_done', { item: 'oil-hook', says: 'Oil', state: 'done' }, rest);
  if (roll < 0.68) return entry('stop_moved', seated(), { ...rest, jobId: ids.job });
  if (roll > 0.85 && list.length > 10) return correct(luck, rest, luck.pick(list.slice(-60)));
  const stops = Array.from({ length: 1 + Math.floor(luck.next() * 4) }, (_, index) => ({
    stop: index + 1,
    position: 1 + Math.floor(luck.next() * 12),
    stitches: 1 + Math.floor(luck.next() * 7000),
  }));
  const isPart = luck.next() < 0.15;
  const sewn = {
    heads: four
      ? [1, 2, 3, 4]
          .filter(() => luck.next() < 0.9)
          .concat(1)
          .filter((v, i, a) => a.indexOf(v) === i)
      : [1],
    speed: 700 + Math.floor(luck.next() * 300),
    stops,
  };
  const about = { ...rest, jobId: ids.job };
  return isPart
    ? entry('part_sewn', { ...sewn, outcome: luck.pick(['paused', 'spoiled'] as const) }, about)
    : entry('piece_finished', sewn, about);
}

function correct(luck: ReturnType<typeof chance>, rest: Partial<Entry>, target: Entry): Entry {
  const to = { ...rest, corrects: target.id, machineId: target.machineId };
  if (target.kind === 'correction') return entry('correction', { void: luck.next() < 0.7 }, to);
  const roll = luck.next();
  if (roll < 0.4) return entry('correction', { void: luck.next() < 0.8 }, to);
  if (roll < 0.6)
    return entry(
      'correction',
      { at: new Date(Date.parse(target.at) - luck.between(-7_200_000, 7_200_000)).toISOString() },
      to,
    );
  if (roll < 0.7) return entry('correction', { jobId: ids.job }, to);
  if (target.kind === 'break') return entry('correction', { data: { fault: luck.pick(faultKeys) } }, to);
  if (target.position !== null)
    return entry('correction', { position: 1 + Math.floor(luck.next() * 12) }, to);
  return entry('correction', { why: 'looked at again' }, to);
}
