import type { NeedleSpec } from '../../core/needle/label.ts';
import { needleShape } from './needle-shape.ts';

/** A needle to scale: blade by its size, tip by its point, eye by its kind. */
export function Needle({ spec, className }: { spec: NeedleSpec; className?: string }) {
  const { shank, blade, groove, eye } = needleShape(spec);
  return (
    <svg viewBox="-10 0 20 70" className={className} aria-hidden="true">
      <path d={shank} fill="var(--steel)" stroke="var(--steel-edge)" strokeWidth="0.8" />
      <path
        d={blade}
        fill="var(--steel)"
        stroke="var(--steel-edge)"
        strokeWidth="0.8"
        strokeLinejoin="round"
      />
      <path d={groove} stroke="var(--steel-edge)" strokeWidth="0.9" />
      <ellipse {...eye} fill="var(--color-base-100)" stroke="var(--steel-edge)" strokeWidth="0.8" />
    </svg>
  );
}
