/** A circumstance: its name, how one level of it is said, and shorter where another of the same was just named. */
interface FactorRecord {
  name: string;
  says: (level: string) => string;
  short?: (level: string) => string;
  /** Standard deviation of an effect's logarithm beforehand. From memory: most matter little, some by a factor of two or three. */
  priorSd: number;
}
export type Factor = 'position' | 'thread' | 'needle' | 'age' | 'cloth' | 'job' | 'speed' | 'time' | 'person';

/** Jobs on one cloth, parts of the day and people differ little, or else cloth and thread could not be told from them. From memory. */
const little = 0.4;

/** What breaks may go with: what was sewn is counted by one level of each. */
export const factors: Readonly<Record<Factor, FactorRecord>> = {
  position: { name: 'position', says: (level) => `position ${level}`, priorSd: 1 },
  thread: { name: 'thread', says: (level) => level, priorSd: 1 },
  needle: {
    name: 'kind of needle',
    says: (level) => `needle ${level}`,
    short: (level) => `a ${level}`,
    priorSd: 1,
  },
  age: {
    name: 'age of the needle',
    says: (level) => `a needle of ${level} stitches`,
    short: (level) => `one of ${level}`,
    priorSd: 1,
  },
  cloth: { name: 'cloth', says: (level) => level, priorSd: 1 },
  job: { name: 'job', says: (level) => `job ${level}`, short: (level) => level, priorSd: little },
  speed: { name: 'speed', says: (level) => `${level} st/min`, priorSd: 1 },
  time: { name: 'time of day', says: (level) => level, priorSd: little },
  person: {
    name: 'person at the machine',
    says: (level) => `${level} at the machine`,
    short: (level) => level,
    priorSd: little,
  },
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

/** Parts of the day by the hours at which they begin. */
const partsOfDay = ['the night', 'the morning', 'the afternoon', 'the evening'] as const;

/** The part of the day of an hour, 0 to 23 by the workshop's clock. */
export const partOfDay = (hour: number): string => partsOfDay[Math.floor(hour / 6) % 4]!;

/** Jobs told by name, at most: those that sewed most. */
const mostJobs = 12;
/** The level of what is put together: sewn too little, or a job of which nothing more is told than its cloth. */
export const others = 'others';

/**
 * The names under which jobs are compared: of those that sewed most, each on a cloth on which another sewed too. (What is the only one on its
 * cloth cannot be told from the cloth.) `jobs`: stitches and cloth of each.
 */
export function comparedJobs(
  jobs: readonly { id: string; name: string; cloth: string; stitches: number }[],
): ReadonlyMap<string, string> {
  const most = [...jobs].sort((a, b) => b.stitches - a.stitches || (a.id < b.id ? -1 : 1)).slice(0, mostJobs);
  return new Map(
    most.flatMap(({ id, name, cloth }) =>
      jobs.some((other) => other.id !== id && other.cloth === cloth) ? [[id, name] as const] : [],
    ),
  );
}

/** The band of a speed: hundreds of stitches a minute, rounded. */
export const speedBand = (speed: number): string => `${100 * Math.round(speed / 100)}`;

/** What was sewn, and what broke, at one level of each factor. */
export interface FactorCell {
  levels: Record<Factor, string>;
  breaks: number;
  stitches: number;
}
