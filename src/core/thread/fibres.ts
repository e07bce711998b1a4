import { keysOf } from '../base/keys.ts';

/** What is known of a fibre. */
interface FibreRecord {
  name: string;
  /** Of the solid fibre, g/cm³. From memory. */
  density: number;
  /** How unsure the density is, relative. */
  spread: number;
  /** A wrapped metallic: wears needles, wants the large eye, is no measure of the others. */
  metallic: boolean;
}

/**
 * The fibres of top and bobbin threads. Metallic thread is a wrapped core whose make-up is not on its cone: it is taken
 * as polyester, and the answer is less sure.
 */
export const fibres = {
  polyester: { name: 'polyester', density: 1.38, spread: 0.03, metallic: false },
  rayon: { name: 'rayon', density: 1.52, spread: 0.03, metallic: false },
  silk: { name: 'silk', density: 1.33, spread: 0.03, metallic: false },
  cotton: { name: 'cotton', density: 1.54, spread: 0.03, metallic: false },
  nylon: { name: 'nylon', density: 1.14, spread: 0.03, metallic: false },
  metallic: { name: 'metallic', density: 1.38, spread: 0.25, metallic: true },
} as const satisfies Record<string, FibreRecord>;

export type Fibre = keyof typeof fibres;
export const fibreKeys = keysOf(fibres);

/** Whether a thread's fibre is a metallic; where no thread is known it is not. */
export const isMetallic = (fibre: Fibre | null | undefined) => !!fibre && fibres[fibre].metallic;
