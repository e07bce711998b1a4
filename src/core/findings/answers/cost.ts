import type { Answer, Bar } from './words/answer.ts';
import { costGroups, type CostGroup } from './cost-groups.ts';
import { capital } from './words/place-name.ts';
import { figure, howMany, wholeText } from './words/words.ts';

/** Stops and minutes of one cause, place or job. */
export interface CostLine {
  name: string;
  stops: number;
  lostMs: number;
}

export interface CostAsked {
  causes: readonly CostLine[];
  places: readonly CostLine[];
  jobs: readonly CostLine[];
  /** Needles changed at a good moment, and because of trouble. */
  planned: number;
  troubled: number;
  /** Minutes of one planned change. */
  plannedMinutes: number;
  /** How long was sewn, ms. */
  sewnMs: number;
  by: CostGroup;
}

const mostBars = 14;
const minutesOf = (ms: number) => ms / 60_000;

/** What stops and changes cost, in minutes. */
export function costAnswer(asked: CostAsked): Answer {
  const { causes, planned, troubled, plannedMinutes, sewnMs, by } = asked;
  const lost = minutesOf(causes.reduce((sum, line) => sum + line.lostMs, 0));
  const stops = causes.reduce((sum, line) => sum + line.stops, 0);
  const lines = [...asked[by]].sort((a, b) => b.lostMs - a.lostMs || (a.name < b.name ? -1 : 1));
  const share = (line: CostLine) => `${((100 * minutesOf(line.lostMs)) / lost).toFixed(0)} %`;
  const [first, second] = [...causes].sort((a, b) => b.lostMs - a.lostMs);
  const worst = [...asked.places].sort((a, b) => b.lostMs - a.lostMs)[0];
  const changes = planned * plannedMinutes;
  const hour = sewnMs > 0 ? lost / (sewnMs / 3_600_000) : 0;
  return {
    says:
      lost === 0
        ? stops === 0
          ? 'No stop is on record in this time.'
          : `${capital(howMany(stops, 'stop'))} ${stops === 1 ? 'is' : 'are'} on record, none of them with its end: how long they took is not known.`
        : `Stops cost ${wholeText(lost)} minutes, ${figure(hour)} in each hour sewn; ${first!.name} ${share(first!)}${second && second.lostMs > 0 ? `, ${second.name} ${share(second)}` : ''}.`,
    more: [
      ...(worst && lost > 0
        ? [
            `${capital(worst.name)} alone cost ${wholeText(minutesOf(worst.lostMs))} minutes, ${share(worst)}.`,
          ]
        : []),
      ...(planned + troubled > 0
        ? [
            `${howMany(planned + troubled, 'needle')} changed: ${planned} at a good moment (about ${wholeText(changes)} minutes, ${figure(plannedMinutes)} each), ${troubled} for trouble, in the stops above.`,
          ]
        : []),
    ],
    rests: `${howMany(stops, 'stop')} in ${figure(sewnMs / 3_600_000)} hours sewn`,
    missing: lost === 0 && stops > 0 ? 'Touch “Sewing again” when a stop is over.' : null,
    chart:
      lost > 0
        ? {
            is: 'bars',
            unit: 'minutes',
            common: null,
            bars: lines.slice(0, mostBars).map((line, index) => barOf(line, index === 0)),
          }
        : null,
    steps: [],
    table: {
      columns: [costGroups[by].name, 'stops', 'minutes'],
      rows: lines.map((line) => [line.name, line.stops, Math.round(10 * minutesOf(line.lostMs)) / 10]),
    },
  };
}

const barOf = (line: CostLine, isMarked: boolean): Bar => ({
  ...{ name: line.name, value: minutesOf(line.lostMs), low: null, high: null, isMarked },
  rests: howMany(line.stops, 'stop'),
});
