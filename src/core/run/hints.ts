import { countsAgainstPosition, countsAsBreak } from '../fault/faults.ts';
import { againstUsual } from '../findings/answers/words/words.ts';
import { gatheredAt, type Watch } from '../findings/change/watch.ts';
import { isMetallic } from '../thread/fibres.ts';
import type { Deed } from '../ledger/deed.ts';
import type { Seat } from '../ledger/head-now.ts';
import { needleWorn, type NeedleLife } from '../needle/life.ts';
import type { PlacedStop } from './rest-of-piece.ts';
import { isKind, stitchesAt, stitchesOn, type RunEvent } from './run-event.ts';

/** Something to act on now. `urgency` orders them: 1 later, 3 at once. */
export interface Hint {
  /** What it is about: the same while it stands, however its figures go on. */
  key: string;
  says: string;
  head: number | null;
  position: number | null;
  urgency: 1 | 2 | 3;
  /** What is done about it; null: nothing that is an entry. */
  deed: Deed | null;
}

export interface HintInput {
  heads: number;
  /** Newest first, as far back as they are known here. */
  events: readonly RunEvent[];
  seats: readonly Seat[];
  /** What is usual at each seat, as far as the ledger knows; none: the third break within 5,000 stitches is told. */
  watches: readonly Watch[];
  needleLife: NeedleLife;
  /** Stitches per minute. */
  speed: number;
  /** The piece on the machine, whole, by its stops; empty: no job. */
  design: readonly PlacedStop[];
  /** Stitches of it that are sewn, by position; what the feed told, else none. */
  sewn: ReadonlyMap<number, number>;
  /** Pieces finished of the job, and asked for. */
  pieces: { done: number; of: number };
  /** Metres left on a cone when it had sewn nothing more, by its id, and top thread per stitch, mm. */
  coneMetres: ReadonlyMap<string, number>;
  topMm: number;
  /** Stitches that a full bobbin lasts by the model. */
  stitchesPerBobbin: number;
}

/** Three breaks within so many stitches are no chance: common practice, no published source; the figure from memory. */
const clusterBreaks = 3;
const clusterStitches = 5000;
/** Warned of so many pieces and minutes ahead. */
const aheadPieces = 3;
const aheadMinutes = 10;

/** What the ledger says should be looked at now, the most urgent first. */
export function actNow(input: HintInput): Hint[] {
  return [...clusters(input), ...needles(input), ...bobbins(input), ...cones(input)].sort(
    (a, b) => b.urgency - a.urgency,
  );
}

const several = ({ heads }: Pick<HintInput, 'heads'>, head: number) => (heads > 1 ? `head ${head}, ` : '');
const whole = (value: number) => Math.round(value).toLocaleString('en-GB');

/** Stitches of a seat since an instant, with what the feed has told of this piece. */
function since({ events, sewn }: HintInput, at: string, head: number, position: number): number {
  const finished = events
    .filter((event) => Date.parse(event.at) > Date.parse(at))
    .reduce((sum, event) => sum + stitchesAt(event, head, position), 0);
  return finished + (sewn.get(position) ?? 0);
}

function clusters(input: HintInput): Hint[] {
  return input.seats.flatMap(({ head, position, needle }): Hint[] => {
    const stops = input.events.filter(
      (event) => isKind(event, 'break') && event.head === head && event.position === position,
    );
    const breaks = stops.filter((event) => isKind(event, 'break') && countsAgainstPosition(event.data.fault));
    const falseStops = stops.filter((event) => isKind(event, 'break') && !countsAsBreak(event.data.fault));
    // A needle fitted since the last of them is the answer: let it show.
    const isAnswered = !breaks[0] || (needle && Date.parse(needle.fittedAt) > Date.parse(breaks[0].at));
    const watch = input.watches.find((each) => each.head === head && each.position === position);
    const says = isAnswered
      ? null
      : watch
        ? watched(input, watch)
        : gathered(input, breaks, 'break', head, position);
    const stopped = gathered(input, falseStops, 'false stop', head, position);
    return [
      ...(says
        ? [
            {
              key: `cluster:${breaks[0]!.id}`,
              says: `${says} ${lookHere}`,
              deed: { does: 'trace' as const, head, position },
              head,
              position,
              urgency: 3 as const,
            },
          ]
        : []),
      ...(stopped
        ? [
            {
              key: `false:${falseStops[0]?.id}`,
              says: `${stopped} ${lookAtWheel}`,
              deed: { does: 'trace' as const, head, position },
              head,
              position,
              urgency: 2 as const,
            },
          ]
        : []),
    ];
  });
}

const lookHere = 'look here before sewing on.';
/** Common practice, no published source. */
const lookAtWheel =
  'the thread is whole. See that it turns the sensor wheel: its path round it, lint, a wheel that sticks.';
/** What was sewn, as far as it is counted: of a piece that is not finished nothing is known without a feed. */
const inStitches = (stitches: number) =>
  stitches > 0 ? `in ${whole(stitches)} stitches` : 'within one piece';

/** Breaks that stand above what is usual at this seat. What is of the bobbin is not held against the position. */
function watched({ events, sewn, heads }: HintInput, watch: Watch): string | null {
  const { head, position } = watch;
  const steps = [...events].reverse().map((event) => {
    const isHere =
      isKind(event, 'break') &&
      event.head === head &&
      event.position === position &&
      countsAgainstPosition(event.data.fault);
    return [Number(isHere), stitchesAt(event, head, position)] as const;
  });
  const above = gatheredAt(watch, [...steps, [0, sewn.get(position) ?? 0]]);
  return (
    above &&
    `${above[0]} breaks on ${several({ heads }, head)}position ${position} ${inStitches(above[1])}, ${againstUsual(above[0], above[1], watch.usual)}:`
  );
}

