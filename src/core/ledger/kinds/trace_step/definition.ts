import { keyIn, object, uuid } from '../../../shape/parts.ts';
import type { Step } from '../../../trouble/steps/index.ts';
import { inWords } from '../in-words.ts';
import { kindOfEntry } from '../kind.ts';

/**
 * One step of a trace and what it told. `waits`: mended, it seems; the stitches are to say so. `shown`: nothing was done for it,
 * the hands saw it of what the last repair took out.
 */
export const definition = kindOfEntry({
  name: 'Trace step',
  where: 'seat',
  shape: object(
    {
      trace: uuid,
      step: keyIn<Step>('steps'),
      answer: keyIn('answers'),
      minutes: { type: 'number', minimum: 0, maximum: 600 },
      waits: { type: 'boolean' },
      shown: { type: 'boolean' },
    },
    ['minutes', 'waits', 'shown'],
  ),
  flags: { unnamed: true, shared: true, refersTo: { field: 'trace', kind: 'trace_opened' }, story: 'others' },
  says: ({ data }) => `trace: ${inWords(data.step)}: ${inWords(data.answer)}`,
});
