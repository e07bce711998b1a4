/** A circumstance: its name, how one level of it is said, and shorter where another of the same was just named. */
interface FactorRecord {
  name: string;
  says: (level: string) => string;
  short?: (level: string) => string;
}
export type Factor = 'position' | 'thread' | 'needle' | 'age' | 'cloth' | 'speed';

/** What breaks may go with: what was sewn is counted by one level of each. */
export const factors: Readonly<Record<Factor, FactorRecord>> = {
  position: { name: 'position', says: (level) => `position ${level}` },
  thread: { name: 'thread', says: (level) => level },
  needle: { name: 'kind of needle', says: (level) => `needle ${level}`, short: (level) => `a ${level}` },
  age: {
    name: 'age of the needle',
    says: (level) => `a needle of ${level} stitches`,
    short: (level) => `one of ${level}`,
  },
  cloth: { name: 'cloth', says: (level) => level },
  speed: { name: 'speed', says: (level) => `${level} st/min` },
};
export const factorKeys = Object.keys(factors) as Factor[];

/** Ages of needles that are looked at together, stitches. */
const ageEdges = [100_000, 200_000, 300_000, 450_000, 650_000] as const;

/** The band of a needle's age: "200–300 thousand". */
export function ageBand(stitches: number): string {
  const above = ageEdges.findIndex((edge) => stitches < edge);
  const thousand = (edge: number) => edge / 1000;
  if (above === 0) return `under ${thousand(ageEdges[0])} thousand`;
  if (above < 0) return `over ${thousand(ageEdges.at(-1)!)} thousand`;
  return `${thousand(ageEdges[above - 1]!)}–${thousand(ageEdges[above]!)} thousand`;
}

/** The band of a speed: hundreds of stitches a minute, rounded. */
export const speedBand = (speed: number): string => `${100 * Math.round(speed / 100)}`;

/** What was sewn, and what broke, at one level of each factor. */
export interface FactorCell {
  levels: Record<Factor, string>;
  breaks: number;
  stitches: number;
}
