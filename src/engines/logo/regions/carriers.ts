import { edgeOf, type Contacts } from '../parts/contacts.ts';
import type { TextLine } from '../lettering/measure-line.ts';
import type { Part } from '../parts/parts.ts';

/** Letters that stand on something are lower than this part of it. From memory. */
const lower = 0.6;
/** So much of their edge lies on it at least. From memory. */
const leastOn = 0.02;

/**
 * Lines without those that are one part with smaller letters of another tone standing on it: an emblem, or its outline, that letters cut into what looks like letters that are joined. A
 * script with small words in its gaps does not touch them. `lines`: as found, in any order.
 */
export function withoutCarriers(lines: readonly TextLine[], contacts: Contacts): TextLine[] {
  return lines.filter(({ parts, heightPx }) => {
    const [part, ...others] = parts;
    if (!part || others.length > 0) return true;
    return !lines.some(
      (line) =>
        line.parts[0]!.tone !== part.tone &&
        line.heightPx < lower * heightPx &&
        line.parts.every((letter) => lieWithin(letter, part)) &&
        shareOn(line, part, contacts) > leastOn,
    );
  });
}

/** How much of the letters' edge lies on a part, 0 to 1. */
function shareOn({ parts }: TextLine, { id }: Part, contacts: Contacts): number {
  let [on, all] = [0, 0];
  for (const letter of parts) {
    const own = contacts.get(letter.id);
    if (!own) continue;
    on += own.get(id) ?? 0;
    all += edgeOf(own);
  }
  return all === 0 ? 0 : on / all;
}

/** Whether a part's box lies within another's. */
export const lieWithin = (inner: Part, outer: Part): boolean =>
  inner.left >= outer.left &&
  inner.right <= outer.right &&
  inner.top >= outer.top &&
  inner.bottom <= outer.bottom;
