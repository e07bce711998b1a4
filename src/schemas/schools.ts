import { keysOf } from '../core/base/keys.ts';
import { schoolTopics, type SchoolTopic } from '../core/advice/schools.ts';
import { among, object } from '../core/shape/parts.ts';

type Topics = typeof schoolTopics;
type Answers = { [T in SchoolTopic]: { readonly enum: readonly (keyof Topics[T]['choices'] & string)[] } };

/** The answers of one school. */
export const answersOf = <Topic extends SchoolTopic>(topic: Topic) =>
  among<Topics[Topic]['choices']>(schoolTopics[topic].choices);

const answers: Partial<Answers> = {};
for (const topic of keysOf(schoolTopics)) Object.assign(answers, { [topic]: answersOf(topic) });

/** Answers where practitioners disagree; see core/advice/schools.ts. */
export const schools = object(answers as Answers);
/** Some of them: the others are the workshop's. */
export const someSchools = { ...schools, required: [] } as const;
