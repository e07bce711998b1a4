/** A key as words, "wheel stuck": for entries whose registry does not travel with every page. */
export const inWords = (key: string): string => key.replaceAll('_', ' ');
