/** Drawings of needle, clamp and old point. Drawn for this product; lengths along the needle are not to scale, the turn is. */

/** The needle from the front, as it is fitted: groove before, eye to the front; and from the side, with its scarf behind. */
export function NeedleFront() {
  return (
    <svg
      viewBox="20 0 350 260"
      role="img"
      aria-label="A needle from the front with its long groove, and from the side with its scarf behind, above the eye"
    >
      <g className="steel">
        <path d="M60 20h40v60l-8 10h-24l-8-10Z" />
        <path d="M70 90h20v110l-10 36-10-36Z" />
      </g>
      <path d="M80 96v82" className="ink" strokeWidth="3" />
      <ellipse cx="80" cy="194" rx="4" ry="10" className="hole" />
      <text x="80" y="254" textAnchor="middle">
        front
      </text>
      <text x="108" y="140">
        long groove
      </text>
      <text x="108" y="198">
        eye
      </text>
      <g transform="translate(50 0)">
        <g className="steel">
          <path d="M210 20h34v60l-7 10h-20l-7-10Z" />
          <path d="M219 90h16v66q0 10-5 12t0 12h5v14l-8 42-8-42Z" />
        </g>
        <text x="228" y="254" textAnchor="middle">
          side
        </text>
        <path d="M256 172h-18" className="ink" strokeWidth="2" />
        <text x="258" y="177">
          scarf
        </text>
        <text x="206" y="130" textAnchor="end">
          front
        </text>
        <text x="258" y="130">
          back
        </text>
      </g>
    </svg>
  );
}

/**
 * The needle from above: the eye's turn as a dial. Straight and up to 10° to the right are usual; some shops turn it to 30°, where the scarf stands at
 * 11 o'clock; left is wrong. To scale: the angles.
 */
export function NeedleAbove() {
  const ray = (degrees: number, length: number) => {
    const angle = (degrees * Math.PI) / 180;
    // From above, the front of the machine at the bottom: right is right.
    return { x: 160 + length * Math.sin(angle), y: 100 + length * Math.cos(angle) };
  };
  const right = ray(10, 120);
  const further = ray(30, 112);
  const straight = ray(0, 120);
  const left = ray(-25, 112);
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label="From above: the eye straight to the front or ten degrees to the right, in some shops thirty; a turn to the left is struck out"
    >
      <circle cx="160" cy="100" r="34" className="steel" />
      <path d={`M160 134 L${straight.x} ${straight.y}`} className="ink" strokeWidth="4" />
      <path d={`M160 134 L${right.x} ${right.y}`} className="ink" strokeWidth="4" />
      <path
        d={`M${straight.x} ${straight.y} A120 120 0 0 0 ${right.x} ${right.y}`}
        className="ink"
        strokeWidth="2"
        fill="none"
      />
      <path d={`M166 132 L${further.x} ${further.y}`} className="ink" strokeWidth="2" strokeDasharray="2 5" />
      <path d={`M150 132 L${left.x} ${left.y}`} className="ink" strokeWidth="2" strokeDasharray="5 5" />
      <path d={`M${left.x - 14} ${left.y - 14}l28 28m0-28l-28 28`} className="ink" strokeWidth="4" />
      <path d="M153 132h14" className="ink" strokeWidth="6" />
      <path d="M144 70q16-14 32 0" className="ink" strokeWidth="3" fill="none" />
      <text x="160" y="52" textAnchor="middle">
        scarf, to the back
      </text>
      <text x="228" y="190">
        30°: 11 o’clock,
      </text>
      <text x="228" y="208">
        some shops
      </text>
      <text x="150" y="240">
        straight, or to 10° right
      </text>
      <text x="14" y="240">
        left: never
      </text>
      <text x="160" y="20" textAnchor="middle">
        seen from above · front of the machine below
      </text>
    </svg>
  );
}

/** The clamp with its screw, a half to three quarters of a turn, never out. */
export function Clamp() {
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label="Needle clamp with its screw, turned half to three quarters of a turn"
    >
      <g className="steel">
        <path d="M80 40h80v90h-80Z" />
        <path d="M106 130h28v80l-14 34-14-34Z" />
        <path d="M160 66h46v38h-46Z" />
        <circle cx="240" cy="85" r="34" />
      </g>
      <path d="M216 85h48" className="ink" strokeWidth="6" />
      <path d="M240 34a51 51 0 1 1-51 51" className="ink" strokeWidth="3" fill="none" />
      <path d="M189 85l-9-12m9 12l11-10" className="ink" strokeWidth="3" />
      <text x="196" y="162">
        ½ to ¾ turn
      </text>
      <text x="196" y="182">
        never out
      </text>
      <text x="120" y="90" textAnchor="middle">
        clamp
      </text>
    </svg>
  );
}

/** An old needle's point stuck through the new eye: a handle. */
export function OldPoint() {
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label="An old needle's point through the eye of the new needle, used as a handle"
    >
      <g className="steel">
        <path d="M140 10h40v50l-6 10v110l-14 50-14-50V70l-6-10Z" />
        <path d="M40 194h96l26-6-26-6H40Z" />
      </g>
      <ellipse cx="160" cy="188" rx="6" ry="12" className="hole" />
      <path d="M150 186h14" className="ink" strokeWidth="2" />
      <path d="M60 176q-24-30 6-54m0 0l-16 6m16-6l2 16" className="ink" strokeWidth="3" fill="none" />
      <path d="M60 212q-24 22 0 36m0 0l-14-4m14 4l4-14" className="ink" strokeWidth="3" fill="none" />
      <text x="196" y="192">
        new eye
      </text>
      <text x="76" y="150" textAnchor="middle">
        old needle
      </text>
    </svg>
  );
}
