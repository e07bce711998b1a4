import { among, object, uuid } from '../../../shape/parts.ts';
import { answerKeys, answersOf, steps, stepOf } from '../../../trouble/steps/index.ts';
import { kindOfEntry } from '../kind.ts';

/** One step of a trace and what it told. `waits`: mended, it seems; the stitches are to say so. */
export const definition = kindOfEntry({
  name: 'Trace step',
  where: 'seat',
  shape: object(
    {
      trace: uuid,
      step: among(steps),
      answer: { enum: answerKeys },
      minutes: { type: 'number', minimum: 0, maximum: 600 },
      waits: { type: 'boolean' },
    },
    ['minutes', 'waits'],
  ),
  flags: { refersTo: { field: 'trace', kind: 'trace_opened' }, story: 'others' },
  says: ({ data }) =>
    `trace: ${stepOf(data.step).name}: ${answersOf(data.step)[data.answer]?.name ?? data.answer}`,
});
