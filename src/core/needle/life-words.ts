import { needleLifeSchools, type LearntLife, type NeedleLife } from './life.ts';

/** A way of keeping needles in words. Apart from life.ts, which goes into the page of every screen. */
interface LifeWords {
  /** What a needle's age is told in. */
  countsIn: 'stitches' | 'hours';
  /** The limit; empty: there is none. */
  limit: (life: NeedleLife) => string;
}

const whole = new Intl.NumberFormat('en-GB');
const stitchesText = (stitches: number) => `${whole.format(stitches)} stitches`;

const words: Readonly<Record<NeedleLife['school'], LifeWords>> = {
  hours: {
    countsIn: 'hours',
    limit: ({ hours, metallicHours }) => `${hours} hours, ${metallicHours} with metallic`,
  },
  stitches: {
    countsIn: 'stitches',
    limit: ({ stitches, metallicHours }) =>
      `${stitchesText(stitches)}, or ${metallicHours} hours with metallic`,
  },
  'until-trouble': {
    countsIn: 'hours',
    limit: ({ metallicHours }) => `${metallicHours} hours with metallic`,
  },
  learnt: {
    countsIn: 'stitches',
    limit: ({ learnt }) => (learnt ? learntText(learnt) : 'nothing learnt yet, so no limit'),
  },
};

function learntText({ stitches, low, high, ended, since }: LearntLife): string {
  const rests = `learnt from ${ended} needles that gave trouble, on ${since}`;
  if (stitches === null) return `until it gives trouble, ${rests}`;
  const range =
    high === null ? `${whole.format(low)} or more` : `${whole.format(low)} to ${whole.format(high)}`;
  return `${stitchesText(stitches)} (${range}), ${rests}`;
}

/** The school a life is kept by, its limit, and what ages are told in. */
export const lifeInWords = (life: NeedleLife) => ({
  name: needleLifeSchools[life.school].name,
  countsIn: words[life.school].countsIn,
  limit: words[life.school].limit(life),
});
