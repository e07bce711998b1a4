import { isMetallic } from '../thread/fibres.ts';
import type { Quantity } from '../base/quantity.ts';
import { threadDiameter, type ThreadBody } from '../thread/diameter.ts';
import { bobbinLength, type BobbinClass } from './capacity.ts';

/** Where a case is set to begin with, grams by the case gauge. Practitioners disagree. */
export const caseSchools = {
  '25-30': { name: '25 to 30 g', from: 25, to: 30, basis: 'practice' },
  '18-25': { name: '18 to 25 g', from: 18, to: 25, basis: 'memory' },
} as const;
export type CaseSchool = keyof typeof caseSchools;

export const pairVerdicts = {
  good: { name: 'good' },
  usable: { name: 'usable' },
  poor: { name: 'poor' },
} as const;
export type PairVerdict = keyof typeof pairVerdicts;
export interface Pairing {
  /** Bobbin thread's diameter over the top thread's. */
  ratio: Quantity;
  verdict: PairVerdict;
  /** What is good or wrong, in the operator's words, weightiest first. */
  says: string[];
  /** Thickness of the two threads lying over each other, mm: what makes a dense design stiff. */
  bulkMm: number;
  lengthOnBobbin: Quantity;
  /** Case gauge to begin with, g; measure again at every change of bobbin thread. */
  startGrams: { from: number; to: number; school: string };
}

interface Pair {
  top: ThreadBody;
  bobbin: ThreadBody;
  size: BobbinClass;
  school: CaseSchool;
  /** Both threads of one kind on purpose: lace, or the underside shows. */
  same?: boolean;
}

/** A top thread this fine (60 wt, tex) sews the small letters of a job whose other stops are 40 wt. */
const smallLetterTex = 1000 / 55;
/** Weights that bobbin thread is sold in. From memory. */
const bobbinWeights = [60, 70, 80, 90, 120] as const;

/** The usual bobbin weights that are fine enough for a top thread, in words; "" where none is. */
function finerBobbins(over: Quantity, fibre: ThreadBody['fibre']): string {
  const bobbinFibre = isMetallic(fibre) ? 'polyester' : fibre;
  const fine = bobbinWeights.filter(
    (no) => threadDiameter({ fibre: bobbinFibre, tex: 1000 / no }).value <= 0.83 * over.value,
  );
  const [first, ...rest] = fine;
  const better = rest.find((no) => no === 80) ?? rest[0];
  return first === undefined ? '' : better ? `${first} wt, better ${better} wt` : `${first} wt`;
}

/**
 * How a bobbin thread goes with a top thread. Practice: the bobbin thread is finer than the top (60 wt, better
 * 80 wt under 40 wt); as thick or thicker it adds bulk and shows on top as specks; 60 wt over 60 wt is usual for the small letters of a job
 * that one bobbin serves. Common practice, no published source. Throws as threadDiameter.
 */
export function pairThreads({ top, bobbin, size, school, same = false }: Pair): Pairing {
  const over = threadDiameter(top);
  const under = threadDiameter(bobbin);
  const ratio = under.value / over.value;
  const says: string[] = [];
  let verdict: PairVerdict = 'good';
  if (same && ratio > 0.75)
    says.push('Both sides alike: right for lace or where the underside shows. Measure the case anew for it.');
  else if (ratio > 0.85) {
    const finer = finerBobbins(over, top.fibre);
    if (top.tex <= smallLetterTex && ratio < 1.1)
      says.push(
        `As thick as this fine top thread: usual where one bobbin serves a whole job with small letters in it.${finer ? ` Finer hides better: ${finer}.` : ''}`,
      );
    else {
      verdict = 'poor';
      says.push(
        `The bobbin thread is ${ratio > 0.95 ? 'as thick as' : 'hardly finer than'} the top thread: it adds bulk and comes up as specks.${finer ? ` Take ${finer} under it.` : ''}`,
      );
    }
  } else if (ratio > 0.75)
    says.push('Finer than the top thread, as it should be. A finer one still would hide better.');
  else if (ratio > 0.5) says.push('Well hidden: clearly finer than the top thread.');
  else {
    verdict = 'usable';
    says.push(
      'Very fine for this top thread: it may break in dense columns. Slow down or take one size thicker.',
    );
  }
  if (bobbin.fibre === 'cotton') {
    verdict = verdict === 'poor' ? 'poor' : 'usable';
    says.push('Cotton sheds lint into the case. Lint-free polyester is the usual choice.');
  }
  if (isMetallic(bobbin.fibre)) {
    verdict = 'poor';
    says.push('Metallic thread does not belong in the bobbin case.');
  }
  const { name, from, to } = caseSchools[school];
  return {
    ratio: {
      value: ratio,
      unit: 'share',
      // Packing and flattening are common to both threads and fall out.
      spread: 0.06,
      basis: 'memory',
      because: `${under.value.toFixed(2)} mm below, ${over.value.toFixed(2)} mm on top.`,
    },
    verdict,
    says,
    bulkMm: over.value + under.value,
    lengthOnBobbin: bobbinLength(size, bobbin.tex),
    startGrams: { from, to, school: name },
  };
}
