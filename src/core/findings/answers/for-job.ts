import { rateOf } from '../rates/rate.ts';
import { howMany, perTenThousand, wholeText, withRange } from './words/words.ts';

/** What is known of breaks for a job: on its cloth, and on the whole machine. */
export interface JobBreaksAsked {
  /** Stitches of all its pieces. */
  stitches: number;
  cloth: string;
  onCloth: { breaks: number; stitches: number };
  onMachine: { breaks: number; stitches: number };
  /** Stops with the minutes they took, in all. */
  stops: number;
  lostMinutes: number;
  /** The age at which needles are changed, stitches; null: none. Minutes of a planned change. */
  rule: number | null;
  changeMinutes: number;
}

export interface JobBreaks {
  /** As many as are to be reckoned with, and between (95 in 100, by what is known of the rate). */
  breaks: number;
  low: number;
  high: number;
  /** Minutes that they take, with needle changes by the rule. */
  minutes: number;
  says: string;
}

/** Fewer breaks on the cloth than this, and the whole machine's rate is taken. */
const leastOnCloth = 10;

/** Breaks and needle changes to reckon with in a job, beside sewing; null where nothing was sewn here yet. Valid: stitches above 0. */
export function jobBreaks(asked: JobBreaksAsked): JobBreaks | null {
  const isOnCloth = asked.onCloth.breaks >= leastOnCloth;
  const known = isOnCloth ? asked.onCloth : asked.onMachine;
  const { rate, low, high } = rateOf(known.breaks, known.stitches);
  if (rate === null || high === null) return null;
  const of = (per: number) => (per * asked.stitches) / 10_000;
  const eachMinutes = asked.stops > 0 ? asked.lostMinutes / asked.stops : 0;
  const changes = asked.rule === null ? 0 : asked.stitches / asked.rule;
  const minutes = of(rate) * eachMinutes + changes * asked.changeMinutes;
  const where = isOnCloth ? `on ${asked.cloth} here` : 'on this machine';
  const text = (count: number) => (count < 9.5 ? `${Number(count.toFixed(1))}` : wholeText(count));
  return {
    ...{ breaks: of(rate), low: of(low), high: of(high), minutes },
    says:
      `${withRange(of(rate), of(low), of(high), text)} breaks to reckon with, by ${withRange(rate, low, high)} ${perTenThousand} ${where}` +
      (changes >= 0.5 ? `, and ${howMany(Math.round(changes), 'needle change')}` : '') +
      `: about ${wholeText(Math.max(minutes, minutes > 0 ? 1 : 0))} minutes beside sewing.`,
  };
}
