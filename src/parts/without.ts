/** A record without one of its keys. */
export function without<Value>(record: Readonly<Record<string, Value>>, key: string): Record<string, Value> {
  return Object.fromEntries(Object.entries(record).filter(([one]) => one !== key));
}
