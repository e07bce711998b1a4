import { is } from '../../ledger/about-kinds.ts';
import { isKind, type RunEvent } from '../../run/run-event.ts';
import { tellsImpact } from '../../trouble/impact.ts';
import { onsets, type Onset } from '../../trouble/onsets.ts';
import type { Clue } from '../clue.ts';
import { newestOf, sewnBetween, whole, type Evidence, type EvidenceInput } from './input.ts';
import { bounded } from './likelihood.ts';

interface Before {
  key: Onset;
  /** Whether an event of the ledger is one of these, at this seat. */
  isIt(event: RunEvent, input: EvidenceInput): boolean;
}

const isHere = (event: RunEvent, { head, position }: EvidenceInput) =>
  event.head === head && event.position === position;

/** What may have happened before a row of breaks, as the ledger tells it. */
const befores: readonly Before[] = [
  { key: 'needle_change', isIt: (event, input) => isKind(event, 'needle_fitted') && isHere(event, input) },
  { key: 'new_cone', isIt: (event, input) => isKind(event, 'cone_mounted') && isHere(event, input) },
  {
    key: 'new_bobbin',
    isIt: (event, { head }) =>
      isKind(event, 'break') && event.data.fault === 'bobbin_out' && event.head === head,
  },
  { key: 'screw_turned', isIt: (event) => isKind(event, 'screw_turned') },
  { key: 'case_dropped', isIt: (event) => isKind(event, 'case_dropped') },
  {
    key: 'impact',
    isIt: (event, input) =>
      (isKind(event, 'stop') || isKind(event, 'note')) &&
      (event.head === null || isHere(event, input)) &&
      tellsImpact(isKind(event, 'stop') ? event.data.why : isKind(event, 'note') ? event.data.text : ''),
  },
  {
    key: 'cleaned',
    isIt: (event) =>
      isKind(event, 'check_done') &&
      event.data.state === 'done' &&
      /^(oil|tails|clean)/.test(event.data.item),
  },
];

/** So many stitches of this seat before the first break still belong to what came before it. From memory. */
const reach = 4000;
/** Hours without a stitch that are a rest. */
const restHours = 8;

/** What happened just before the first break of the row, each weighed by half: it may be chance. */
export function before(input: Evidence): Clue[] {
  const [first] = input.row;
  if (!first) return [];
  const earlier = input.events.filter((event) => !event.void && Date.parse(event.at) < Date.parse(first.at));
  const clues = befores.flatMap(({ key, isIt }): Clue[] => {
    const last = newestOf(earlier.filter((event) => isIt(event, input)));
    if (!last) return [];
    const sewn = sewnBetween(input, input.head, input.position, last.at, first.at);
    return sewn > reach
      ? []
      : [clueOf(key, `${onsets[key].name} ${whole(sewn)} stitches before the first of these breaks`)];
  });
  const sewed = newestOf(earlier.filter((event) => is(event, 'sews')));
  const hours = sewed ? (Date.parse(first.at) - Date.parse(sewed.at)) / 3_600_000 : 0;
  return hours >= restHours
    ? [
        ...clues,
        clueOf('rest', `The first of these breaks came after ${whole(hours)} hours without a stitch`),
      ]
    : clues;
}

function clueOf(key: Onset, says: string): Clue {
  const { raises } = onsets[key];
  return {
    key: `before:${key}`,
    says,
    weights: Object.fromEntries(
      Object.entries(raises).map(([cause, times]) => [cause, bounded(1 + 0.5 * (times - 1))]),
    ),
  };
}
