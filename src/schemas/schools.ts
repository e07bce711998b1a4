import { object } from './parts.ts';

/** Answers where practitioners disagree; see core/advice/schools.ts. */
export const schools = object({
  point: { enum: ['sharp-first', 'light-ball-first', 'universal-first'] },
  size40: { enum: ['75', '80-90'] },
  size60: { enum: ['65', '70-75'] },
  metallicSize: { enum: ['90', '80'] },
  case: { enum: ['25-30', '18-25'] },
  share: { enum: ['third', 'forty-fifty', 'half'] },
  start: { enum: ['bobbin-first', 'top-first'] },
  caseEvery: { enum: ['1', '7', '100'] },
});
/** Some of them: the others are the workshop's. */
export const someSchools = { ...schools, required: [] } as const;
