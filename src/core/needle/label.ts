import { ownProperty } from '../base/own-property.ts';
import { UserError } from '../base/user-error.ts';
import { metricFromNumbers, sizeText, type NeedleMetric } from '../units/needle-size.ts';
import {
  labelLetters,
  needleBlades,
  needleCoatings,
  needleEyes,
  needlePoints,
  needleSystems,
  type LabelMeaning,
  type NeedleBlade,
  type NeedleCoating,
  type NeedleEye,
  type NeedlePoint,
} from './letters.ts';

/** One kind of needle, as bought by the box. `sizeMetric` is the blade diameter in 1/100 mm. */
export interface NeedleSpec {
  system: string;
  sizeMetric: NeedleMetric;
  point: NeedlePoint;
  coating: NeedleCoating;
  eye: NeedleEye;
  blade: NeedleBlade;
}

export interface ReadLabel {
  spec: NeedleSpec;
  /** What the label did not say and was filled in, for the operator to see. */
  assumed: string[];
}

/**
 * Reads a needle pack's label or an operator's shorthand: "DBxK5 75/11 FFG", "75/11 sharp", "11/75 ses",
 * "65-9 RG titanium". Case and order do not matter.
 *
 * `taught` are the workshop's own words, upper case: they are laid over the usual ones and win.
 * Not stated: system is DBxK5, point is sharp (packs without a letter hold the normal round point), coating
 * plain, eye standard; `assumed` names each. Throws Refusal: `NeedleLabelEmpty`, `NeedleSizeMissing`,
 * `NeedleSizeUnknown`, `NeedleSizePairMismatch`, `NeedleShankFlat`, `NeedleLabelContradicts`,
 * `NeedleLabelUnknownWord`.
 */
export function readNeedleLabel(
  text: string,
  taught: Readonly<Record<string, LabelMeaning>> = {},
): ReadLabel {
  let rest = text.normalize('NFKC').replace(/[#,;]/g, ' ').trim();
  if (!rest)
    throw new UserError('NeedleLabelEmpty', 'Type the needle as on its pack, for example 75/11 sharp.');

  const assumed: string[] = [];
  let system = 'DBxK5';
  const named = Object.entries(needleSystems).find(([, one]) => one.pattern.test(rest));
  if (named) {
    if (named[1].shank === 'flat') {
      throw new UserError(
        'NeedleShankFlat',
        `${named[0]} is a flat-shank needle for home machines. A head's needle bar takes a round shank such as DBxK5.`,
      );
    }
    system = named[0];
    rest = rest.replace(named[1].pattern, ' ');
  } else assumed.push(`system ${system}`);

  const { metric, left } = takeSize(rest, text);
  const meaning: LabelMeaning = {};
  for (const { word, means } of takeWords(left, { ...labelLetters, ...taught }))
    addMeaning(meaning, means, word);

  if (!meaning.point) assumed.push('sharp point');
  if (!meaning.coating) assumed.push('plain coating');
  return {
    spec: {
      system,
      sizeMetric: metric,
      point: meaning.point ?? 'sharp',
      coating: meaning.coating ?? 'plain',
      eye: meaning.eye ?? 'standard',
      blade: meaning.blade ?? 'standard',
    },
    assumed,
  };
}

/** Takes the size numbers out of the text: "75/11", "11-75", "75 11", "75", or "NM 75". */
function takeSize(text: string, whole: string): { metric: NeedleMetric; left: string } {
  const numbers = [...text.matchAll(/\d+(?:\.\d+)?/g)].map((match) => Number(match[0]));
  if (numbers.length === 0) {
    throw new UserError(
      'NeedleSizeMissing',
      `“${whole.trim()}” has no size. Add it, for example 75/11 ${whole.trim()}.`,
    );
  }
  return { metric: metricFromNumbers(numbers), left: text.replace(/\d+(?:\.\d+)?\s*[/\-–x]?/g, ' ') };
}

/** Splits the words into the longest runs the letters table knows. */
function takeWords(text: string, letters: Readonly<Record<string, LabelMeaning>>) {
  const words = text
    .toUpperCase()
    .split(/[^A-Z]+/)
    .filter((word) => word && word !== 'NM');
  const found: { word: string; means: LabelMeaning }[] = [];
  for (let at = 0; at < words.length;) {
    const length = [3, 2, 1].find((count) => ownProperty(letters, words.slice(at, at + count).join(' ')));
    if (!length) {
      throw new UserError(
        'NeedleLabelUnknownWord',
        `Cannot read “${words[at]}” on this needle. Known: sharp (R, RG), light ball (FFG, SES), medium ball (FG, SUK), ` +
          'extra-slim ball (ESB), universal, NY, titanium, low friction, large eye.',
      );
    }
    const word = words.slice(at, at + length).join(' ');
    found.push({ word, means: letters[word]! });
    at += length;
  }
  return found;
}

function addMeaning(into: LabelMeaning, means: LabelMeaning, word: string): void {
  for (const key of Object.keys(means) as (keyof LabelMeaning)[]) {
    if (into[key] && into[key] !== means[key]) {
      throw new UserError(
        'NeedleLabelContradicts',
        `The label says both ${into[key].replaceAll('-', ' ')} and ${word.toLowerCase()}. Leave out the one that is wrong.`,
      );
    }
  }
  Object.assign(into, means);
}

/** "75/11 light ball titanium": the needle in words. Leaves out what is ordinary (plain, standard eye and blade). */
export function needleText(spec: NeedleSpec): string {
  const parts = [sizeText(spec.sizeMetric), needlePoints[spec.point].name];
  if (spec.blade !== 'standard') parts.push(needleBlades[spec.blade].name);
  if (spec.coating !== 'plain') parts.push(needleCoatings[spec.coating].name);
  if (spec.eye !== 'standard') parts.push(needleEyes[spec.eye].name);
  if (spec.system !== 'DBxK5') parts.unshift(spec.system);
  return parts.join(' ');
}
