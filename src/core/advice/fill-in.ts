import { type Fibre } from '../thread/fibres.ts';
import type { Question } from './question.ts';
import { defaultSchools, type Schools } from './schools.ts';

/** A question as it may be asked: what is left out is filled in the usual way. */
export type PartialQuestion = Pick<Question, 'cloth' | 'element'> &
  Partial<Omit<Question, 'cloth' | 'element' | 'thread' | 'schools'>> & {
    thread?: { weightNo: number; tex?: number; fibre: Fibre } | null;
    schools?: Partial<Schools>;
  };

/** Fills in one layer, no seam, no backing, a medium hoop, solidity, and the workshop's schools. */
export function fillIn(asked: PartialQuestion, workshop: Partial<Schools> = {}): Question {
  const { thread } = asked;
  return {
    layers: 1,
    seams: false,
    backings: [],
    hoop: 'medium',
    letterMm: null,
    strokeMm: null,
    priority: 'solidity',
    ...asked,
    thread: thread ? { ...thread, tex: thread.tex ?? 1000 / thread.weightNo } : null,
    schools: { ...defaultSchools, ...workshop, ...asked.schools },
  };
}
