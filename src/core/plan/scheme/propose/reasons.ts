import { elementOf, type ElementKind } from '../../../element/elements.ts';
import type { Mix } from './mix.ts';
import type { SeatChoice } from './choose-seats.ts';
import type { SeatShares } from './shares.ts';
import { weightText } from '../../blocks/weight-classes.ts';

interface AboutBlock {
  mix: Mix;
  /** All seats of the proposal, with their shares. */
  seats: readonly (SeatChoice & { weight: number })[];
  shares: SeatShares;
  /** Those of this block. */
  group: readonly (SeatChoice & { weight: number })[];
  threadNames: Readonly<Record<string, string>>;
}

/** From this share of a block on, what it sews gives it its name. From memory. */
const namesIt = 0.5;
const namesToo = 0.25;

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** What a block is called by the work it does: "Raised foam", "Small text", "Canvas", "Softshell and knit". */
export function blockName(about: AboutBlock): string {
  const weight = about.mix.weights[about.group[0]!.weight]!;
  if (weight === 'metallic') return 'Metallic';
  const elements = sharesOf(about, 'element');
  if ((elements.get('foam') ?? 0) >= namesIt) return 'Raised foam';
  const isFine = weight === 'weight 3' || weight === 'weight 4';
  if (isFine && (elements.get('lettering') ?? 0) >= namesIt) return 'Small text';
  const cloths = [...sharesOf(about, 'cloth')].filter(([cloth]) => cloth !== '').sort((a, b) => b[1] - a[1]);
  const named = cloths.filter(([, share], index) => index === 0 || share >= namesToo).slice(0, 2);
  if (named.length === 0) return weightText(weight);
  const text = named.map(([cloth]) => cloth).join(' and ');
  return text[0]!.toUpperCase() + text.slice(1);
}

/** What a block rests on: its share of the stitches, what they are sewn on, how its needle suits, which colours sit twice, what is open. */
export function blockReason(about: AboutBlock): string {
  const { mix, seats, shares, group, threadNames } = about;
  const mine = group.map((seat) => seats.findIndex((other) => isAlike(other, seat)));
  const alikeOf = (index: number) => group.filter((seat) => isAlike(seat, seats[index]!)).length;
  const share = [...new Set(mine)].reduce((sum, index) => sum + shares.seats[index]! * alikeOf(index), 0);
  const parts = [...sharesOf(about, 'cloth')]
    .filter(([cloth, part]) => cloth !== '' && part >= 0.1)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 3)
    .map(([cloth, part]) => `${cloth} ${percent(part)}`);
  const elements = [...sharesOf(about, 'element')]
    .filter(([, part]) => part >= 0.2)
    .sort((a, b) => b[1] - a[1])
    .map(([element]) => elementOf(element as ElementKind).name);
  const twice = [...new Set(mine.filter((index) => seats[index]!.thread >= 0 && alikeOf(index) > 1))].map(
    (index) =>
      `${threadNames[mix.threads[seats[index]!.thread]!] ?? 'one colour'} sits on ${alikeOf(index)} positions: it sews ${percent(shares.seats[index]! * alikeOf(index))} of all`,
  );
  const open = group.filter((seat) => seat.thread < 0).length;
  const { needle } = group[0]!;
  const sewn = new Set(mine.flatMap((index) => shares.asks[index] ?? []));
  let first = 0;
  let all = 0;
  for (const ask of sewn) {
    all += ask.stitches;
    if (ask.penaltyOf[needle] === ask.leastPenalty) first += ask.stitches;
  }
  return [
    `Sews ${percent(share)} of the stitches${parts.length > 0 ? ` (${parts.join(', ')})` : ''}${elements.length > 0 ? `, mostly ${elements.slice(0, 2).join(' and ')}` : ''}.`,
    ...(all > 0 ? [`${mix.needles[needle]} is the first choice for ${percent(first / all)} of it.`] : []),
    ...twice.map((text) => `${text}.`),
    ...(open > 0
      ? [`${open === 1 ? 'One position is' : `${open} positions are`} open to further colours.`]
      : []),
  ].join(' ');
}

/** Why the odd position has its needle. */
export function oddReason({ jobs, needles }: Mix, needle: number): string {
  let fits = 0;
  let all = 0;
  for (const { asks } of jobs)
    for (const { ways, stitches } of asks) {
      all += stitches;
      if (ways.some((way) => way.needle === needle)) fits += stitches;
    }
  return `For tracing and what comes once: ${needles[needle]} would do for ${percent(fits / Math.max(1, all))} of the stitches.`;
}

const isAlike = (a: SeatChoice & { weight: number }, b: SeatChoice & { weight: number }) =>
  a.needle === b.needle && a.thread === b.thread && a.weight === b.weight;

/** Shares of the block's own stitches by cloth or by element. */
function sharesOf({ seats, shares, group }: AboutBlock, by: 'cloth' | 'element'): Map<string, number> {
  const sums = new Map<string, number>();
  const add = (key: string, stitches: number) => sums.set(key, (sums.get(key) ?? 0) + stitches);
  const mine = new Set(
    group.flatMap((seat) => shares.asks[seats.findIndex((other) => isAlike(other, seat))] ?? []),
  );
  for (const ask of mine) {
    if (by === 'cloth') add(ask.cloth, ask.stitches);
    else {
      const whole = Math.max(
        1,
        ask.elements.reduce((sum, { stitches }) => sum + stitches, 0),
      );
      for (const { element, stitches } of ask.elements) add(element, (ask.stitches * stitches) / whole);
    }
  }
  const all = [...sums.values()].reduce((a, b) => a + b, 0);
  return new Map([...sums].map(([key, stitches]) => [key, stitches / Math.max(1, all)]));
}
