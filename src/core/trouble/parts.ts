import { keysOf } from '../base/keys.ts';
import type { Location } from './locations.ts';

interface PartRecord {
  name: string;
  sits: Location;
}

/** The parts of a head in which a fault can sit, from the cone down. Common practice, no published source. */
export const parts = {
  cone: { name: 'Cone and its guard', sits: 'position' },
  thread: { name: 'Thread', sits: 'cone' },
  path: { name: 'Guides and path', sits: 'position' },
  wheel: { name: 'Sensor wheel', sits: 'position' },
  tensioner: { name: 'Tensioner and knob', sits: 'position' },
  lever: { name: 'Take-up lever', sits: 'position' },
  bar: { name: 'Needle bar and clamp', sits: 'position' },
  needle: { name: 'Needle', sits: 'position' },
  foot: { name: 'Presser foot', sits: 'position' },
  plate: { name: 'Plate and head', sits: 'head' },
  hook: { name: 'Hook', sits: 'head' },
  case: { name: 'Bobbin case', sits: 'head' },
  bobbin: { name: 'Bobbin', sits: 'head' },
  hoop: { name: 'Hoop and arms', sits: 'piece' },
  cloth: { name: 'Cloth and backing', sits: 'piece' },
  design: { name: 'Design', sits: 'design' },
  speed: { name: 'Speed', sits: 'speed' },
  other: { name: 'Something else', sits: 'unknown' },
} as const satisfies Record<string, PartRecord>;

export type Part = keyof typeof parts;
export const partKeys = keysOf(parts);
