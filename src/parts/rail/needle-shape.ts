import type { NeedleSpec } from '../../core/needle/label.ts';
import type { NeedlePoint } from '../../core/needle/letters.ts';

/** Drawing units for one mm of blade: sizes are told apart by eye, 65/9 beside 100/16. */
const perMm = 13;
const shankWidth = 15;
const shankLength = 14;
const bladeEnd = 54;

/** How each point is drawn: how long it tapers, and the radius of its tip as a share of the blade's half width. */
const points: Record<NeedlePoint, { taper: number; tip: number }> = {
  sharp: { taper: 12, tip: 0.05 },
  universal: { taper: 10, tip: 0.3 },
  'light-ball': { taper: 9, tip: 0.5 },
  'medium-ball': { taper: 8, tip: 0.75 },
  'extra-slim-ball': { taper: 14, tip: 0.4 },
};

export interface NeedleShape {
  shank: string;
  blade: string;
  groove: string;
  eye: { cx: number; cy: number; rx: number; ry: number };
  height: number;
}

/**
 * The outline of a needle, drawn about x = 0 from y = 0 down. Blade width is to scale by the metric size
 * (1/100 mm), the tip by its point, the eye by its kind. The length is not to scale: it is the same for all.
 */
export function needleShape(spec: Pick<NeedleSpec, 'sizeMetric' | 'point' | 'eye' | 'blade'>): NeedleShape {
  const half = (spec.sizeMetric / 100) * perMm * 0.5;
  const { taper, tip } = points[spec.point];
  const slim = spec.blade === 'slim' ? 0.8 : 1;
  const low = half * slim;
  const radius = low * tip;
  const end = bladeEnd + taper;
  const s = shankWidth / 2;
  const eyeHalf = spec.eye === 'large' ? 6.5 : 4;
  return {
    shank: `M${-s} 0H${s}V${shankLength - 3}L${half} ${shankLength}H${-half}L${-s} ${shankLength - 3}Z`,
    blade:
      `M${-half} ${shankLength}H${half}L${low} ${bladeEnd}` +
      `L${radius} ${end - radius}A${radius} ${radius} 0 0 1 ${-radius} ${end - radius}L${-low} ${bladeEnd}Z`,
    groove: `M0 ${shankLength + 3}V${bladeEnd - eyeHalf * 2 - 2}`,
    eye: { cx: 0, cy: bladeEnd - eyeHalf, rx: Math.max(1.3, low * 0.4), ry: eyeHalf },
    height: end,
  };
}
