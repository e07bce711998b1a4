import { millisecondsInDay } from 'date-fns/constants';
import { perStitches } from '../../rates/per-stitches.ts';

const grouped = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 });

/** Stitches as one says them: thousands, or tens of thousands where they are many. */
export function aboutStitches(stitches: number): string {
  const step = stitches >= 100_000 ? 10_000 : stitches >= 10_000 ? 1000 : 100;
  return grouped.format(Math.round(stitches / step) * step);
}

export const wholeText = (value: number) => grouped.format(Math.round(value));

/** A rate or a ratio with as many figures as it has a right to. */
export const figure = (value: number): string =>
  value >= 100
    ? wholeText(value)
    : value >= 10
      ? value.toFixed(0)
      : value >= 1
        ? value.toFixed(1)
        : value.toFixed(2);

/** "1.4 (1.1–1.8)"; an end that is not limited: "over". */
export function withRange(value: number, low: number, high: number | null, text = figure): string {
  if (high !== null && text(low) === text(high)) return text(value);
  return `${text(value)} (${high === null ? `over ${text(low)}` : `${text(low)}–${text(high)}`})`;
}

export const perTenThousand = 'per 10,000 stitches';

/** "10 per 10,000 stitches, where 0.32 are usual": two figures of one unit side by side. No stitches: only what is usual. `usual`: breaks per 10,000. */
export const againstUsual = (breaks: number, stitches: number, usual: number): string =>
  stitches > 0
    ? `${figure((breaks * perStitches) / stitches)} ${perTenThousand}, where ${figure(usual)} are usual`
    : `where ${figure(usual)} ${perTenThousand} are usual`;

/** "3 needles", "1 needle". */
export const howMany = (count: number, one: string, many = `${one}s`) =>
  `${wholeText(count)} ${count === 1 ? one : many}`;

const months = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

/** "2026-05-12" as "12 May". */
export function dayWords(day: string): string {
  const [, month, date] = day.split('-').map(Number);
  return `${date} ${months[month! - 1]!}`;
}

/** When so many more will be there at today's pace: "in about 6 weeks"; null: at today's pace never. */
export function whenThere(missing: number, had: number, days: number): string | null {
  if (had <= 0 || days <= 0) return null;
  const wait = missing / (had / days);
  if (wait > 3 * 365) return null;
  if (wait < 10) return `in about ${howMany(Math.max(1, Math.ceil(wait)), 'day')}`;
  return wait < 70
    ? `in about ${howMany(Math.ceil(wait / 7), 'week')}`
    : `in about ${howMany(Math.ceil(wait / 30), 'month')}`;
}

/** Days from one to another, both counted. */
export const daysOf = ({ from, to }: { from: string; to: string }) =>
  Math.max(1, Math.round((Date.parse(to) - Date.parse(from)) / millisecondsInDay) + 1);
