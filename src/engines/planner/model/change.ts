import { forbidden, type Model } from './model.ts';

/**
 * The price of a change, written once: minutes for all heads when `to` is served by option `into` behind `from` served by
 * `out`, with the penalty of `into`; options counted over all nodes. At least `forbidden` where it cannot be. The relaxation
 * and the look ahead read the same sum from the model's rows in their innermost loops (what calling it would cost there was
 * not measured).
 */
export function between(model: Model, from: number, out: number, to: number, into: number): number {
  if (model.lane[out] !== model.lane[into]) return forbidden;
  const relation = model.relation[from * model.nodes.length + to]!;
  const change = (model.code[out] === model.code[into] ? model.kept : model.renewed)[relation]!;
  return change + model.penalty[into]!;
}
