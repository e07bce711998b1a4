/** What holds the cloth. `usualMm`: its inside, width and height, where it was not said. From memory. */
export const hoopSizes = {
  small: { name: 'small', usualMm: [120, 120] },
  medium: { name: 'medium', usualMm: [180, 180] },
  large: { name: 'large', usualMm: [300, 300] },
  'cap-frame': { name: 'cap frame', usualMm: [300, 70] },
} as const satisfies Record<string, { name: string; usualMm: readonly [number, number] }>;
export type HoopSize = keyof typeof hoopSizes;

/** The size of a hoop by its longer inside, mm. From memory. */
export const hoopOf = (longerMm: number): HoopSize =>
  longerMm <= 140 ? 'small' : longerMm <= 220 ? 'medium' : 'large';
