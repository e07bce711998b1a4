const days = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });

/** A day as it is written on every screen: "22 Nov". `day`: yyyy-mm-dd, or an instant whose day (UTC) is meant. */
export const dayWords = (day: string): string => days.format(new Date(`${day.slice(0, 10)}T00:00:00Z`));
