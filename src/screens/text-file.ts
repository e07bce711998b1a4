/**
 * The text of a chosen file. Throws a sentence for one that is no UTF-8: read as if it were, every letter with an accent
 * would be stored as “�”, for good.
 */
export async function readTextFile(file: File): Promise<string> {
  const bytes = await file.arrayBuffer();
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new Error(
      'This file is no UTF-8 text: its letters with accents cannot be read. Save it again as “CSV UTF-8” and choose that.',
    );
  }
}
