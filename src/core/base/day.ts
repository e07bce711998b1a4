const days = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });

/** A day as it is written on every screen: "22 Nov". `day`: yyyy-mm-dd, or an instant whose day (UTC) is meant. */
export const dayWords = (day: string): string => days.format(new Date(`${day.slice(0, 10)}T00:00:00Z`));

/** Whether a text is a day of the calendar, as 2026-11-24. */
export function isDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const day = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(day.getTime()) && day.toISOString().startsWith(text);
}
