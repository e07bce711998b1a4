/** A record without some of its fields. */
export function omit<T extends object, K extends keyof T & string>(record: T, ...fields: K[]): Omit<T, K> {
  const left = Object.entries(record).filter(([field]) => !(fields as string[]).includes(field));
  return Object.fromEntries(left) as Omit<T, K>;
}
