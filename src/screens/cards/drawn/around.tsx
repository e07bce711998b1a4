/** Drawings of layers, ring, sharps and power. Drawn for this product, not to scale. */

/** What lies under the needle, from above down. */
export function Layers() {
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label="Layers under the needle: what is laid on, cloth, backing, hoop"
    >
      <path d="M150 10h20v50l-10 26-10-26Z" className="steel" />
      {['laid on', 'cloth', 'backing'].map((name, index) => (
        <g key={name}>
          <path d={`M50 ${100 + index * 34}h180v22H50Z`} className="steel" />
          <text x="242" y={116 + index * 34}>
            {name}
          </text>
        </g>
      ))}
      <path d="M30 90h14v130H30ZM236 220" className="steel" />
      <path d="M30 204h220v16H30Z" className="steel" />
      <text x="160" y="244" textAnchor="middle">
        hoop, drum tight
      </text>
    </svg>
  );
}

/** One ring of long stitches round the design. */
export function Ring() {
  return (
    <svg viewBox="0 0 320 260" role="img" aria-label="A ring of long stitches round a design in its hoop">
      <rect x="30" y="20" width="260" height="200" rx="34" className="steel" />
      <rect x="46" y="36" width="228" height="168" rx="24" className="hole" />
      <rect
        x="84"
        y="66"
        width="152"
        height="108"
        rx="16"
        fill="none"
        className="ink"
        strokeWidth="3"
        strokeDasharray="16 10"
      />
      <path d="M120 100h80v40h-80Z" className="steel" />
      <text x="160" y="246" textAnchor="middle">
        round the design, before all else
      </text>
    </svg>
  );
}

/** The closed container for old needles. */
export function Sharps() {
  return (
    <svg viewBox="0 0 320 260" role="img" aria-label="A closed container with old needles in it">
      <path d="M100 70h120l-12 150H112Z" className="steel" />
      <path d="M92 46h136v24H92Z" className="steel" />
      <path d="M150 52h20" className="ink" strokeWidth="4" />
      <path d="M136 200l20-70m4 72l10-60m8 58l-8-50" className="ink" strokeWidth="3" />
      <text x="160" y="246" textAnchor="middle">
        closed, never loose
      </text>
    </svg>
  );
}

/** Stopped, and the power off. */
export function Power() {
  return (
    <svg viewBox="0 0 320 260" role="img" aria-label="Machine stopped, power off">
      <circle cx="160" cy="120" r="86" className="steel" />
      <path d="M124 84a50 50 0 1 0 72 0" className="ink" strokeWidth="8" fill="none" />
      <path d="M160 60v56" className="ink" strokeWidth="8" />
      <text x="160" y="240" textAnchor="middle">
        as the manual and local rules say
      </text>
    </svg>
  );
}
