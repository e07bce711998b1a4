import { millisecondsInDay } from 'date-fns/constants';
import { median } from 'simple-statistics';
import { seatAt } from '../../ledger/head-now.ts';
import { needleText } from '../../needle/label.ts';
import { needleWorn } from '../../needle/life.ts';
import { fieldOf } from '../../ledger/about-kinds.ts';
import { caseIn } from '../../run/cases-in.ts';
import { isKind, type RunEvent } from '../../run/run-event.ts';
import { bandOf, zoneOf, zones } from '../../tension/targets.ts';
import type { Clue } from '../clue.ts';
import { newestOf, percent, whole, type Evidence, type EvidenceInput } from './input.ts';

const seatOf = (input: EvidenceInput) => seatAt(input, input.head, input.position);

/** Put in since the trace was begun: no cause of what it is about. */
const isSince = ({ begunAt }: EvidenceInput, at: string) =>
  begunAt !== null && Date.parse(at) > Date.parse(begunAt);

/** The needle's age against its life, as this machine keeps it. Weights from memory. */
export function needleAge(input: EvidenceInput): Clue[] {
  const needle = seatOf(input)?.needle;
  if (!needle || isSince(input, needle.fittedAt)) return [];
  const worn = needleWorn(needle.age, input.needleLife);
  const name = needleText(needle.spec);
  const sewn = `${whole(needle.age.stitches)} stitches`;
  const clue = (says: string, times: number): Clue[] => [
    { key: 'record:needle-age', says, weights: { needle_worn: times } },
  ];
  if (worn === null)
    return needle.age.stitches < 5000 ? clue(`The needle, ${name}, has sewn only ${sewn}`, 0.5) : [];
  if (worn < 0.1) return clue(`The needle, ${name}, is at ${percent(worn)} of its life (${sewn})`, 0.5);
  if (worn < 0.7) return [];
  return clue(`The needle, ${name}, is at ${percent(worn)} of its life (${sewn})`, worn < 1 ? 1.6 : 2.5);
}

/** The needle against what the advice asks of the running job here. Weights from memory. */
export function needleFit(input: EvidenceInput): Clue[] {
  const { unfit } = input;
  const needle = seatOf(input)?.needle;
  if (unfit === null || (needle && isSince(input, needle.fittedAt))) return [];
  return [
    {
      key: 'record:needle-fit',
      says: unfit,
      weights: { needle_thin: 5, needle_for_thread: 4, needle_point: 4 },
    },
  ];
}

/** A thread that has sat on the machine so long may have dried, days. From memory. */
const oldDays = 180;
/** After so many it most likely has, days. Common practice, no published source; the weights are from memory. */
const dryDays = 730;

/** Since when the cone sits there. Weights from memory. */
export function threadAge(input: EvidenceInput): Clue[] {
  const cone = seatOf(input)?.cone;
  if (!cone || isSince(input, cone.mountedAt)) return [];
  const days = (Date.parse(input.now) - Date.parse(cone.mountedAt)) / millisecondsInDay;
  if (days < oldDays) return [];
  return [
    {
      key: 'record:thread-age',
      says: `The cone has sat here for ${whole(days)} days`,
      weights: { thread_old: days < dryDays ? 3 : 8 },
    },
  ];
}

/** The bobbin case's last reading, as far as it still stands. Weights from memory. */
export function caseReading(input: EvidenceInput): Clue[] {
  const inHead = caseIn(input.events, input.head);
  const last = newestOf(
    input.events.filter((event) => isCase(event) && !event.void && isOfCase(event, inHead ?? null)),
  );
  const name = capital((inHead && input.caseName?.(inHead)) || 'the bobbin case');
  if (!last)
    return [
      {
        key: 'record:case',
        says: `${name} was never measured, as far as is on record here`,
        weights: { case_loose: 1.6, case_tight: 1.6, case_lint: 1.3 },
      },
    ];
  if (!isKind(last, 'case_measured')) return [];
  const { grams, verdict } = last.data;
  const read = `${name} read ${Number(grams.toFixed(1))} g`;
  const clue = (says: string, weights: Clue['weights']): Clue[] => [{ key: 'record:case', says, weights }];
  if (verdict === 'out-of-round')
    return clue(`${read}, stiff once a turn`, { case_bent: 30, bobbin_swollen: 5 });
  const zone = zoneOf(grams, input.band ?? usualBand);
  const says = `${read}: ${zones[zone].says}`;
  if (zone === 'right' || zone === 'tolerable')
    return clue(says, { case_loose: 0.3, case_tight: 0.3, case_bent: 0.6, case_lint: 0.6 });
  if (zones[zone].is === 'loose')
    return clue(
      says,
      grams < farOff.below ? { case_loose: 8, case_lint: 3, case_tight: 0.2 } : { case_loose: 1.5 },
    );
  return clue(says, grams > farOff.above ? { case_tight: 8, case_loose: 0.2 } : { case_tight: 1.5 });
}

