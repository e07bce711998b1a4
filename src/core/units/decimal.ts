/** A number as it is typed, with point or comma: "4.2", "4,2", "75". Null: it is none, or has a sign or other letters. */
export function decimalFromText(text: string): number | null {
  const trimmed = text.trim();
  return /^\d+(?:[.,]\d+)?$/.test(trimmed) ? Number(trimmed.replace(',', '.')) : null;
}
