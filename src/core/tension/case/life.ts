import { millisecondsInDay } from 'date-fns/constants';
import { memoized } from '../../base/memoize.ts';
import type { EntryData, KindWith } from '../../ledger/entry.ts';
import { meanScrew, usualScrew, type ScrewPrior } from './belief/known-screw.ts';
import { landedChance, type TurnOutcome } from './turn-outcomes.ts';
import { sewnBetween, type Sewn } from './stitches-by-day.ts';
import { afterStep, newCase, type CaseStep, type Followed } from './belief/screw.ts';

/** One entry of a case's life, as far as it is about the case. `machineId`: the machine that it was read for. */
export type EventOfCase = {
  [K in KindWith<'ofCase'>]: { kind: K; at: string; machineId?: string; data: EntryData[K] };
}[KindWith<'ofCase'>];

/**
 * A case's history with one bobbin thread, for its screw. A reading with another thread or of a fallen case begins anew:
 * what came before says nothing of the grams now (the slope is another as well). `sewn`: what machines sewed meanwhile, as far as that is known; a case is
 * taken to be in a head of the machine that it is read for.
 */
export function stepsOf(
  life: readonly EventOfCase[],
  bobbinKindId: string | null,
  sewn: Sewn = {},
): CaseStep[] {
  let steps: CaseStep[] = [];
  let before: string | null = null;
  for (const event of life) {
    if (event.kind === 'case_dropped') steps = [];
    if (event.kind === 'case_measured' && (event.data.bobbinKindId ?? null) === bobbinKindId) {
      const stitches = before ? sewnBetween(sewn[event.machineId ?? ''], before, event.at) : undefined;
      steps.push({
        is: 'reading',
        grams: event.data.grams,
        days: before ? daysBetween(before, event.at) : 0,
        ...(stitches !== undefined && { stitches }),
      });
      before = event.at;
    }
    // The screw turns the same spring whatever thread is in it. A reading's days are those since the reading before, on both sides of a turn.
    if (event.kind === 'screw_turned') steps.push(turnOf(event.data));
  }
  return steps.slice(-mostSteps);
}

const turnOf = ({ turns, foretold }: EntryData['screw_turned']): CaseStep => ({
  is: 'turn',
  turns,
  ...(foretold && { foretold }),
});

/** So far back a case's history is followed: older readings have faded. */
const mostSteps = 60;
/** Next to a turn so many readings tell of the screw; of the case as it is now so many of the newest. From memory. */
const telling = { ofTurn: 2, last: 10 } as const;

/**
 * The steps of a history that its screw and its tension now can be told by: of a long run of readings those next to a turn, and the newest. What is left
 * out would only be read, forgotten by the days since, and paid for: a step takes milliseconds.
 */
export function informativeSteps(steps: readonly CaseStep[], last: number = telling.last): CaseStep[] {
  let sinceTurn = Infinity;
  let since = noTime;
  const beforeTurn = steps.map(() => 0);
  for (let at = steps.length - 1; at >= 0; at--)
    beforeTurn[at] = steps[at]!.is === 'turn' ? 0 : 1 + (beforeTurn[at + 1] ?? 0);
  const lastTurn = steps.findLastIndex(({ is }) => is === 'turn');
  return steps.flatMap((step, at): CaseStep[] => {
    if (step.is === 'turn') {
      sinceTurn = 0;
      since = noTime;
      return [step];
    }
    sinceTurn++;
    since = longer(since, step);
    const isTelling =
      sinceTurn <= telling.ofTurn || beforeTurn[at]! <= (at > lastTurn ? last : telling.ofTurn);
    if (!isTelling) return [];
    const { days, stitches } = since;
    const told = { is: step.is, grams: step.grams, days, ...(stitches !== undefined && { stitches }) };
    since = noTime;
    return [told];
  });
}

