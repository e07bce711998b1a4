/**
 * Where practitioners disagree, the workshop chooses. Each topic is a question with its named answers; a rule of a
 * school speaks only where its answer was chosen. Common practice, no published source.
 */
export const schoolTopics = {
  point: {
    asks: 'Point when nothing else decides',
    choices: {
      'sharp-first': 'sharp first',
      'light-ball-first': 'light ball first',
      'universal-first': 'universal first',
    },
  },
  size40: {
    asks: 'Needle for 40 wt',
    choices: { '75': '75/11', '80-90': '80/12 to 90/14' },
  },
  size60: {
    asks: 'Needle for 60 wt',
    choices: { '65': '65/9', '70-75': '70/10 to 75/11' },
  },
  metallicSize: {
    asks: 'Needle for metallic',
    choices: { '90': '90/14 at once', '80': '80/12 first' },
  },
  capNeedle: {
    asks: 'Needle for caps without foam',
    choices: {
      '80-sharp': '80/12 sharp',
      '75-sharp': '75/11 sharp',
      '90-sharp': '90/14 sharp',
      '75-ball': '75/11 ball',
    },
  },
  heavyNeedle: {
    asks: 'Needle for denim, heavy cloth and seams',
    choices: { '80': '80/12 or stouter', '90': '90/14 or stouter' },
  },
  case: {
    asks: 'Bobbin case, by the case gauge',
    choices: { '25-30': '25 to 30 g', '18-25': '18 to 25 g' },
  },
  share: {
    asks: 'Bobbin’s part of a column’s underside',
    choices: { third: 'a third', 'forty-fifty': '40 to 50 %', half: 'half' },
  },
  start: {
    asks: 'Tension begins with',
    choices: { 'bobbin-first': 'the bobbin case', 'top-first': 'the upper knobs' },
  },
  caseEvery: {
    asks: 'A case is measured every',
    choices: { '1': 'day', '7': 'week', '100': '3 to 4 months' },
  },
  twins: {
    asks: 'Two positions of one colour',
    choices: { stitches: 'job by job', week: 'week by week', piece: 'piece by piece' },
  },
} as const;

export type SchoolTopic = keyof typeof schoolTopics;
export type Schools = { [T in SchoolTopic]: keyof (typeof schoolTopics)[T]['choices'] };

export const defaultSchools: Schools = {
  point: 'light-ball-first',
  size40: '75',
  size60: '65',
  metallicSize: '90',
  capNeedle: '80-sharp',
  heavyNeedle: '80',
  case: '25-30',
  share: 'third',
  start: 'bobbin-first',
  caseEvery: '7',
  twins: 'stitches',
};

/** "light ball first": a choice in words. */
export function schoolText(topic: SchoolTopic, choice: string): string {
  return (schoolTopics[topic].choices as Record<string, string>)[choice] ?? choice;
}
