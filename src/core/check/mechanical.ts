import { millisecondsInDay } from 'date-fns/constants';
import { mechanicalChecks, type MechanicalCheck } from '../trouble/mechanical-checks.ts';
import { keysOf } from '../base/keys.ts';
import { gaugeChecks } from '../trouble/steps/gauge-checks.ts';
import type { CheckItem } from './item.ts';

/** What the ledger tells of the checks with the power off. Instants are ISO 8601. */
export interface MechanicalFacts {
  /** When each was last made; one left out never was, as far as is on record. */
  lastAt: Readonly<Partial<Record<MechanicalCheck, string>>>;
  /** The last impact on record, with its position where it has one. */
  impact: { at: string; position: number | null } | null;
}

/** What is looked at after an impact, once the needle is new: bar height, then foot. Common practice, no published source. */
const afterImpact: readonly MechanicalCheck[] = ['needle_depth', 'foot_height'];
const monthMs = (365.25 / 12) * millisecondsInDay;

/**
 * The mechanical checks that are due: bar height and foot after an impact, until each was looked at; all of them every so many
 * months, where the machine's profile says how many (`everyMonths`; null: never by the calendar).
 */
export function mechanicalDue(
  { lastAt, impact }: MechanicalFacts,
  { everyMonths, now }: { everyMonths: number | null; now: string },
): CheckItem[] {
  return keysOf(mechanicalChecks).flatMap((check): CheckItem[] => {
    const last = lastAt[check];
    const isAfterImpact =
      impact !== null && afterImpact.includes(check) && (!last || Date.parse(last) < Date.parse(impact.at));
    const months = last ? (Date.parse(now) - Date.parse(last)) / monthMs : Infinity;
    const isByCalendar = everyMonths !== null && months >= everyMonths;
    if (!isAfterImpact && !isByCalendar) return [];
    const { name, says } = gaugeChecks[check];
    const position = isAfterImpact ? impact.position : null;
    return [
      {
        key: `mechanical-${check.replaceAll('_', '-')}`,
        group: 'mechanics',
        scope: 'day',
        says: position === null ? name : `${name}, position ${position}`,
        why: isAfterImpact
          ? 'An impact was logged since it was last looked at.'
          : last
            ? `Last looked at ${Math.floor(months)} months ago; it is every ${everyMonths}.`
            : `No look at it is on record; it is every ${everyMonths} months.`,
        how: says,
        position,
        mechanical: check,
      },
    ];
  });
}
