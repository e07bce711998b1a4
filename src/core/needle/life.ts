/**
 * How long a needle is kept. Practitioners disagree, so each way is a school and the machine's profile names
 * one. Common practice, no published source; the fourth is what the workshop's own needles showed (core/findings).
 */
export interface NeedleAge {
  stitches: number;
  /** Sewing time in ms, metallic time included. */
  sewingMs: number;
  /** The part of it sewn with metallic thread, ms. */
  metallicMs: number;
}

/** A rule that was learnt from the needles of a machine. */
export interface LearntLife {
  /** The age that costs least, stitches; null: running them until they give trouble does. */
  stitches: number | null;
  /** What the needles allow it to be, 95 in 100; `high` null: no limit at all would fit as well. */
  low: number;
  high: number | null;
  /** Needles ended by trouble that it rests on, and the day it was made the rule. */
  ended: number;
  since: string;
}

export interface NeedleLife {
  school: 'hours' | 'stitches' | 'until-trouble' | 'learnt';
  /** Hours of sewing (school `hours`). */
  hours: number;
  /** Hours with metallic thread; they count in every school. */
  metallicHours: number;
  /** Stitches (school `stitches`). */
  stitches: number;
  /** School `learnt`; left out: nothing was learnt yet. */
  learnt?: LearntLife | undefined;
}

/** A way of keeping a needle. */
interface LifeSchool {
  name: string;
  /** The share of its life that an age has used; null: it sets no limit. */
  worn: (age: NeedleAge, life: NeedleLife) => number | null;
}

export const needleLifeSchools = {
  hours: {
    name: 'by hours sewn',
    worn: byHours,
  },
  stitches: {
    name: 'by stitches',
    worn: (age, life) => age.stitches / life.stitches,
  },
  'until-trouble': { name: 'until it gives trouble', worn: () => null },
  learnt: {
    name: 'by what this workshop’s needles last',
    worn: (age, { learnt }) => (learnt?.stitches ? age.stitches / learnt.stitches : null),
  },
} satisfies Record<NeedleLife['school'], LifeSchool>;

export const defaultNeedleLife: NeedleLife = {
  school: 'hours',
  hours: 8,
  metallicHours: 4,
  stitches: 400_000,
};

/**
 * Share of its life a needle has used: 0 new, 1 due, above 1 overdue; null where the school sets no limit and no metallic thread was sewn. The hours with metallic
 * count in every school, whichever comes first (common practice, no published source). Valid: ages ≥ 0, limits > 0.
 */
export function needleWorn(age: NeedleAge, life: NeedleLife): number | null {
  const worn = needleLifeSchools[life.school].worn(age, life);
  const byMetallic = hours(age.metallicMs) / life.metallicHours;
  return byMetallic > (worn ?? 0) ? byMetallic : worn;
}

const hours = (ms: number) => ms / 3_600_000;

/** Metallic wears faster, so its time counts against its own, shorter limit; the two shares add up. */
function byHours(age: NeedleAge, life: NeedleLife): number {
  return hours(age.sewingMs - age.metallicMs) / life.hours + hours(age.metallicMs) / life.metallicHours;
}
