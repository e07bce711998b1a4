import { UserError } from '../base/user-error.ts';

/**
 * Needle sizes in use on multi-needle heads: metric number (blade diameter in 1/100 mm) and the US number
 * printed beside it. Common practice, as printed on needle packs in either order (75/11 or 11/75).
 */
export const needleSizes = [
  { metric: 60, us: 8 },
  { metric: 65, us: 9 },
  { metric: 70, us: 10 },
  { metric: 75, us: 11 },
  { metric: 80, us: 12 },
  { metric: 90, us: 14 },
  { metric: 100, us: 16 },
  { metric: 110, us: 18 },
  { metric: 120, us: 19 },
] as const;

export type NeedleMetric = (typeof needleSizes)[number]['metric'];
export type NeedleUs = (typeof needleSizes)[number]['us'];

/** US number of a metric size. Throws Refusal `NeedleSizeUnknown` for a size no head needle has. */
export function usFromMetric(metric: number): NeedleUs {
  const size = needleSizes.find((candidate) => candidate.metric === metric);
  if (!size) throw unknownSize(String(metric));
  return size.us;
}

/** Metric size (1/100 mm) of a US number. Throws Refusal `NeedleSizeUnknown`. */
export function metricFromUs(us: number): NeedleMetric {
  const size = needleSizes.find((candidate) => candidate.us === us);
  if (!size) throw unknownSize(String(us));
  return size.metric;
}

/**
 * The metric size meant by one or two numbers in either order ("75", "11", [75, 11], [11, 75]).
 * The two ranges do not overlap (US 8–19, metric 60–120), so one number is enough to tell.
 * Throws Refusal `NeedleSizeUnknown`, or `NeedleSizePairMismatch` when the two do not belong together.
 */
export function metricFromNumbers(numbers: readonly number[]): NeedleMetric {
  const [first, second] = numbers;
  if (first === undefined || numbers.length > 2) throw unknownSize(numbers.join(' '));
  const sizeOf = (number: number): NeedleMetric => {
    if (needleSizes.some((size) => size.metric === number)) return number as NeedleMetric;
    return metricFromUs(number);
  };
  const size = sizeOf(first);
  if (second === undefined) return size;
  const other = sizeOf(second);
  if (size !== other || first >= 60 === second >= 60) {
    throw new UserError(
      'NeedleSizePairMismatch',
      `${first}/${second} does not belong together: ${sizeText(size)}` +
        (size === other ? '' : ` or ${sizeText(other)}`) +
        '? Look at the pack again and type one of them.',
    );
  }
  return size;
}

/** "75/11": metric size first, as the product writes it everywhere. */
export function sizeText(metric: number): string {
  return `${metric}/${usFromMetric(metric)}`;
}

function unknownSize(text: string): UserError {
  return new UserError(
    'NeedleSizeUnknown',
    `“${text}” is no needle size of a multi-needle head. Sizes are ${needleSizes.map((size) => sizeText(size.metric)).join(', ')}.`,
  );
}
