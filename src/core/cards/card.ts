import type { Mechanics } from './mechanics.ts';

/** The drawings that a card's step can show; screens/cards draws each. */
export const drawings = {
  needle_front: { name: 'Needle from the front' },
  needle_above: { name: 'Needle from above, with its turn' },
  clamp: { name: 'Clamp screw' },
  old_point: { name: 'An old needle’s point through the new eye' },
  path: { name: 'The thread’s path' },
  discs: { name: 'Tension discs' },
  depth_gauge: { name: 'Gauge in the hook' },
  depth_peg: { name: 'Hook peg and needle tip' },
  hook_point: { name: 'Hook’s point beside the needle' },
  foot: { name: 'Foot over the plate' },
  foot_slot: { name: 'Foot in its slot' },
  hole: { name: 'Hole of the plate from above' },
  case: { name: 'Case and bobbin' },
  case_in: { name: 'Case pushed in' },
  cone_net: { name: 'Cone with its net' },
  layers: { name: 'Layers under the needle' },
  ring: { name: 'Basting ring round a design' },
  sharps: { name: 'Closed sharps container' },
  tails: { name: 'Tails in the holding spring' },
  power: { name: 'Power off' },
} as const;
export type Drawing = keyof typeof drawings;

/** What must be said first. */
export const cautions = {
  power:
    'Machine stopped, power off or emergency stop as the manual says. No loose sleeves. The manual and your local rules go first.',
  needle:
    'Machine stopped, power off or emergency stop as the manual says. Eye protection where a needle has broken. No loose sleeves.',
  spray:
    'Sprays only outdoors or well aired, away from the machine and from anything that lights. Machine stopped before hands go near the needle.',
  careful: 'Machine stopped before hands go near the needle. The manual and your local rules go first.',
} as const;

export interface CardStep {
  says: string;
  drawing: Drawing;
  /** The profile is silent on what this step needs: it says “as your manual says”. */
  isOpen?: boolean;
}

/** A procedure for the hands. Its steps follow from the machine's profile, and never show what that denies. */
export interface Card {
  name: string;
  caution: keyof typeof cautions;
  /** What it is for, in a sentence. */
  about: string;
  steps(mechanics: Mechanics, machine: { positions: number; numberingSide: 'left' | 'right' }): CardStep[];
}