interface Meanwhile {
  days: number;
  /** undefined: not known of all of them. */
  stitches: number | undefined;
}
const noTime: Meanwhile = { days: 0, stitches: 0 };
const longer = (
  since: Meanwhile,
  { days = 0, stitches = days === 0 ? 0 : undefined }: Partial<Meanwhile>,
): Meanwhile => ({
  days: since.days + days,
  stitches: since.stitches === undefined || stitches === undefined ? undefined : since.stitches + stitches,
});

/** A reading that was just taken, as the next step of a history. */
export function freshStep(
  life: readonly EventOfCase[],
  {
    grams,
    bobbinKindId,
    machineId,
    at,
  }: { grams: number; bobbinKindId: string | null; machineId: string; at: string },
  sewn: Sewn = {},
): CaseStep {
  const reading = { kind: 'case_measured' as const, at, machineId, data: { grams, bobbinKindId } };
  return stepsOf([...life, reading], bobbinKindId, sewn).at(-1)!;
}

const daysBetween = (from: string, to: string) =>
  Math.max(0, (Date.parse(to) - Date.parse(from)) / millisecondsInDay);

/**
 * A case as its history with this bobbin thread has it: what its screw showed with other threads is known of it beforehand, and before
 * that what the workshop's cases showed (`workshop`).
 */
export function beliefOverLife(
  life: readonly EventOfCase[],
  bobbinKindId: string | null,
  workshop: ScrewPrior = usualScrew,
  sewn: Sewn = {},
): Followed {
  const others = new Set(
    life.flatMap((event) =>
      event.kind === 'case_measured' && (event.data.bobbinKindId ?? null) !== bobbinKindId
        ? [event.data.bobbinKindId ?? null]
        : [],
    ),
  );
  // Of a turn between readings with two threads nothing is learnt: each history stands by itself.
  const prior = [...others].reduce(
    (known, other) =>
      shown(informativeSteps(stepsOf(life, other, sewn), telling.ofTurn), known).screw ?? known,
    workshop,
  );
  return followed(informativeSteps(stepsOf(life, bobbinKindId, sewn)), prior);
}

/** A page is loaded, a case chosen again and again, with the same history: what it comes to is worked out once. */
const followed = memoized(
  8,
  (steps: readonly CaseStep[], prior: ScrewPrior): Followed => steps.reduce(afterStep, newCase(prior)),
  (...asked) => JSON.stringify(asked),
);

/** What these steps showed, each history worked out once. */
const shown = memoized(500, landedChance, (...asked) => JSON.stringify(asked));

/** So many cases like any other are thought of beside the workshop's own. From memory. */
const usualCases = 3;
/** Of another case so many of its last steps are followed: it is one of several. */
const stepsOfOther = 20;

/** What the cases of a workshop showed. */
export interface WorkshopCases {
  /** Of their screws, for one more: each that was turned between readings counts like a case as usual. */
  screws: ScrewPrior;
  /** How their turns came out of which something was said. */
  came: TurnOutcome[];
}

/** What a workshop's cases showed, each with the bobbin thread that it was last read with. `own`: which of the lives is that of the case it is asked for; its screw is none of the others'. */
export function workshopCases(
  lives: readonly (readonly EventOfCase[])[],
  sewn: Sewn = {},
  own?: readonly EventOfCase[],
): WorkshopCases {
  const each = lives.map((life) => {
    const last = life.findLast((event) => event.kind === 'case_measured');
    const all = last ? stepsOf(life, last.data.bobbinKindId ?? null, sewn) : [];
    return { life, ...shown(informativeSteps(all, telling.ofTurn).slice(-stepsOfOther), usualScrew) };
  });
  return {
    screws: pooledScrew(each.flatMap(({ life, screw }) => (screw && life !== own ? [screw] : []))),
    came: each.flatMap(({ came }) => came),
  };
}

/** One more case, by what the screws of others showed. */
export const pooledScrew = (screws: readonly ScrewPrior[]): ScrewPrior =>
  meanScrew([{ screw: usualScrew, weight: usualCases }, ...screws.map((screw) => ({ screw, weight: 1 }))]);
