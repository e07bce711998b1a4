import { millisecondsInDay } from 'date-fns/constants';

/** How numbers and times are written on every screen. Times take the zone, so server and page write the same. */

const grouped = new Intl.NumberFormat('en-GB');

/** 12,400 */
export const whole = (value: number) => grouped.format(Math.round(value));

/** "12,400 st": stitches with their unit. */
export const stitchesText = (value: number) => `${whole(value)} st`;

/** "6 h 20 min", "45 min", "0 min". */
export function durationText(ms: number): string {
  const minutes = Math.round(ms / 60_000);
  if (minutes < 60) return `${minutes} min`;
  return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
}

/** "1.5 min": time lost, where tenths matter. */
export const lostText = (ms: number) => `${(ms / 60_000).toFixed(1)} min`;

/** "18 s", "2.3 min": what a step takes. */
export const minutesText = (minutes: number) =>
  minutes < 1 ? `${Math.round(minutes * 60)} s` : `${Number(minutes.toFixed(1))} min`;

/** "2:07" since a stop; "1:02:07" past the hour. */
export function clockText(ms: number): string {
  const seconds = Math.max(0, Math.floor(ms / 1000));
  const two = (value: number) => String(value).padStart(2, '0');
  const hours = Math.floor(seconds / 3600);
  const rest = `${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}`;
  return hours > 0 ? `${hours}:${rest}` : rest.replace(/^0/, '');
}

const formats = new Map<string, Intl.DateTimeFormat>();
function format(zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = zone + JSON.stringify(options);
  let found = formats.get(key);
  if (!found) formats.set(key, (found = new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...options })));
  return found;
}

/** "14:05" */
export const timeText = (at: string, zone: string) =>
  format(zone, { hour: '2-digit', minute: '2-digit' }).format(new Date(at));

/** "24 Nov" (with the year when it is not this one). */
export function dayText(at: string, zone: string, now?: string): string {
  const year = format(zone, { year: 'numeric' });
  const other = now !== undefined && year.format(new Date(at)) !== year.format(new Date(now));
  return format(zone, { day: 'numeric', month: 'short', ...(other && { year: 'numeric' }) }).format(
    new Date(at),
  );
}

/** "14:05" today, else "24 Nov 14:05". */
export function momentText(at: string, zone: string, now: string): string {
  const sameDay = dayKey(at, zone) === dayKey(now, zone);
  return sameDay ? timeText(at, zone) : `${dayText(at, zone, now)} ${timeText(at, zone)}`;
}

/** "2026-11-24": the calendar day of an instant in a zone. */
export const dayKey = (at: string, zone: string) =>
  new Date(Date.parse(at) + offsetMs(at, zone)).toISOString().slice(0, 10);

const offsets = new Map<string, number>();

/** How far a zone's clocks are from UTC at an instant, ms. Asked once an hour of each zone: asking is slow. */
function offsetMs(at: string, zone: string): number {
  const hour = Math.floor(Date.parse(at) / 3_600_000);
  const key = `${zone} ${hour}`;
  let offset = offsets.get(key);
  if (offset === undefined) {
    const start = new Date(hour * 3_600_000);
    const parts = Object.fromEntries(
      format(zone, {
        year: 'numeric',
        month: 'numeric',
        day: 'numeric',
        hour: 'numeric',
        minute: 'numeric',
        hourCycle: 'h23',
      })
        .formatToParts(start)
        .map(({ type, value }) => [type, Number(value)]),
    );
    const local = Date.UTC(parts['year']!, parts['month']! - 1, parts['day'], parts['hour'], parts['minute']);
    offsets.set(key, (offset = local - start.getTime()));
  }
  return offset;
}

const halfYearMs = 183 * millisecondsInDay;

/** A plain calendar day ("2026-11-24"), written "Tue 24 Nov"; half a year and more from `today`, with its year. It has no zone. */
export function dueText(day: string, today = day): string {
  const at = new Date(`${day}T12:00:00Z`);
  const isFar = Math.abs(+at - +new Date(`${today}T12:00:00Z`)) > halfYearMs;
  return format('UTC', {
    ...{ weekday: 'short', day: 'numeric', month: 'short' },
    ...(isFar && { year: 'numeric' }),
  }).format(at);
}

/** "Tue", of a plain calendar day. */
export const weekdayText = (day: string): string =>
  format('UTC', { weekday: 'short' }).format(new Date(`${day}T12:00:00Z`));

/** "1 break", "3 breaks" */
export const counted = (count: number, one: string, many = `${one}s`) =>
  `${whole(count)} ${count === 1 ? one : many}`;

/** "3 breaks, 1 false stop"; "" where there was none. */
export const stopsText = (breaks: number, falseStops: number): string =>
  [breaks > 0 && counted(breaks, 'break'), falseStops > 0 && counted(falseStops, 'false stop')]
    .filter(Boolean)
    .join(', ');

/** With a capital at its beginning. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
