import type { Chance } from '../../../src/core/base/chance.ts';
import type { MadeCase } from './made-case.ts';
import { normal } from '../normal.ts';

/**
 * A case made for judging alone, after all that is believed was settled: a spring by the power 1.3 of its way above a pull that the case has by itself, whose leaf sticks (it
 * follows the screw only once pushed by more than it holds, either way); a hand that stays short by a twenty-fifth and errs by Laplace's law; a gauge whose error is partly
 * that of the pull before (a hand has its way of pulling) and by part of the load, with one in thirty caught. Starts from 6 to 80 g.
 */
export function stickyCase(luck: Chance, anyStart: (draw: () => number) => number): MadeCase {
  const stiff = Math.exp(luck.between(Math.log(9), Math.log(50)));
  const alone = luck.between(1, 5);
  const holds = 0.05 * luck.next() * luck.next();
  const shaky = luck.between(0.005, 0.03);
  const error = luck.between(0.015, 0.05);
  const force = () => alone + stiff * way ** 1.3;
  const anyWay = () => ((anyStart(() => Math.exp(luck.between(Math.log(6), Math.log(80)))) - alone) / stiff) ** (1 / 1.3); // prettier-ignore
  const laplace = () => Math.log(1 - luck.next()) * (luck.next() < 0.5 ? 1 : -1);
  let way = anyWay();
  let screw = way + holds * luck.between(-1, 1);
  let before = 0;
  return {
    slope: stiff * 1.3 * ((27 - alone) / stiff) ** (0.3 / 1.3),
    play: 2 * holds,
    anew() {
      way = anyWay();
      screw = way + holds * luck.between(-1, 1);
    },
    read() {
      before = 0.5 * before + Math.sqrt(0.75) * normal(luck);
      const caught = luck.next() < 1 / 30 ? luck.between(2, 25) : 0;
      return Math.max(0.5, force() * (1 + error * before) + 0.3 * normal(luck) + caught);
    },
    turn(turns) {
      screw = Math.max(0, screw + 0.96 * turns + shaky * laplace() * (0.3 + Math.abs(turns)));
      way = Math.max(0.02, Math.min(screw + holds, Math.max(screw - holds, way)));
    },
    truth: force,
  };
}
