import { dayWords } from '../base/day.ts';
import type { CheckItem } from './item.ts';

/** Something to be looked at, by the entry that asked for it. */
export interface Asked {
  id: string;
  at: string;
  head: number | null;
  position: number | null;
  says: string;
}

/** The name of its item on the list. */
export const askedKey = (id: string) => `asked:${id}`;

/** What somebody asked to have looked at: it stands there every day until it is said done. */
export const askedItems = (asked: readonly Asked[]): CheckItem[] =>
  asked.map(({ id, at, position, says }) => ({
    ...{ key: askedKey(id), group: 'asked', scope: 'day', says, position, how: null },
    why: `Reported on ${dayWords(at)}.`,
  }));
