import { UserError } from '../../../core/base/user-error.ts';

/** Minutes of work at one position of one head: the workshop's own settings. */
export interface ChangeMinutes {
  /** A new colour tied to the old thread's end and pulled through. */
  tieOn: number;
  /** The whole path threaded anew, from cone to eye. */
  rethread: number;
  /** The thread that is there put through a new needle's eye. */
  reeye: number;
  needle: number;
  /** Tension set and a test sewn. */
  retension: number;
}

/** From memory, to begin with: each shop times its own. */
export const defaultMinutes: ChangeMinutes = {
  tieOn: 1,
  rethread: 2.5,
  reeye: 0.5,
  needle: 2,
  retension: 5,
};

export const moves = {
  'tie-on': { name: 'tie on', minutes: 'tieOn' },
  rethread: { name: 're-thread', minutes: 'rethread' },
  reeye: { name: 're-eye', minutes: 'reeye' },
  needle: { name: 'new needle', minutes: 'needle' },
  retension: { name: 're-tension and test', minutes: 'retension' },
} as const satisfies Record<string, { name: string; minutes: keyof ChangeMinutes }>;
export type Move = keyof typeof moves;

/** How the thread that comes lies to the one that is there. */
export const relations = ['same', 'same-class', 'other-class', 'onto-none'] as const;

/** Index in `relations`. `classes`: weight class of each thread; null: no thread is there. */
export function relationOf(
  classes: Readonly<Record<string, string>>,
  from: string | null,
  to: string,
): number {
  if (from === null) return 3;
  if (from === to) return 0;
  return classes[from] === classes[to] ? 1 : 2;
}

/** Minutes and moves of every kind of change, by relation of the threads; `needle`: whether the needle changes too. */
export interface ChangeTable {
  kept: readonly number[];
  needle: readonly number[];
  moves: { kept: readonly (readonly Move[])[]; needle: readonly (readonly Move[])[] };
  /** Where changing in two steps is quicker than at once, in a sentence each: the table has the quicker way. */
  shortcuts: readonly string[];
}

const atOnce: Record<'kept' | 'needle', readonly (readonly Move[])[]> = {
  kept: [[], ['tie-on'], ['rethread', 'retension'], ['rethread', 'retension']],
  needle: [
    ['needle', 'reeye', 'retension'],
    ['needle', 'rethread', 'retension'],
    ['needle', 'rethread', 'retension'],
    ['needle', 'rethread', 'retension'],
  ],
};

/** A small head that has every relation between two states: three needles, two threads of each class, none. */
const needles = [0, 1, 2];
const classes = { a: 'one', b: 'one', c: 'one', d: 'two', e: 'two' };
const threads = [...Object.keys(classes), null];
const states = needles.flatMap((needle) => threads.map((thread) => ({ needle, thread })));

/**
 * The change table of a workshop's minutes. The triangle inequality is checked: where two changes one after the
 * other are quicker than the same change at once (with the default minutes a tie-on and then a needle, 8.5, against
 * needle and re-thread, 9.5), an operator takes the quicker way, and so does the table. Without this a plan could
 * cost less by changing a position for no job. `needlesStay`: a position may be locked, so that what keeps its needle is
 * not changed by way of another one, however quick that would be. Throws MinutesOutOfRange for a time below 0 or above 240.
 */
export function changeTable(minutes: ChangeMinutes, { needlesStay = false } = {}): ChangeTable {
  for (const [key, value] of Object.entries(minutes))
    if (!(value >= 0 && value <= 240))
      throw new UserError(
        'MinutesOutOfRange',
        `${key}: ${value} is no time for a change. Write minutes from 0 to 240.`,
      );
  const cost = (list: readonly Move[]) => list.reduce((sum, move) => sum + minutes[moves[move].minutes], 0);
  const ways = states.map((from) =>
    states.map((to): readonly Move[] | null => {
      // Nobody takes a thread off and leaves the position bare.
      if (to.thread === null) return from.thread === null && from.needle === to.needle ? [] : null;
      return atOnce[from.needle === to.needle ? 'kept' : 'needle'][
        relationOf(classes, from.thread, to.thread)
      ]!;
    }),
  );
  const total = ways.map((row) => row.map((way) => (way ? cost(way) : Infinity)));
  for (let via = 0; via < states.length; via++)
    for (let from = 0; from < states.length; from++)
      for (let to = 0; to < states.length; to++) {
        const through = total[from]![via]! + total[via]![to]!;
        if (through >= total[from]![to]! - 1e-9) continue;
        const stays =
          states[from]!.needle === states[to]!.needle && states[via]!.needle !== states[to]!.needle;
        if (needlesStay && stays) continue;
        total[from]![to] = through;
        ways[from]![to] = [...ways[from]![via]!, ...ways[via]![to]!];
      }
  // One pair of states for each cell: needle 0 to 0 or 1, threads a→a, a→b, a→d, none→a.
  const pick = (needle: number) =>
    [
      ['a', 'a'],
      ['a', 'b'],
      ['a', 'd'],
      [null, 'a'],
    ].map(([from, to]) => {
      const a = states.findIndex((state) => state.needle === 0 && state.thread === from);
      const b = states.findIndex((state) => state.needle === needle && state.thread === to);
      return { minutes: total[a]![b]!, moves: ways[a]![b]! };
    });
  const [kept, needle] = [pick(0), pick(1)];
  const shortcuts = [
    ...kept.flatMap((price, index) => shortcut(price, cost(atOnce.kept[index]!), index, false)),
    ...needle.flatMap((price, index) => shortcut(price, cost(atOnce.needle[index]!), index, true)),
  ];
  return {
    kept: kept.map((price) => price.minutes),
    needle: needle.map((price) => price.minutes),
    moves: { kept: kept.map((price) => price.moves), needle: needle.map((price) => price.moves) },
    shortcuts,
  };
}

function shortcut(
  way: { minutes: number; moves: readonly Move[] },
  direct: number,
  relation: number,
  needle: boolean,
): string[] {
  if (way.minutes >= direct - 1e-9) return [];
  const what = `${needle ? 'needle and ' : ''}thread (${relations[relation]})`;
  return [
    `${what}: at once ${direct} min, in steps ${way.minutes} min (${way.moves.map((move) => moves[move].name).join(', ')}). The steps are taken.`,
  ];
}
