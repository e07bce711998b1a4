import { wholeFromText } from '../../../core/units/whole.ts';
import { whole } from '../../../parts/text.ts';

/** True when the text is a whole number in range, else the sentence to show. */
export function wholeFrom(text: string, least: number, most: number, what: string): true | string {
  const value = wholeFromText(text);
  return (
    (value !== null && value >= least && value <= most) ||
    `${what}: a whole number from ${whole(least)} to ${whole(most)}.`
  );
}
