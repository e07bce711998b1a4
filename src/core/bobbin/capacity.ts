import type { Quantity } from '../base/quantity.ts';

/**
 * Size classes of bobbins: what a pre-wound of 60 wt (16.7 tex) holds, m. From memory; a length on the box wins.
 */
export const bobbinClasses = {
  L: { name: 'class L', metresAt60: 115 },
  M: { name: 'class M', metresAt60: 195 },
} as const;
export type BobbinClass = keyof typeof bobbinClasses;

/** How a bobbin is made; `care` is what the operator must know of it. Common practice, no published source. */
export const bobbinSides = {
  paper: {
    name: 'paper-sided',
    care: 'The sides swell or bend and drag; peeled off they leave a good sideless bobbin.',
  },
  plastic: {
    name: 'plastic-sided',
    care: 'Single use: a refilled one swells. Throw it away when it is empty.',
  },
  magnetic: { name: 'magnetic core', care: 'Holds itself still in the case; even to the end.' },
  sideless: { name: 'sideless', care: 'Handle by the core: the winding has nothing to hold it.' },
  metal: { name: 'metal', care: 'Over-spins at a stop; wind it evenly.' },
} as const;
export type BobbinSides = keyof typeof bobbinSides;

/** Length of bobbin thread of `tex` that a bobbin of a class holds, m: the volume is fixed, so it goes with 1/tex. */
export function bobbinLength(size: BobbinClass, tex: number): Quantity {
  const { name, metresAt60 } = bobbinClasses[size];
  return {
    value: (metresAt60 * (1000 / 60)) / tex,
    unit: 'm',
    spread: 0.15,
    basis: 'memory',
    because: `A ${name} pre-wound holds about ${metresAt60} m of 60 wt; finer thread goes on longer.`,
  };
}
