import { causeKeys, causeOf, type Cause } from '../trouble/causes.ts';
import { parts } from '../trouble/parts.ts';
import { scopeKeys, scopes, type Scope } from '../trouble/scopes.ts';
import { symptoms, symptomKeys, type Symptom } from '../trouble/symptoms.ts';
import { onsets, type Onset } from '../trouble/onsets.ts';
import type { Clue } from './clue.ts';

/** What an operator says of a fault; null: not said. */
export interface FaultReport {
  seen: Symptom | null;
  scope: Scope | null;
  since: Onset | null;
}

/** What a cause shows as beside what its record names, each: nothing is impossible. From memory. */
const restOfSeen = 0.07;

/** Chance that a cause shows as this, from its record's weights. */
export function chanceSeen(cause: Cause, what: Symptom): number {
  const { shows } = causeOf(cause);
  const sum = Object.values(shows).reduce((total, weight) => total + weight, 0);
  return ((shows[what] ?? 0) + restOfSeen) / (sum + restOfSeen * symptomKeys.length);
}

/** Chance that a cause shows there: its own `where`, and for the rest what its part's place says. */
export function chanceScope(cause: Cause, scope: Scope): number {
  const { part, where = {} } = causeOf(cause);
  const place = parts[part].sits;
  if (where[scope] !== undefined) return where[scope] / 100;
  const sumOf = (keys: readonly Scope[]) => keys.reduce((sum, key) => sum + scopes[key].of[place], 0);
  const named = scopeKeys.filter((key) => where[key] !== undefined);
  const left = 100 - named.reduce((sum, key) => sum + where[key]!, 0);
  const unnamed = scopeKeys.filter((key) => where[key] === undefined);
  return (scopes[scope].of[place] * left) / sumOf(unnamed) / 100;
}

const forAll = (chance: (cause: Cause) => number): Clue['weights'] =>
  Object.fromEntries(causeKeys.map((cause) => [cause, chance(cause)]));

/** The clues in what was said. */
export function cluesFromReport(said: FaultReport): Clue[] {
  const clues: Clue[] = [];
  const { seen: what, scope, since: when } = said;
  if (what)
    clues.push({
      key: `seen:${what}`,
      says: `Seen: ${symptoms[what].says}`,
      weights: forAll((cause) => chanceSeen(cause, what)),
    });
  if (scope)
    clues.push({
      key: `scope:${scope}`,
      says: `Where: ${scopes[scope].name.toLowerCase()}`,
      weights: forAll((cause) => chanceScope(cause, scope)),
    });
  if (when)
    clues.push({
      key: `since:${when}`,
      says: `Since: ${onsets[when].name.toLowerCase()}`,
      weights: onsets[when].raises,
    });
  return clues;
}
