import { keysOf } from '../base/keys.ts';
import { backings, type Backing } from './backings.ts';
import { cloths, type Cloth } from './cloths.ts';
import type { Garment, GarmentField } from './garment.ts';
import type { Place } from './places.ts';

/** Words of the trade for a cloth; of several lists that fit a text the first counts. */
const clothWords: readonly [Cloth, RegExp][] = [
  ['knit-heavy', /beanie|\b(knit(ted)?|bobble|wool(ly|en)?) (caps?|hats?)\b/i],
  ['cap', /\b(caps?|hats?)\b|buckram|visor|trucker|flat[ -]?bill|snap[ -]?back/i],
  ['knit-heavy', /knit.*(heavy|thick)|heavy.*knit|sweater|jumper|cardigan|sweatshirt|hoodie/i],
  ['knit-light', /knit|jersey|stretch|polo|t-shirt|\btees?\b|piqu[eé]|interlock|\brib\b/i],
  ['nylon', /nylon|ripstop|coated|umbrella|windbreaker|anorak|cagoule/i],
  ['towel', /towel|terry|fleece|pile|bathrobe|velour|sherpa/i],
  ['canvas', /canvas|denim|jeans|duck\b|tarpaulin/i],
  ['twill', /twill|workwear|drill\b|gabardine|moleskin/i],
  ['softshell', /softshell|soft shell|neoprene/i],
  ['leather', /leather|vinyl|suede/i],
  ['felt', /felt/i],
  ['woven-dense', /dense|poplin|satin|taffeta|oxford|percale|micro-?fib(re|er)|dress shirt/i],
  ['woven-fine', /batiste|voile|\blawn\b|organza/i],
  ['woven-light', /woven|cotton|linen|muslin|chambray|\bsilk\b|shirting|batik/i],
  // Where its cloth is not named.
  ['canvas', /\btotes?\b/i],
];

/** The cloth that words mean, or null when they name none that is known. */
export function clothFromWords(text: string): Cloth | null {
  const named = keysOf(cloths).find((key) => cloths[key].name === text.trim().toLowerCase());
  if (named) return named;
  // A cap without buckram is its cloth: cotton twill unless another is named.
  if (softCap.test(text)) return clothFromWords(text.replace(softCap, '$1')) ?? 'twill';
  return clothWords.find(([, pattern]) => pattern.test(text))?.[0] ?? null;
}

/** Caps that nothing stiffens. Common practice, no published source. */
const softCap = /\b(?:unstructured|soft|dad|bucket)(?=\W)(.*?)\b(?:caps?|hats?)\b/i;

const counts: Record<string, number> = { one: 1, single: 1, two: 2, double: 2, three: 3, triple: 3, four: 4 };
const placeWords: readonly [Place, RegExp][] = [
  ['cap-side', /\b(side|back) of (the |a )?(cap|hat)|(cap|hat) (side|back)/i],
  ['cap-front', /(cap|hat) front|front of (the |a )?(cap|hat)/i],
  ['chest', /\bchest\b|breast/i],
  ['full-front', /full front/i],
  ['sleeve', /sleeve|cuff/i],
  ['back', /\b(full|jacket|yoke) back\b|\bon the back\b|\bback of\b/i],
  ['bag', /\bbags?\b|\bpacks?\b|rucksack|tote|duffel/i],
];

function backingsFromWords(text: string): Backing[] {
  return keysOf(backings).filter(
    (key) => !backings[key].onTop && new RegExp(`${key.replace('-', '[ -]?')}`, 'i').test(text),
  );
}

/** What a job's own words say of its garment: nothing is guessed that they do not name. */
export function garmentFromWords(text: string): Garment {
  const cloth = clothFromWords(text);
  const layers = /\b(\d|one|single|two|double|three|triple|four)[ -](layers?|ply)\b/i.exec(text)?.[1];
  const layerCount = layers === undefined ? 0 : (counts[layers.toLowerCase()] ?? Number(layers));
  const place = placeWords.find(([, pattern]) => pattern.test(text))?.[0];
  const under = backingsFromWords(text);
  return {
    ...(cloth && { cloth }),
    ...(layerCount >= 1 && layerCount <= 6 && { layers: layerCount }),
    ...(/\b(across|over|crosses|on) (a |the )?seams?\b/i.test(text) && { seams: true }),
    ...(under.length > 0 && { backings: under }),
    ...(/\b(film|topping)\b/i.test(text) && { topping: 'film' as const }),
    ...(place && { place }),
  };
}

/** A job's garment: what was said, and where nothing was, what its words name. `fromWords`: those fields. */
export function garmentOf(job: { cloth: string; garment?: Garment | undefined }): {
  garment: Garment;
  fromWords: GarmentField[];
} {
  const named = garmentFromWords(job.cloth);
  const said = job.garment ?? {};
  return {
    garment: { ...named, ...said },
    fromWords: keysOf(named).filter((field) => said[field] === undefined),
  };
}
