import { mustFind } from '../../../base/must-find.ts';
import { keysOf } from '../../../base/keys.ts';
import type { ElementKind } from '../../../element/elements.ts';
import { cloths, type Cloth } from '../../../garment/cloths.ts';
import { isMetallic } from '../../../thread/fibres.ts';
import type { PlanThread } from '../../asked/requests.ts';
import type { JobToPlan } from '../../asked/setup.ts';

/** What a shop may say that it sews most: the cloths, and caps with raised foam. */
export const goods: Record<Cloth | 'cap-foam', { name: string; cloth: Cloth; foam: boolean }> = {
  ...(Object.fromEntries(
    keysOf(cloths).map((cloth) => [cloth, { name: cloths[cloth].name, cloth, foam: false }]),
  ) as Record<Cloth, { name: string; cloth: Cloth; foam: boolean }>),
  'cap-foam': { name: 'structured cap, raised foam', cloth: 'cap', foam: true },
};
export type Goods = keyof typeof goods;

/** The three questions of an empty head. Lists: the most sewn first. */
export interface FirstAnswers {
  goods: readonly Goods[];
  /** Threads, by id. */
  colours: readonly string[];
  odd: number;
}

/** Jobs that stand for the answers: as many as give each colour its turn on each cloth by and by. */
const jobs = 36;
const coloursAJob = 4;

/**
 * Jobs as a shop might sew them that answers so: each cloth and each colour the oftener the earlier it was named (its share falls as
 * 1, 1/2, 1/3 …, as sales do: Zipf 1949; that it holds for colours of a shop is from memory), four colours a job: the first as a fill,
 * fine threads as small letters, the rest as satin. They stand for the work until there is a record of it.
 */
export function jobsLike(
  { goods: sewn, colours }: FirstAnswers,
  threads: readonly PlanThread[],
): JobToPlan[] {
  const takeGoods = byTurns(sewn);
  const known = colours.filter((id) => threads.some((thread) => thread.id === id));
  const takeColour = byTurns(known);
  if (sewn.length === 0 || known.length === 0) return [];
  return Array.from({ length: jobs }, (_, index): JobToPlan => {
    const [kind] = takeGoods(1);
    const { name, cloth, foam } = goods[kind!];
    const picked = takeColour(Math.min(coloursAJob, known.length));
    return {
      id: `like ${index + 1}`,
      name,
      cloth: name,
      garment: { cloth },
      pieces: 1,
      done: 0,
      due: null,
      stops: picked.map((threadId, at) => {
        const thread = mustFind(threads, ({ id }) => id === threadId, `thread ${threadId}`);
        const element = elementFor(thread, at, foam);
        return {
          stop: at + 1,
          threadId,
          stitches: at === 0 ? 4000 : 1500,
          element,
          position: null,
          ...(element === 'lettering' && {
            measures: { by: 'typed' as const, parts: [{ element, letterMm: 4.5 }] },
          }),
        };
      }),
    };
  });
}

function elementFor(thread: PlanThread, at: number, foam: boolean): ElementKind {
  if (thread.weightNo >= 55) return 'lettering';
  if (isMetallic(thread.fibre)) return 'satin';
  if (at === 0) return foam ? 'foam' : 'fill';
  return 'satin';
}

/** Gives the next few of a list, each in its share: 1, 1/2, 1/3 … by the highest averages. */
function byTurns<T>(list: readonly T[]) {
  const given = list.map(() => 0);
  return (count: number): T[] => {
    const taken: number[] = [];
    while (taken.length < count) {
      let next = -1;
      list.forEach((_, index) => {
        const claim = (at: number) => 1 / (at + 1) / (given[at]! + 1);
        if (!taken.includes(index) && (next < 0 || claim(index) > claim(next) + 1e-12)) next = index;
      });
      taken.push(next);
      given[next]!++;
    }
    return taken.map((index) => list[index]!);
  };
}
