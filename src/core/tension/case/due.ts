import { millisecondsInDay } from 'date-fns/constants';
import type { EventOfCase } from './life.ts';

/** Why a case should be measured now, weightiest first, in the operator's words; empty: nothing asks for it. */
export function caseDue(
  life: readonly EventOfCase[],
  { now, everyDays, bobbinKindId }: { now: string; everyDays: number; bobbinKindId: string | null },
): string[] {
  const last = life.findLast((candidate) => candidate.kind === 'case_measured');
  if (!last) return ['not measured yet'];
  const since = life.slice(life.indexOf(last) + 1);
  const days = Math.floor((Date.parse(now) - Date.parse(last.at)) / millisecondsInDay);
  return [
    ...(since.some((event) => event.kind === 'case_dropped') ? ['dropped since it was measured'] : []),
    ...(bobbinKindId !== null && last.data.bobbinKindId && last.data.bobbinKindId !== bobbinKindId
      ? ['measured with another bobbin thread']
      : []),
    ...(since.some((event) => event.kind === 'screw_turned') ? ['screw turned since it was measured'] : []),
    ...(days >= everyDays ? [`last measured ${days === 1 ? 'a day' : `${days} days`} ago`] : []),
  ];
}
