import { chance, type Chance } from '../../../src/core/base/chance.ts';
import { applyEntry, emptyHead } from '../../../src/core/ledger/head.ts';
import { effectiveEntries } from '../../../src/core/ledger/effective.ts';
import { addExposure, blockHours, noExposures } from '../../../src/core/findings/exposure/exposures.ts';
import {
  ageBand,
  comparedJobs,
  others,
  partOfDay,
  speedBand,
  type FactorCell,
} from '../../../src/core/findings/factors/factors.ts';
import type { NeedleAsked } from '../../../src/core/findings/answers/words/needle-groups.ts';
import type { Life } from '../../../src/core/findings/life/lives.ts';
import { needleText, readNeedleLabel } from '../../../src/core/needle/label.ts';
import { eyeFit } from '../../../src/core/needle/eye.ts';
import { yearOf, type YearJob, type YearShop } from '../../../src/simulators/year.ts';

/** Needles of a Weibull law, some taken out early for another reason. */
export function madeLives(
  luck: Chance,
  count: number,
  { shape, scale }: { shape: number; scale: number },
): Life[] {
  return Array.from({ length: count }, () => {
    const lasts = scale * (-Math.log(1 - luck.next())) ** (1 / shape);
    const out = scale * luck.between(0.3, 2.5);
    return { span: Math.min(lasts, out), ended: lasts <= out };
  });
}

/** Such needles as they are asked about: of one kind, on one cloth, at one position, all out again. */
export const madeNeedles = (
  count: number,
  {
    needle = '75/11 sharp',
    cloth = 'canvas or denim',
    position = 3,
    scale = 400_000,
    seed = 1,
    shape = 2.5,
  } = {},
): NeedleAsked[] =>
  madeLives(chance(seed), count, { shape, scale }).map(({ span, ended }) => ({
    ...{ needle, cloth, head: 1, position, stitches: Math.round(span), ended, out: true },
    ...{ machine: 'Heron', thread: '40 wt', metallic: false, hours: span / 48_000, metallicHours: 0 },
  }));

/** A count with this mean, drawn by products of uniforms in parts: means of thousands do not underflow. */
export function poisson(luck: Chance, mean: number): number {
  let [count, left] = [0, mean];
  while (left > 0) {
    const part = Math.min(left, 30);
    let product = luck.next();
    const end = Math.exp(-part);
    for (; product > end; product *= luck.next()) count++;
    left -= part;
  }
  return count;
}

const threads = ['lake', 'snow', 'moss', 'rose', 'slate', 'straw', 'fern', 'plum'].map((name, index) => ({
  id: `00000000-0000-7000-8000-0000000000${(10 + index).toString(16)}`,
  name,
  fibre: index === 6 ? ('rayon' as const) : index === 7 ? ('metallic' as const) : ('polyester' as const),
  weightNo: 40,
  tex: 25,
}));
/** Three people take turns; it makes no difference to breaks. */
const people = [1, 2, 3].map((one) => `00000000-0000-7000-b000-00000000000${one}`);
const needleOf = (label: string) => readNeedleLabel(`DBxK5 ${label}`).spec;

/** What a made-up year hides: which of eight positions breaks more often, and how much; a cloth's factor; a bad batch. */
export interface Hidden {
  bad: { position: number; times: number } | null;
  capTimes: number;
  batch: { position: number; times: number; from: number; to: number } | null;
  days?: number;
  /** Threads stay where they are all year; else they change places twice. */
  still?: boolean;
}

/** Eight positions and threads, three cloths, and the hidden break model of the simulated machine. */
export function madeYear(seed: number, hidden: Hidden) {
  const luck = chance(seed);
  /** The threads as they sit, moved on by so many positions. */
  const seatsMoved = (by: number) =>
    threads.map((_, index) => {
      const thread = threads[(index + by) % threads.length]!;
      const needle = needleOf(index % 3 === by % 3 ? '75/11 sharp' : '75/11 light ball');
      return {
        threadId: thread.id,
        fibre: thread.fibre,
        needle,
        eyeFill: eyeFit(needle, thread).fill.value,
        lasts: 400_000,
      };
    });
  const cloths = ['canvas', 'softshell', 'structured cap'];
  const jobs = Array.from({ length: 30 }, (_, index): { job: YearJob; rounds: number } => {
    const cloth = cloths[index % 3]!;
    const first = Math.floor(luck.next() * 8);
    return {
      rounds: 20 + Math.floor(luck.next() * 30),
      job: {
        id: `00000000-0000-7000-9000-${index.toString(16).padStart(12, '0')}`,
        times: cloth === 'structured cap' ? hidden.capTimes : 1,
        stops: [0, 1, 2, 3].map((stop) => ({
          stop: stop + 1,
          position: 1 + ((first + stop * 3) % 8),
          stitches: 1500 + 600 * stop,
        })),
      },
    };
  });
  const start = Date.UTC(2026, 0, 5, 7);
  const shop: YearShop = {
    ...{
      machineId: '00000000-0000-7000-a000-000000000001',
      heads: 1,
      seats: seatsMoved(0),
      jobs,
      speeds: [800],
      times: 0.5,
      roundsADay: 14,
    },
    days: Array.from({ length: hidden.days ?? 240 }, (_, index) => start + index * 86_400_000),
    ...{ lifeShape: 2.5, changeAt: 300_000, operatorIds: people },
    troubles: [
      ...(hidden.bad ? [{ ...hidden.bad, from: 0, to: 1e6 }] : []),
      ...(hidden.batch ? [hidden.batch] : []),
    ],
  };
  let now = emptyHead(1, 8);
  const sums = noExposures();
  const needles = new Map<string, string>();
  // Twice in the year the threads change places, so that thread and position can be told apart.
  const count = hidden.still ? 1 : 3;
  const parts = Array.from({ length: count }, (_, part) => part).flatMap((part) => {
    const [from, to] = [part, part + 1].map((end) => Math.round((end * shop.days.length) / count));
    const troubles = shop.troubles.map((one) => ({ ...one, from: one.from - from!, to: one.to - from! }));
    return [
      ...yearOf({ ...shop, days: shop.days.slice(from, to), seats: seatsMoved(part * 3), troubles }, luck),
    ];
  });
  for (const entry of effectiveEntries(parts)) {
    addExposure(sums, now, entry, { lostMs: 0 });
    now = applyEntry(now, entry);
    if (entry.kind === 'needle_fitted') needles.set(entry.id, needleText(entry.data.needle));
  }
  const nameOf = new Map(threads.map(({ id, name }) => [id, name]));
  const clothOf = new Map(jobs.map(({ job }, index) => [job.id, cloths[index % 3]!]));
  const sewn = new Map<string, number>();
  for (const { jobId, stitches } of sums.cells.values()) sewn.set(jobId, (sewn.get(jobId) ?? 0) + stitches);
  const jobLevel = comparedJobs(
    [...sewn].map(([id, stitches]) => ({ id, name: id, cloth: clothOf.get(id) ?? '', stitches })),
  );
  const cells = [...sums.cells.values()].map((cell): FactorCell => ({
    breaks: cell.breaks,
    stitches: cell.stitches,
    levels: {
      position: String(cell.position),
      thread: nameOf.get(cell.threadId) ?? '',
      needle: needles.get(cell.needleEntry) ?? '',
      age: ageBand(cell.needleAge),
      cloth: clothOf.get(cell.jobId) ?? '',
      job: jobLevel.get(cell.jobId) ?? others,
      speed: speedBand(800),
      time: partOfDay(cell.block * blockHours),
      person: cell.operatorId,
    },
  }));
  return { cells, sums };
}
