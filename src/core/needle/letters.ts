/**
 * What the words and letters on a needle pack mean. Data, not code: makers differ, so a workshop can hand
 * {@link readNeedleLabel} its own table. Common practice, no published source.
 */
export const needlePoints = {
  sharp: { name: 'sharp', short: 'sharp' },
  'light-ball': { name: 'light ball', short: 'ball' },
  'medium-ball': { name: 'medium ball', short: 'med. ball' },
  'extra-slim-ball': { name: 'extra-slim ball', short: 'slim ball' },
  universal: { name: 'universal', short: 'univ.' },
} as const;
export type NeedlePoint = keyof typeof needlePoints;

export const needleCoatings = {
  plain: { name: 'plain' },
  titanium: { name: 'titanium' },
  'low-friction': { name: 'low friction' },
} as const;
export type NeedleCoating = keyof typeof needleCoatings;

/** `standard`: the embroidery eye, about one size above its blade. `large`: the long eye for metallic and thick thread. */
export const needleEyes = { standard: { name: 'standard eye' }, large: { name: 'large eye' } } as const;
export type NeedleEye = keyof typeof needleEyes;

/** `slim`: tapered blade, as strong but thinner at the point (letters NY). */
export const needleBlades = { standard: { name: 'standard blade' }, slim: { name: 'slim blade' } } as const;
export type NeedleBlade = keyof typeof needleBlades;

export interface LabelMeaning {
  point?: NeedlePoint;
  coating?: NeedleCoating;
  eye?: NeedleEye;
  blade?: NeedleBlade;
}

/** Upper-case words as typed or printed, longest first where one contains another ("LIGHT BALL" before "BALL"). */
export const labelLetters: Readonly<Record<string, LabelMeaning>> = {
  'EXTRA SLIM BALL': { point: 'extra-slim-ball' },
  'SLIM BALL': { point: 'extra-slim-ball' },
  'MEDIUM BALL': { point: 'medium-ball' },
  'LIGHT BALL': { point: 'light-ball' },
  'SMALL BALL': { point: 'light-ball' },
  'BALL POINT': { point: 'light-ball' },
  BALL: { point: 'light-ball' },
  FFG: { point: 'light-ball' },
  SES: { point: 'light-ball' },
  FG: { point: 'medium-ball' },
  SUK: { point: 'medium-ball' },
  ESB: { point: 'extra-slim-ball' },
  'SLIM SHARP': { point: 'sharp', blade: 'slim' },
  'SHARP POINT': { point: 'sharp' },
  SHARP: { point: 'sharp' },
  RG: { point: 'sharp' },
  R: { point: 'sharp' },
  // Words for a purpose. What they mean: from memory.
  JEANS: { point: 'sharp' },
  DENIM: { point: 'sharp' },
  STRETCH: { point: 'medium-ball' },
  EMBROIDERY: { eye: 'standard' },
  UNIVERSAL: { point: 'universal' },
  UNI: { point: 'universal' },
  NY: { blade: 'slim' },
  TITANIUM: { coating: 'titanium' },
  TIN: { coating: 'titanium' },
  GOLD: { coating: 'titanium' },
  'LOW FRICTION': { coating: 'low-friction' },
  CERAMIC: { coating: 'low-friction' },
  PLAIN: { coating: 'plain' },
  CHROME: { coating: 'plain' },
  CHROMED: { coating: 'plain' },
  'LARGE EYE': { eye: 'large' },
  'LONG EYE': { eye: 'large' },
  METALLIC: { eye: 'large' },
  TOPSTITCH: { eye: 'large' },
  'STANDARD EYE': { eye: 'standard' },
};

/** Needle systems: which shank they have. Only a round shank belongs into a head's needle bar. */
export const needleSystems: Readonly<Record<string, { shank: 'round' | 'flat'; pattern: RegExp }>> = {
  DBxK5: { shank: 'round', pattern: /\bDB\s*[-x×]?\s*K\s*5\b/i },
  '130/705 H': { shank: 'flat', pattern: /\b130\s*\/\s*705\s*-?\s*H?\b/i },
  HAx1: { shank: 'flat', pattern: /\bHA\s*[-x×]\s*1\b/i },
};
