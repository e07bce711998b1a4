import { omit } from '../core/base/omit.ts';

/** A record by text without one of its keys. */
export const without = <Value>(record: Readonly<Record<string, Value>>, key: string): Record<string, Value> =>
  omit(record, key);
