import { dayWords } from '../base/day.ts';
import type { CheckItem } from './item.ts';

/** Something to be looked at, by the entry that asked for it. */
export interface CheckRequest {
  id: string;
  at: string;
  head: number | null;
  position: number | null;
  says: string;
}

/** The name of its item on the list. */
export const requestKey = (id: string) => `asked:${id}`;

/** What somebody asked to have looked at: it stands there every day until it is said done. */
export const requestedItems = (asked: readonly CheckRequest[]): CheckItem[] =>
  asked.map(({ id, at, position, says }) => ({
    ...{ key: requestKey(id), group: 'asked', scope: 'day', says, position, how: null },
    why: `Reported on ${dayWords(at)}.`,
  }));
