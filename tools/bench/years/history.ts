import { chance } from '../../../src/core/base/chance.ts';
import { heron, heronHead, jobId, jobs, needle, operators } from '../../demo/world.ts';
import type { Entry } from '../../../src/core/ledger/entry.ts';
import { faultKeys } from '../../../src/core/fault/faults.ts';

/**
 * `count` entries of a busy machine in the usual mix: breaks and their endings, pieces, needles, notes, a
 * correction now and then. One every `stepMs` from `start` on; every id is new.
 */
export function* busyHistory(count: number, start: number, stepMs: number, seed: number): Generator<Entry> {
  const luck = chance(seed);
  let stopped: string | null = null;
  for (let index = 0; index < count; index++) {
    const ms = start + index * stepMs;
    const position = 1 + Math.floor(luck.next() * heron.positions);
    const base = {
      id: luck.uuid7(ms),
      machineId: heron.id,
      at: new Date(ms).toISOString(),
      operatorId: operators[index % 3]!.id,
      jobId: jobId(index % jobs.length),
      corrects: null,
      head: null,
      position: null,
    };
    const seat = { ...base, head: 1, position };
    const roll = luck.next();
    if (stopped) {
      yield { ...base, kind: 'sewing_again', data: { closes: stopped } } as unknown as Entry;
      stopped = null;
    } else if (roll < 0.4) {
      stopped = base.id;
      yield { ...seat, kind: 'break', data: { fault: luck.pick(faultKeys) } } as unknown as Entry;
    } else if (roll < 0.9) {
      const stops = [1, 2, 3, 4].map((stop) => ({
        stop,
        position: ((position + stop) % 15) + 1,
        stitches: 1200 + stop * 300,
      }));
      yield { ...base, kind: 'piece_finished', data: { heads: [1], speed: 800, stops } } as unknown as Entry;
    } else if (roll < 0.97) {
      yield {
        ...seat,
        kind: 'needle_fitted',
        data: { needle: needle(heronHead[position - 1]![1]), reason: 'worn' },
      } as unknown as Entry;
    } else {
      yield { ...base, kind: 'note', data: { text: 'needle bars oiled' } } as unknown as Entry;
    }
  }
}
