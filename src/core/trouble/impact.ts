/** Words by which a stop or a note tells of an impact: the foot caught, the needle struck. Whole words, in any case. */
export const impactWords = [
  'impact',
  'struck',
  'strike',
  'hit',
  'collision',
  'foot caught',
  'caught the hoop',
  'caught the frame',
];

/** Whether words tell of an impact. */
export const tellsImpact = (text: string): boolean =>
  new RegExp(`\\b(${impactWords.join('|')})\\b`, 'i').test(text);
