import { isMetallic } from '../../core/thread/fibres.ts';
import type { Thread } from '../../schemas/workshop.ts';

/** A small patch of thread, sewn lines and all, with an outline that shows on any ground. */
export function Swatch({
  thread,
  className = 'size-7',
}: {
  thread: Pick<Thread, 'colour' | 'fibre' | 'name'>;
  className?: string;
}) {
  return (
    <svg viewBox="0 0 28 28" className={`shrink-0 ${className}`} role="img" aria-label={thread.name}>
      <rect x="1" y="1" width="26" height="26" rx="5" fill={thread.colour} />
      {[7, 13, 19, 25].map((y) => (
        <g key={y} strokeWidth="1.1">
          <path d={`M2 ${y}L26 ${y - 3}`} stroke="#000" strokeOpacity="0.2" />
          <path d={`M2 ${y - 1.4}L26 ${y - 4.4}`} stroke="#fff" strokeOpacity="0.4" />
        </g>
      ))}
      {isMetallic(thread.fibre) && (
        <path d="M14 5l2 7 7 2-7 2-2 7-2-7-7-2 7-2z" fill="#fff" fillOpacity="0.9" />
      )}
      <rect
        x="1"
        y="1"
        width="26"
        height="26"
        rx="5"
        fill="none"
        stroke="var(--cone-edge)"
        strokeWidth="1.4"
      />
    </svg>
  );
}