/** The third stop within a few thousand stitches: what holds where nobody knows yet what is usual. `stops`: newest first. */
function gathered(
  input: HintInput,
  stops: readonly RunEvent[],
  name: string,
  head: number,
  position: number,
): string | null {
  const third = stops[clusterBreaks - 1];
  if (!third) return null;
  const stitches = since(input, third.at, head, position);
  if (stitches > clusterStitches) return null;
  return `${stops.length > clusterBreaks ? 'Again a' : 'Third'} ${name} on ${several(input, head)}position ${position} ${inStitches(stitches)}:`;
}

function needles(input: HintInput): Hint[] {
  const { seats, design, needleLife, speed, sewn } = input;
  return seats.flatMap(({ head, position, needle, cone }): Hint[] => {
    const each = design
      .filter((stop) => stop.position === position)
      .reduce((sum, stop) => sum + stop.stitches, 0);
    if (!needle || each === 0) return [];
    const wornAfter = (stitches: number) => {
      const ms = (stitches * 60_000) / speed;
      const { age } = needle;
      return needleWorn(
        {
          stitches: age.stitches + stitches,
          sewingMs: age.sewingMs + ms,
          metallicMs: age.metallicMs + (isMetallic(cone?.fibre) ? ms : 0),
        },
        needleLife,
      );
    };
    const now = wornAfter(sewn.get(position) ?? 0);
    if (now === null) return [];
    const where = `${several(input, head)}position ${position}`;
    const hint = (says: string, urgency: 1 | 2): Hint[] => [
      {
        ...{ key: `needle:${needle.entryId}:${urgency}`, says, head, position, urgency },
        deed: { does: 'needle', position, heads: [head], needle: needle.spec, reason: 'worn' },
      },
    ];
    if (now >= 1) return hint(`The needle at ${where} is past its life: change it before the next piece.`, 2);
    const within = Array.from({ length: aheadPieces }, (_, index) => index + 1).find(
      (pieces) => wornAfter(pieces * each)! >= 1,
    );
    if (within === undefined) return [];
    return within === 1
      ? hint(`The needle at ${where} reaches its life within this piece.`, 2)
      : hint(`The needle at ${where} reaches its life in ${within} pieces.`, 1);
  });
}

function bobbins(input: HintInput): Hint[] {
  const { heads, events, design, speed, stitchesPerBobbin } = input;
  if (design.length === 0) return [];
  const between = (from: string, to: string | null, head: number) =>
    events
      .filter((event) => event.at > from && (to === null || event.at <= to))
      .reduce((sum, event) => sum + stitchesOn(event, head), 0);
  const piece = [...input.sewn.values()].reduce((sum, stitches) => sum + stitches, 0);
  return Array.from({ length: heads }, (_, index) => index + 1).flatMap((head): Hint[] => {
    const outs = events.filter(
      (event) => isKind(event, 'break') && event.data.fault === 'bobbin_out' && (event.head ?? 1) === head,
    );
    if (!outs[0]) return [];
    // What the last full one really lasted on this head goes before the model.
    const measured = outs[1] ? between(outs[1].at, outs[0].at, head) : 0;
    const isLikely = measured > 0.3 * stitchesPerBobbin && measured < 3 * stitchesPerBobbin;
    const lasts = isLikely ? measured : stitchesPerBobbin;
    const minutes = (lasts - between(outs[0].at, null, head) - piece) / speed;
    if (minutes > aheadMinutes || minutes < -aheadMinutes) return [];
    const urgency = minutes < 2 ? 3 : 2;
    const when =
      minutes < 1
        ? 'any moment'
        : `in about ${Math.round(minutes)} minute${Math.round(minutes) === 1 ? '' : 's'}`;
    return [
      {
        key: `bobbin:${outs[0].id}:${urgency}`,
        says: `The bobbin${heads > 1 ? ` of head ${head}` : ''} runs out ${when}: ${isLikely ? 'the last one lasted' : 'a full one lasts about'} ${whole(lasts)} stitches.`,
        head,
        position: null,
        urgency,
        deed: null,
      },
    ];
  });
}

function cones(input: HintInput): Hint[] {
  const { seats, design, coneMetres, topMm, pieces, sewn } = input;
  return seats.flatMap(({ head, position, cone }): Hint[] => {
    const metres = cone?.coneId ? coneMetres.get(cone.coneId) : undefined;
    const each = design
      .filter((stop) => stop.position === position)
      .reduce((sum, stop) => sum + stop.stitches, 0);
    if (metres === undefined || each === 0) return [];
    const left = (metres * 1000) / topMm - cone!.stitches - (sewn.get(position) ?? 0);
    const more = Math.floor(Math.max(0, left) / each);
    if (more > aheadPieces || pieces.done + more * input.heads >= pieces.of) return [];
    const urgency = more === 0 ? 2 : 1;
    return [
      {
        key: `cone:${cone!.entryId}:${urgency}`,
        says: `The cone on ${several(input, head)}position ${position} ends in piece ${pieces.done + more * input.heads + 1}: have the next one ready.`,
        head,
        position,
        urgency,
        deed: { does: 'cone', position, heads: [head], threadId: cone!.threadId },
      },
    ];
  });
}
