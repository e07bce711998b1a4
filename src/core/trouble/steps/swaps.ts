import type { SwapRecord } from './step.ts';

const basis = 'memory';
const kind = 'swap';

/** Sewing the same section with parts exchanged. Common practice, no published source; minutes are from memory. */
export const swaps = {
  neighbour: {
    kind,
    name: 'Same cone on a neighbour',
    says: 'Put this cone on a neighbour that sews well, thread it there, sew the same section again.',
    minutes: 3.5,
    parts: ['thread', 'path', 'needle', 'bar', 'foot'],
    exchanges: ['position'],
    basis,
  },
  flat_scrap: {
    kind,
    name: 'Same section on flat scrap',
    says: 'Hoop flat scrap with two layers of backing, sew the same section again.',
    minutes: 3,
    parts: ['hoop', 'cloth'],
    exchanges: ['piece'],
    basis,
  },
  other_place: {
    kind,
    name: 'Another part of the design, same position',
    says: 'Let this position sew another part of the design.',
    minutes: 1.5,
    parts: ['design'],
    exchanges: ['design'],
    basis,
  },
} as const satisfies Record<string, SwapRecord>;
