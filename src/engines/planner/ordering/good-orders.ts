import { Budget, type Clock } from '../model/budget.ts';
import { forbidden, type Model } from '../model/model.ts';
import { latenessCost, type Lateness } from './lateness.ts';
import { chance as chanceOf } from '../../../core/base/chance.ts';
import { anneal, nearestFirst } from './local-order.ts';
import { LookAhead } from './look-ahead.ts';

/** Orders measured in a round of the local search, by job. */
const triesPerJob = 300;
/** More jobs than these are hardly ever proven: most of the time goes to the search for good orders then. */
const mostProven = 12;
const shareOfOrders = 0.7;
const leastRound = 0.1;

interface GoodOrdersAsked extends Clock {
  lateness: Lateness;
  isDue: boolean;
  seed?: number;
  /** Orders tried. */
  tries?: number;
}

/**
 * Good orders by a quick measure of them (look-ahead.ts), from the order as it stands or the nearest-first one; the best of
 * each round is handed on to be planned, and the next begins from it. The first `frozen` jobs keep their place.
 */
export function goodOrders(
  all: Model,
  frozen: readonly number[],
  asked: GoodOrdersAsked,
  onFound: (order: readonly number[]) => void,
): void {
  const { jobs } = all;
  const free = jobs.map((_, index) => index).slice(frozen.length);
  if (free.length < 2) return;
  const look = new LookAhead(all);
  const cost = (order: readonly number[]) => {
    const minutes = look.measure(order);
    if (!asked.isDue || minutes >= forbidden) return minutes;
    const inOrder = order.map((index) => jobs[index]!);
    return minutes + latenessCost(inOrder, look.before, asked.lateness);
  };
  const chance = chanceOf(asked.seed ?? 1).next;
  const orders = new Budget(asked, free.length > mostProven ? shareOfOrders : 1);
  const goOn = () => orders.mayGoOn();
  const each = triesPerJob * free.length;
  let order = [free, nearestFirst(jobs, free)]
    .map((start) => [...frozen, ...start])
    .reduce((a, b) => (cost(b) < cost(a) ? b : a));
  // Where there are too many jobs for a proof, the time is better spent on more orders.
  const { spent, tries: most = 2 * each } = asked;
  const isLong = free.length > mostProven && spent !== undefined;
  for (let tries = most; (tries > 0 || isLong) && goOn(); tries -= each) {
    // One long cooling finds better orders than several short ones.
    const begun = spent?.() ?? 0;
    const until = begun + Math.max(leastRound, shareOfOrders - begun);
    const found = anneal(order, {
      from: frozen.length,
      cost,
      chance,
      tries: tries > 0 ? Math.min(each, tries) : each,
      ...(isLong && { spent: () => (spent() - begun) / (until - begun) }),
      goOn,
    });
    order = found.order;
    onFound(order);
  }
}