/** A case that reads so little or so much is likely the cause, g. From memory. */
const farOff = { below: 18, above: 38 } as const;
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
const usualBand = bandOf('25-30');

/** Only the case that is in counts, where that is on record; a reading that names none is taken for it. */
const isOfCase = (event: RunEvent, inHead: string | null): boolean =>
  inHead === null ||
  [undefined, null, inHead].includes(fieldOf(event, 'caseId') as string | null | undefined);

const isCase = (event: RunEvent) =>
  (isKind(event, 'case_measured') && event.data.by !== 'simulated') ||
  isKind(event, 'screw_turned') ||
  isKind(event, 'case_dropped');

/** So far from the block's median a position is its own matter; share of the width. From memory. */
const ownShare = 0.08;

/** This position's share of bobbin in the last test block, against the block's median. Weights from memory. */
export function blockShare(input: EvidenceInput): Clue[] {
  const block = newestOf(input.events.filter((event) => isKind(event, 'block_read')));
  if (!block) return [];
  const shares = block.data.columns.map(({ position, left, bobbin, right }) => ({
    position,
    share: bobbin / (left + bobbin + right),
  }));
  const here = shares.find(({ position }) => position === input.position)?.share;
  if (here === undefined || shares.length < 3 || !Number.isFinite(here)) return [];
  const middle = median(shares.map(({ share }) => share));
  const says = `Test block: ${percent(here)} bobbin on position ${input.position}, ${percent(middle)} in the middle of the block`;
  const key = 'record:block';
  if (here - middle > ownShare)
    return [{ key, says, weights: { knob_tight: 5, cone_caught: 1.5, knob_loose: 0.3 } }];
  if (middle - here > ownShare)
    return [{ key, says, weights: { knob_loose: 5, discs_lint: 2.5, guide_missed: 1.5, knob_tight: 0.3 } }];
  return [{ key, says, weights: { knob_loose: 0.4, knob_tight: 0.4, discs_lint: 0.6 } }];
}

/** How fast it sewed when it broke, where two speeds can be told apart. Weights from memory. */
export function speed(input: Evidence): Clue[] {
  const runs = input.events.flatMap((event) =>
    isKind(event, 'piece_finished') || isKind(event, 'part_sewn')
      ? [
          {
            at: event.at,
            speed: event.data.speed,
            stitches: event.data.stops.reduce(
              (sum, stop) => sum + (stop.position === input.position ? stop.stitches : 0),
              0,
            ),
          },
        ]
      : [],
  );
  const speeds = runs.map((run) => run.speed);
  if (speeds.length === 0 || Math.max(...speeds) - Math.min(...speeds) < 100) return [];
  const middle = median(speeds);
  // A break belongs to the piece that was finished next.
  const speedAt = (at: string) =>
    runs.filter((run) => run.at >= at).sort((a, b) => Date.parse(a.at) - Date.parse(b.at))[0]?.speed;
  const breaks = input.breaks.filter(
    ({ head, position }) => head === input.head && position === input.position,
  );
  const known = breaks.flatMap(({ at }) => speedAt(at) ?? []);
  const sewn = runs.reduce((sum, run) => sum + run.stitches, 0);
  const fast = runs.filter((run) => run.speed > middle).reduce((sum, run) => sum + run.stitches, 0) / sewn;
  if (known.length < 2 || !(fast > 0.05) || fast > 0.95) return [];
  const hits = known.filter((each) => each > middle).length;
  const times = ((hits + 0.5) / (known.length + 1) / fast) ** Math.min(3, known.length / 4);
  return [
    {
      key: 'record:speed',
      says: `${hits} of ${known.length} breaks above ${whole(middle)} stitches/min, at which ${percent(fast)} was sewn`,
      weights: { too_fast: Math.min(20, Math.max(0.1, times)) },
    },
  ];
}
