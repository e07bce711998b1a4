/** One needle as it is asked about. */
export interface NeedleAsked {
  /** "75/11 sharp". */
  needle: string;
  cloth: string;
  head: number;
  position: number;
  stitches: number;
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
} as const satisfies Record<string, { name: string; of: (life: NeedleAsked) => string }>;
export type NeedleGroup = keyof typeof needleGroups;
