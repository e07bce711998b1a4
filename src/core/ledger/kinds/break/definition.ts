import { faults } from '../../../fault/faults.ts';
import { among, amongOrNull, object, stopNo, uuid } from '../../../shape/parts.ts';
import { mostStitches } from '../../../shape/most.ts';
import { kindOfEntry } from '../kind.ts';

/** Whether every fragment of a broken needle was found. */
export const fragmentStates = {
  all_found: { says: 'all fragments found' },
  missing: { says: 'fragment missing' },
} as const;

/** The thread broke, or what operators log as a break. `fault` is null between the first touch and the second. */
export const definition = kindOfEntry({
  name: 'Break',
  where: 'seat',
  shape: object(
    {
      fault: amongOrNull(faults),
      /** Only with a broken needle. */
      fragments: among(fragmentStates),
      /** Somebody said that it is another than the one beside it, half a minute away. */
      isApart: { const: true },
      stop: stopNo,
      stitch: { type: 'integer', minimum: 0, maximum: mostStitches },
      /** Written by the machine's feed. */
      by: { const: 'feed' },
      /** The feed's entry about this same stop, taken back for this one. */
      feedId: uuid,
    },
    ['fragments', 'isApart', 'stop', 'stitch', 'by', 'feedId'],
  ),
  flags: {
    ...{ stops: true, breaks: true, losesTime: true, opens: true, story: 'breaks' },
    addable: ['fault', 'fragments', 'isApart'],
    serverOnly: ['by', 'feedId'],
  },
  says: ({ data }) =>
    (data.fault ? faults[data.fault].says : 'break, kind not said') +
    (data.fragments ? `, ${fragmentStates[data.fragments].says}` : ''),
});
