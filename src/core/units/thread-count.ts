import { ownProperty } from '../base/own-property.ts';
import { UserError } from '../base/user-error.ts';

/**
 * The ways a thread's fineness is stated.
 *
 * `direct` systems weigh a fixed length (a bigger number is a thicker thread); `indirect` ones measure the
 * length of a fixed weight (a bigger number is a *thinner* thread). `perTex` is the value at 1 tex.
 *
 * Source: ISO 1144 (tex system: tex = g/km, dtex = g/10 km), ISO 2947 (conversion: denier = 9 tex,
 * Nm = 1000/tex, Ne = 590.5/tex). The weight number No. ("40 wt") is kilometres per kilogram, so it has the
 * same arithmetic as Nm.
 */
export const threadCounts = {
  wt: { label: 'wt', name: 'weight number', system: 'indirect', perTex: 1000 },
  tex: { label: 'tex', name: 'tex', system: 'direct', perTex: 1 },
  dtex: { label: 'dtex', name: 'decitex', system: 'direct', perTex: 10 },
  den: { label: 'den', name: 'denier', system: 'direct', perTex: 9 },
  Nm: { label: 'Nm', name: 'metric count', system: 'indirect', perTex: 1000 },
  Ne: { label: 'Ne', name: 'English cotton count', system: 'indirect', perTex: 590.5 },
} as const;

export type ThreadCountUnit = keyof typeof threadCounts;

/** Finest and thickest thread taken as real, in tex: finer than any sewing thread, thicker than a cord. */
export const texRange = { min: 1, max: 1000 } as const;

/**
 * Tex (grams per kilometre) of a thread stated as `value` in `unit`.
 * Valid: a finite value whose tex lies in {@link texRange}; otherwise throws Refusal `ThreadCountOutOfRange`.
 */
export function texFrom(unit: ThreadCountUnit, value: number): number {
  const { system, perTex, label } = threadCounts[unit];
  const tex = system === 'direct' ? value / perTex : perTex / value;
  // Nothing, less than nothing and what is no number are outside as well.
  if (!(tex >= texRange.min && tex <= texRange.max)) {
    throw new UserError(
      'ThreadCountOutOfRange',
      `${value} ${label} is no sewing thread. Threads run from ${shortNumber(countFrom(unit, texRange.min))} to ` +
        `${shortNumber(countFrom(unit, texRange.max))} ${label}; check the number and the unit on the cone.`,
    );
  }
  return tex;
}

/** The value in `unit` of a thread of `tex` g/km. Inverse of {@link texFrom}. */
export function countFrom(unit: ThreadCountUnit, tex: number): number {
  const { system, perTex } = threadCounts[unit];
  return system === 'direct' ? tex * perTex : perTex / tex;
}

/** Converts a stated thread count from one unit to another. Throws as {@link texFrom}. */
export function convertThreadCount(value: number, from: ThreadCountUnit, to: ThreadCountUnit): number {
  return countFrom(to, texFrom(from, value));
}

/**
 * Reads a count as printed on a cone: "40 wt", "No. 40", "40", "25 tex", "250 dtex", "225 den", "Nm 40",
 * "Ne 24", "120 d". A bare number is a weight number, as operators say it.
 * Throws Refusal `ThreadCountUnreadable` or `ThreadCountOutOfRange`.
 */
export function readThreadCount(text: string): { unit: ThreadCountUnit; value: number; tex: number } {
  const cleaned = text.trim().replace(',', '.');
  const found =
    /^(?<word>[a-z]+\.?)?\s*(?<value>\d+(?:\.\d+)?)\s*(?<unit>[a-z]+\.?)?$/i.exec(cleaned)?.groups ??
    undefined;
  const word = (found?.['word'] ?? found?.['unit'] ?? 'wt').replace('.', '').toLowerCase();
  const unit = ownProperty(unitWords, word);
  if (!found || !unit || (found['word'] && found['unit'])) {
    throw new UserError(
      'ThreadCountUnreadable',
      `Cannot read “${text.trim()}” as a thread count. Write it like 40 wt, 25 tex, 250 dtex, 225 den, Nm 40 or Ne 24.`,
    );
  }
  const value = Number(found['value']);
  return { unit, value, tex: texFrom(unit, value) };
}

const unitWords: Record<string, ThreadCountUnit> = {
  wt: 'wt',
  weight: 'wt',
  no: 'wt',
  tex: 'tex',
  t: 'tex',
  dtex: 'dtex',
  decitex: 'dtex',
  den: 'den',
  denier: 'den',
  d: 'den',
  nm: 'Nm',
  ne: 'Ne',
  nec: 'Ne',
};

/** "40 wt (25 tex)": how a thread's weight is written everywhere on the screen. */
export function threadWeightText(weightNo: number, tex = 1000 / weightNo): string {
  return `${shortNumber(weightNo)} wt (${shortNumber(tex)} tex)`;
}

function shortNumber(value: number): string {
  return String(Number(value.toPrecision(3)));
}
