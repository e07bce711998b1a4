import { isMetallic, type Fibre } from '../../core/thread/fibres.ts';
import { useId } from 'react';

interface ConeProps {
  colour: string;
  fibre: Fibre;
  className?: string;
}

const windings = [6, 13, 20, 27, 34, 41, 48];

/**
 * A cone in its thread's true colour. Each winding is a light line over a dark one, so that it shows on white,
 * on black and on everything between; a metallic thread glints.
 */
export function Cone({ colour, fibre, className }: ConeProps) {
  const clip = useId();
  return (
    <svg viewBox="0 0 40 56" className={className} aria-hidden="true">
      <clipPath id={clip}>
        <path d="M11 2H29L38 54H2Z" />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        <rect width="40" height="56" fill={colour} />
        {windings.map((y) => (
          <g key={y} strokeWidth="1.2" fill="none">
            <path d={`M0 ${y + 3}L40 ${y - 1}`} stroke="#000" strokeOpacity="0.22" />
            <path d={`M0 ${y + 1.6}L40 ${y - 2.4}`} stroke="#fff" strokeOpacity="0.42" />
          </g>
        ))}
        {isMetallic(fibre) && <Glints />}
      </g>
      <path
        d="M11 2H29L38 54H2Z"
        fill="none"
        stroke="var(--cone-edge)"
        strokeWidth="1.6"
        strokeLinejoin="round"
      />
    </svg>
  );
}

function Glints() {
  return (
    <g fill="#fff" fillOpacity="0.92" stroke="#000" strokeOpacity="0.35" strokeWidth="0.5">
      {[
        [14, 14, 4],
        [26, 27, 5.5],
        [13, 41, 5],
      ].map(([x, y, r]) => (
        <path
          key={`${x}`}
          d={`M${x} ${y! - r!}l${r! * 0.25} ${r! * 0.75} ${r! * 0.75} ${r! * 0.25} ${-r! * 0.75} ${r! * 0.25} ${-r! * 0.25} ${r! * 0.75} ${-r! * 0.25} ${-r! * 0.75} ${-r! * 0.75} ${-r! * 0.25} ${r! * 0.75} ${-r! * 0.25}z`}
        />
      ))}
    </g>
  );
}
