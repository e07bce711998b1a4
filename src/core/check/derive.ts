import { type ElementKind } from '../element/elements.ts';
import { isMetallic, type Fibre } from '../thread/fibres.ts';
import { advise, judge } from '../advice/advise.ts';
import { backings } from '../advice/question.ts';
import { clothFromWords, fillIn } from '../advice/fill-in.ts';
import type { Schools } from '../advice/schools.ts';
import type { Seat } from '../ledger/head-now.ts';
import { needleText } from '../needle/label.ts';
import { needleWorn, type NeedleLife } from '../needle/life.ts';
import { acceptablePoints } from '../plan/asked/requests.ts';
import { placeStops } from '../plan/asked/places.ts';
import type { CheckItem } from './item.ts';
import { barsDue, type Upkeep } from './upkeep.ts';

export interface CheckThread {
  id: string;
  name: string;
  weightNo: number;
  tex: number;
  fibre: Fibre;
}

/** All that the list is derived from. Instants are ISO 8601. */
export interface CheckInput {
  now: string;
  seats: readonly Seat[];
  needleLife: NeedleLife;
  upkeep: Upkeep;
  schools: Schools;
  job: {
    cloth: string;
    stops: readonly {
      stop: number;
      threadId: string;
      stitches: number;
      element: ElementKind;
      position: number | null;
    }[];
  } | null;
  threads: ReadonlyMap<string, CheckThread>;
  /** "head:position" of every seat that sewed yesterday or today. */
  sewedLately: ReadonlySet<string>;
  /** Last oiling of hook and bars, and what was sewn since the bars had theirs. */
  oil: { barsAt: string | null; sewnMsSinceBars: number };
  /** Why the bobbin case should be measured, in the operator's words; empty: nothing asks for it. */
  caseDue: readonly string[];
  /** Breaks on the bobbin's side have risen, in words; null: they have not. */
  breaksRose: string | null;
}

/**
 * The list that this machine needs today before this job. Derived, not a form: an item is there only when something asks
 * for it, and says what. Rules are common practice, no published source, but where a function named here says otherwise.
 */
export function deriveChecks(input: CheckInput): CheckItem[] {
  const places = input.job ? placeStops(input.job.stops, headOne(input.seats)) : [];
  const used = [...new Set(places.filter((place): place is number => place !== null))].sort((a, b) => a - b);
  return [
    ...restedThreads(input, used),
    ...bobbin(input),
    ...needles(input, used, places),
    ...oil(input),
    ...forJob(input),
  ];
}

const headOne = (seats: readonly Seat[]) => seats.filter((seat) => seat.head === 1);

/** A thread that did not sew yesterday may have slipped from a disc or dried: seconds each, and it saves the stop. */
function restedThreads({ seats, threads, sewedLately }: CheckInput, used: readonly number[]): CheckItem[] {
  return used.flatMap((position) => {
    const here = seats.filter((seat) => seat.position === position && seat.cone);
    const rested = here.filter((seat) => !sewedLately.has(`${seat.head}:${position}`));
    if (rested.length === 0) return [];
    const name = threads.get(rested[0]!.cone!.threadId)?.name ?? 'its thread';
    const heads = rested.length < here.length ? `, head ${rested.map((seat) => seat.head).join(', ')}` : '';
    return [
      {
        key: `thread:${position}`,
        group: 'threads' as const,
        scope: 'day' as const,
        says: `Position ${position}${heads}: ${name}`,
        why: 'This job uses it, and it did not sew yesterday.',
        how: 'Pull it down through the eye: steady resistance? Does the sensor wheel turn? Lift each tension disc: looser; let it drop: tighter.',
        position,
      },
    ];
  });
}

