import { advise, judge } from '../advice/advise.ts';
import { clothFromWords, fillIn } from '../advice/fill-in.ts';
import type { ElementKind } from '../element/elements.ts';
import type { Seat } from '../ledger/head-now.ts';
import { needleText } from '../needle/label.ts';
import { needleWorn, type NeedleLife } from '../needle/life.ts';
import { acceptablePoints } from '../plan/asked/requests.ts';
import type { CheckInput } from './input.ts';
import type { CheckItem } from './item.ts';

/** Needles that the job sews with: missing, worn, or not for what is sewn there. `places`: each stop's position. */
export function needles(
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
