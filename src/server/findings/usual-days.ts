import { millisecondsInDay } from 'date-fns/constants';

/** The days, back from today, that say what is usual at a seat, and the newest of them, which are held against it. */
export const usualDays = 365;
export const latelyDays = 28;

/** The UTC day so many days before `now`. */
export const dayAgo = (now: Date, days: number): string =>
  new Date(now.getTime() - days * millisecondsInDay).toISOString().slice(0, 10);