function bobbin({ caseDue, breaksRose }: CheckInput): CheckItem[] {
  const loaded: CheckItem = {
    key: 'case-loaded',
    group: 'bobbin',
    scope: 'day',
    says: 'Bobbin case loaded right, holds its own weight, clicked in',
    why: 'Every day, before the first stitch.',
    how: null,
    position: null,
  };
  const reasons = [...caseDue.map((one) => `The case: ${one}.`), ...(breaksRose ? [breaksRose] : [])];
  if (reasons.length === 0) return [loaded];
  return [
    {
      ...loaded,
      key: 'case-measured',
      says: 'Measure the bobbin case at the gauge',
      why: reasons.join(' '),
      how: 'On the Bench: pull, read, turn the screw only if the dial says so.',
    },
    loaded,
  ];
}

function needles(
  input: CheckInput,
  used: readonly number[],
  places: readonly (number | null)[],
): CheckItem[] {
  const { seats, needleLife, job } = input;
  const items: CheckItem[] = [];
  for (const position of used) {
    const here = seats.filter((seat) => seat.position === position);
    const heads = (some: readonly Seat[]) =>
      some.length === here.length ? '' : `, head ${some.map((seat) => seat.head).join(', ')}`;
    const add = (key: string, some: readonly Seat[], says: string, why: string) =>
      some.length > 0 &&
      items.push({
        key: `${key}:${position}`,
        group: 'needles',
        scope: 'job',
        says: `Position ${position}${heads(some)}: ${says}`,
        why,
        how: null,
        position,
      });
    add(
      'no-needle',
      here.filter((seat) => !seat.needle),
      'fit a needle',
      'The job sews here, and no needle is on record.',
    );
    const worn = here.filter((seat) => seat.needle && (needleWorn(seat.needle.age, needleLife) ?? 0) >= 1);
    add('needle', worn, 'change the needle', wornWhy(worn, needleLife));
    const stops = job?.stops.filter((_, index) => places[index] === position) ?? [];
    const wrong = stops.map((stop) => wrongNeedle(stop, here, input)).find((one) => one !== null);
    if (wrong) add('wrong-needle', here, `${wrong.has} is not for this job`, wrong.why);
  }
  return items;
}

function wornWhy(worn: readonly Seat[], life: NeedleLife): string {
  const oldest = worn.map((seat) => seat.needle!.age).sort((a, b) => b.stitches - a.stitches)[0];
  if (!oldest) return '';
  const hours = (oldest.sewingMs / 3_600_000).toFixed(1);
  const metallic =
    oldest.metallicMs > 0 ? `, ${(oldest.metallicMs / 3_600_000).toFixed(1)} of them metallic` : '';
  return life.school === 'stitches'
    ? `It has sewn ${oldest.stitches.toLocaleString('en-GB')} stitches; the rule is ${life.stitches.toLocaleString('en-GB')}.`
    : `It has sewn ${hours} hours${metallic}; the rule is ${life.hours}, ${life.metallicHours} with metallic.`;
}

/** The needle that sits there loses so many points against the advised one that the plan would not accept it either. */
function wrongNeedle(
  stop: { threadId: string; element: ElementKind },
  here: readonly Seat[],
  { job, threads, schools }: CheckInput,
): { has: string; why: string } | null {
  const cloth = clothFromWords(job?.cloth ?? '');
  const thread = threads.get(stop.threadId);
  const spec = here.find((seat) => seat.needle)?.needle?.spec;
  if (!cloth || !thread || !spec) return null;
  const question = fillIn({ cloth, element: stop.element, thread }, schools);
  const best = advise(question).needles[0];
  const points = judge(question);
  if (!best || points(best.spec) - points(spec) <= acceptablePoints) return null;
  return { has: needleText(spec), why: `Advised: ${best.text}. ${best.reasons[0]?.says ?? ''}`.trim() };
}

