import { aboutStitches, figure } from './words.ts';

/** One needle as it is asked about. */
export interface NeedleAsked {
  /** "75/11 sharp". */
  needle: string;
  /** The machine's name. */
  machine: string;
  cloth: string;
  head: number;
  position: number;
  /** Weight of the thread that it sewed most with: "40 wt". */
  thread: string;
  metallic: boolean;
  stitches: number;
  /** Hours sewn, and of them with metallic thread. */
  hours: number;
  metallicHours: number;
  /** By trouble; else it was taken out for another reason, or is still in. */
  ended: boolean;
  /** Whether it is out again, for whatever reason. */
  out: boolean;
}

/** What the needles are compared by. */
export const needleGroups = {
  needle: { name: 'kind of needle', of: (life) => life.needle },
  cloth: { name: 'cloth', of: (life) => life.cloth },
  position: { name: 'position', of: (life) => `position ${life.position}` },
  thread: { name: 'thread weight', of: (life) => life.thread },
  metallic: { name: 'metallic or not', of: (life) => (life.metallic ? 'metallic' : 'not metallic') },
  machine: { name: 'machine', of: (life) => life.machine },
} as const satisfies Record<string, { name: string; of: (life: NeedleAsked) => string }>;
export type NeedleGroup = keyof typeof needleGroups;

/** What a needle's age is counted in. A rule is kept in stitches only: the others are for comparing. */
export const ageUnits = {
  stitches: {
    name: 'stitches',
    unit: 'st',
    says: 'stitches',
    of: (life) => life.stitches,
    text: aboutStitches,
  },
  hours: { name: 'hours', unit: 'h', says: 'hours of sewing', of: (life) => life.hours, text: figure },
  metallicHours: {
    ...{ name: 'metallic hours', unit: 'h', says: 'hours of metallic thread', text: figure },
    of: (life) => life.metallicHours,
  },
} as const satisfies Record<
  string,
  {
    name: string;
    unit: 'st' | 'h';
    says: string;
    of: (life: NeedleAsked) => number;
    text: (age: number) => string;
  }
>;
export type AgeUnit = keyof typeof ageUnits;
