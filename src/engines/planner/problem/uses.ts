import { keysOf } from '../../../core/base/keys.ts';

/** How a position may be used. */
interface UseRecord {
  name: string;
  /** One word for a mark under the rail. */
  mark: string;
  says: string;
  /** Jobs may sit on it. */
  usable: boolean;
  /** Its needle stays: only what suits that may sit there. */
  needleStays: boolean;
  /** Its thread stays too. */
  threadStays: boolean;
}

/** In the order in which a touch goes through them. */
export const positionUses = {
  free: {
    name: 'free',
    mark: '·',
    says: 'may be changed',
    usable: true,
    needleStays: false,
    threadStays: false,
  },
  locked: {
    name: 'needle stays',
    mark: 'needle',
    says: 'the needle stays, the thread may change',
    usable: true,
    needleStays: true,
    threadStays: false,
  },
  pinned: {
    name: 'all stays',
    mark: 'all',
    says: 'stays as it is, serves what matches',
    usable: true,
    needleStays: true,
    threadStays: true,
  },
  reserved: {
    name: 'kept free',
    mark: 'kept',
    says: 'kept for tracing and one-off colours',
    usable: false,
    needleStays: true,
    threadStays: true,
  },
  'out-of-order': {
    name: 'out of order',
    mark: 'out',
    says: 'out of order',
    usable: false,
    needleStays: true,
    threadStays: true,
  },
} as const satisfies Record<string, UseRecord>;

export type PositionUse = keyof typeof positionUses;
export const positionUseKeys = keysOf(positionUses);
