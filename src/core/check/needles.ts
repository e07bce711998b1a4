import type { Deed } from '../ledger/deed.ts';
import type { Seat } from '../ledger/head-now.ts';
import { needleText, type NeedleSpec } from '../needle/label.ts';
import type { NeedleReason } from '../needle/reasons.ts';
import { needlesFor } from '../seating/for-stops.ts';
import { needleWorn, type NeedleLife } from '../needle/life.ts';
import { lifeInWords } from '../needle/life-words.ts';
import { unfitNeedles } from '../seating/unfit.ts';
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
  const unfit = job ? unfitNeedles(job, places, input) : [];
  for (const position of used) {
    const here = seats.filter((seat) => seat.position === position);
    const heads = (some: readonly Seat[]) =>
      some.length === here.length ? '' : `, head ${some.map((seat) => seat.head).join(', ')}`;
    const deedOf = (some: readonly Seat[], spec: NeedleSpec | null, reason: NeedleReason): Deed => ({
      ...{ does: 'needle', position, needle: spec, reason },
      heads: some.map(({ head }) => head),
    });
    const add = (key: string, some: readonly Seat[], says: string, why: string, deed: Deed) =>
      some.length > 0 &&
      items.push({
        key: `${key}:${position}`,
        group: 'needles',
        scope: 'job',
        says: `Position ${position}${heads(some)}: ${says}`,
        why,
        how: null,
        position,
        deed,
      });
    const bare = here.filter((seat) => !seat.needle);
    add(
      'no-needle',
      bare,
      'fit a needle',
      'The job sews here, and no needle is on record.',
      deedOf(bare, advisedAt(input, places, position), 'other'),
    );
    const worn = here.filter((seat) => seat.needle && (needleWorn(seat.needle.age, needleLife) ?? 0) >= 1);
    const spec = worn[0]?.needle?.spec ?? null;
    // Heads with another needle are asked about next.
    const alike = worn.filter(({ needle }) => spec && needleText(needle!.spec) === needleText(spec));
    add('needle', worn, 'change the needle', wornWhy(worn, needleLife), deedOf(alike, spec, 'worn'));
    const wrong = unfit.find((needle) => needle.position === position);
    if (wrong)
      add(
        'wrong-needle',
        here.filter(({ head }) => wrong.heads.includes(head)),
        `${wrong.has} is not for this job`,
        wrong.why,
        wrong.deed,
      );
  }
  return items;
}

function wornWhy(worn: readonly Seat[], life: NeedleLife): string {
  const oldest = worn.map((seat) => seat.needle!.age).sort((a, b) => b.stitches - a.stitches)[0];
  if (!oldest) return '';
  const hours = (oldest.sewingMs / 3_600_000).toFixed(1);
  const metallic =
    oldest.metallicMs > 0 ? `, ${(oldest.metallicMs / 3_600_000).toFixed(1)} of them metallic` : '';
  const { countsIn, limit } = lifeInWords(life);
  return countsIn === 'stitches'
    ? `It has sewn ${oldest.stitches.toLocaleString('en-GB')} stitches; the rule is ${limit}.`
    : `It has sewn ${hours} hours${metallic}; the rule is ${limit}.`;
}

/** The needle that is advised for what sews at a position; null: the advice does not know the cloth or the thread. */
function advisedAt(
  { job, threads, schools }: CheckInput,
  places: readonly (number | null)[],
  position: number,
): NeedleSpec | null {
  const stop = job?.stops[places.indexOf(position)];
  return (job && stop && needlesFor(job, { threads, schools })(stop)?.best.spec) ?? null;
}
