/**
 * What a record holds under a key that somebody typed; undefined for what it only inherits: a thread called “constructor”
 * is in no table.
 */
export function ownProperty<Value>(record: Readonly<Record<string, Value>>, key: string): Value | undefined {
  return Object.hasOwn(record, key) ? record[key] : undefined;
}
