/**
 * A whole number as people write it: "4200", "4 200", "4,200", "4'200", "4’200" or "4.200", marks standing before every three
 * digits. Null for anything else: a number of stitches or pieces has no decimals, so "1.200" can only be 1200.
 */
export function wholeFromText(text: string): number | null {
  const trimmed = text.trim();
  if (/^\d+$/.test(trimmed)) return Number(trimmed);
  return /^\d{1,3}([ ,.'’]\d{3})+$/.test(trimmed) ? Number(trimmed.replace(/\D/g, '')) : null;
}
