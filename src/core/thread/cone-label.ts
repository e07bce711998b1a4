import { fibreKeys, type Fibre } from './fibres.ts';
import { ownProperty } from '../base/own-property.ts';
import { UserError } from '../base/user-error.ts';
import { countFrom, readThreadCount } from '../units/thread-count.ts';

/** What a cone's label says. `metres` and `batch` where it says them. */
export interface ConeLabel {
  weightNo: number;
  tex: number;
  fibre: Fibre;
  metres: number | null;
  batch: string | null;
  /** What is left of the label: code and colour name, as printed. */
  rest: string;
  /** What the label did not say and was taken for granted. */
  assumed: string[];
}

const fibreWords: Readonly<Record<string, Fibre>> = {
  ...(Object.fromEntries(fibreKeys.map((key) => [key, key])) as Record<Fibre, Fibre>),
  poly: 'polyester',
  pes: 'polyester',
  viscose: 'rayon',
  cv: 'rayon',
  pa: 'nylon',
  polyamide: 'nylon',
  co: 'cotton',
  metal: 'metallic',
};

/** A count with its unit; the weight number may be written "No. 40", "40 wt" or "40wt". */
const count = /(?:\b(?:no\.?|nm|ne)\s*\d+(?:[.,]\d+)?\b|\b\d+(?:[.,]\d+)?\s*(?:wt|tex|dtex|den(?:ier)?)\b)/gi;

/**
 * Reads a thread cone's label, typed or scanned: "Polyester 40 wt 5000 m TE40 Teal feather Lot L26-0140",
 * "No. 60 120 den 1500m viscose". Where weight number and a direct count both stand, the direct one is the thread's
 * true fineness and wins. Throws Refusal `ConeLabelNoWeight`, or as readThreadCount.
 */
export function readConeLabel(text: string): ConeLabel {
  const found = text.match(count) ?? [];
  if (found.length === 0) {
    throw new UserError(
      'ConeLabelNoWeight',
      `“${text.trim().slice(0, 60)}” says no thread weight. Add it, like 40 wt, 25 tex or 225 den.`,
    );
  }
  const read = found.map((one) => readThreadCount(one.replace(/denier/i, 'den')));
  const { tex } = read.find(({ unit }) => unit === 'tex' || unit === 'dtex' || unit === 'den') ?? read[0]!;
  let rest = text.replace(count, ' ');
  const take = (pattern: RegExp) => {
    const match = pattern.exec(rest);
    if (match) rest = rest.replace(match[0], ' ');
    return match?.[1] ?? null;
  };
  const batch = take(/\b(?:lot|batch|charge)[\s:.#-]*([\w-]{1,40})/i);
  const metres = take(/\b(\d{1,3}(?:[ ,.']?\d{3})+|\d{2,5})\s*m(?:etres|eters)?\b/i);
  const word = rest.split(/[^a-z]+/i).find((candidate) => ownProperty(fibreWords, candidate.toLowerCase()));
  if (word) rest = rest.replace(new RegExp(`\\b${word}\\b`, 'i'), ' ');
  return {
    weightNo: Math.round(countFrom('wt', tex) * 10) / 10,
    tex,
    fibre: word ? fibreWords[word.toLowerCase()]! : 'polyester',
    metres: metres === null ? null : Number(metres.replace(/\D/g, '')),
    batch,
    rest: rest.replace(/[\s,;·|/]+/g, ' ').trim(),
    assumed: word ? [] : ['polyester'],
  };
}
