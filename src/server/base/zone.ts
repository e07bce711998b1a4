/** A time zone by its name as this server knows it; null: no zone has that name. */
export function zoneNamed(name: string): string | null {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone;
  } catch {
    return null;
  }
}