function oil({ oil: { barsAt, sewnMsSinceBars }, upkeep, now }: CheckInput): CheckItem[] {
  const item = (key: string, says: string, why: string, how: string | null): CheckItem => ({
    key,
    group: 'oil',
    scope: 'day',
    says,
    why,
    how,
    position: null,
  });
  const bars = barsDue(upkeep, { last: barsAt, sewnMs: sewnMsSinceBars, now });
  return [
    item(
      'oil-hook',
      'Oil the hook: one drop',
      'Every session.',
      'Machine stopped; lint out first; then sew a scrap before good cloth.',
    ),
    ...(bars
      ? [
          item(
            'oil-bars',
            'Oil the needle bars',
            bars,
            'As the machine’s manual shows; wipe what is too much.',
          ),
        ]
      : []),
    item(
      'tails',
      'No loose thread tails hanging; lint brushed off',
      'Every day: a tail sewn in starts a nest.',
      null,
    ),
  ];
}

function forJob({ job, threads, schools }: CheckInput): CheckItem[] {
  if (!job) return [];
  const cloth = clothFromWords(job.cloth);
  const item = (key: string, says: string, why: string, how: string | null = null): CheckItem => ({
    key,
    group: 'job',
    scope: 'job',
    says,
    why,
    how,
    position: null,
  });
  const first = job.stops.map((stop) => threads.get(stop.threadId)).find((one) => one !== undefined);
  const question =
    cloth && first ? fillIn({ cloth, element: job.stops[0]!.element, thread: first }, schools) : null;
  const advice = question && advise(question);
  const layers = advice?.backingLayers;
  const kinds = question?.backings.map((one) => backings[one].name).join(' and ');
  const isCap = cloth === 'cap';
  const metallic = job.stops.some((stop) => isMetallic(threads.get(stop.threadId)?.fibre));
  return [
    ...(layers
      ? [
          item(
            'backing',
            `Backing: ${layers.layers} ${layers.layers === 1 ? 'layer' : 'layers'}${kinds ? ` of ${kinds}` : ''}, covering the whole hoop`,
            layers.reasons[0]?.says ?? 'This cloth asks for it.',
          ),
        ]
      : [
          item(
            'backing',
            'Right backing, covering the whole hoop',
            job.cloth
              ? 'This cloth is not known to the advice: judge it by hand.'
              : 'The job names no cloth.',
          ),
        ]),
    isCap
      ? item(
          'cap-order',
          'The design is made for a cap: from the centre out, bottom up',
          'This job sews on caps; the same logo made for a flat puckers on them.',
        )
      : item(
          'hoop',
          'Right hoop; cloth drum tight; screws tighter than fingers make them',
          'Loose cloth moves under the needle.',
        ),
    item(
      'pins',
      isCap ? 'Cap frame snapped in, both sides' : 'Hoop pins snapped in, both sides',
      'A hoop that comes off breaks needles.',
    ),
    item(
      'underside',
      'The underside touches the plate lightly through the whole range',
      'Riding high it flags and skips; upside down it is sewn shut.',
      'Trace the design once without sewing.',
    ),
    ...(metallic
      ? [
          item(
            'metallic',
            'Metallic: net over the cone, one guide skipped, upper tension opened',
            'This job sews metallic thread: it twists and shreds where others run.',
          ),
          item(
            'metallic-speed',
            `Metallic: at most ${metallicSpeed(question, job, threads) ?? 700} st/min`,
            'Metallic thread breaks first at full speed.',
            'Slower still if it breaks.',
          ),
        ]
      : []),
    item('sample', 'One test on a similar scrap', 'Before the first piece of this job.'),
  ];
}

/** The limit that the rules give a metallic stop of this job. */
function metallicSpeed(
  question: ReturnType<typeof fillIn> | null,
  job: NonNullable<CheckInput['job']>,
  threads: CheckInput['threads'],
): number | null {
  const stop = job.stops.find((one) => isMetallic(threads.get(one.threadId)?.fibre));
  if (!question || !stop) return null;
  return (
    advise({ ...question, element: stop.element, thread: threads.get(stop.threadId)! }).speed?.limit ?? null
  );
}
