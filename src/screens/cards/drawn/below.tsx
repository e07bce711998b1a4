import { footHeightMm, pegToTipMm } from '../../../core/cards/mechanical.ts';

/** Drawings of foot, plate, hook and case. Drawn for this product; where a measure stands, it is to its own scale. */

/** Foot over the plate: 1.3 mm drawn at 20 to 1. */
export function Foot() {
  const gap = footHeightMm * 20;
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label={`The foot stands parallel to the plate, less than ${footHeightMm} millimetres above it`}
    >
      <path d="M70 40h30v80h120V40h30v110H70Z" className="steel" />
      <path d="M152 10h16v140l-8 30-8-30Z" className="steel" />
      <path d={`M20 ${150 + gap}h280v26H20Z`} className="steel" />
      <path d={`M290 150v${gap}`} className="ink" strokeWidth="2" />
      <path d={`M282 150h16M282 ${150 + gap}h16`} className="ink" strokeWidth="2" />
      <text x="232" y={156 + gap / 2}>
        under {footHeightMm} mm
      </text>
      <text x="160" y={200 + gap} textAnchor="middle">
        plate · parallel, needle free of the foot
      </text>
    </svg>
  );
}

/** Feet in their slots, the new one set like its neighbours. */
export function FootSlot() {
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label="Three feet in their slots at one height; the middle one is set like its neighbours"
    >
      {[60, 160, 260].map((x) => (
        <g key={x}>
          <path d={`M${x - 22} 30h44v120h-44Z`} className="steel" />
          <path d={`M${x - 6} 46h12v70h-12Z`} className="hole" />
          <circle cx={x} cy="86" r="9" className="steel" />
          <path d={`M${x - 22} 150h44v50h-44Z`} className="steel" />
        </g>
      ))}
      <path d="M30 86h260" className="ink" strokeWidth="2" strokeDasharray="6 5" />
      <text x="160" y="230" textAnchor="middle">
        alike in their slots, tightened well
      </text>
    </svg>
  );
}

/** The hole of the plate from above, the needle in its middle. */
export function Hole() {
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label="The plate's hole from above with the needle in its middle; beside it one that is off"
    >
      <circle cx="100" cy="110" r="60" className="hole" />
      <circle cx="100" cy="110" r="22" className="steel" />
      <path d="M100 42v136M32 110h136" className="ink" strokeWidth="1.5" strokeDasharray="5 5" />
      <circle cx="240" cy="110" r="44" className="hole" />
      <circle cx="262" cy="100" r="16" className="steel" />
      <path d="M204 74l72 72m0-72l-72 72" className="ink" strokeWidth="4" />
      <text x="100" y="204" textAnchor="middle">
        middle, free all round
      </text>
      <text x="240" y="204" textAnchor="middle">
        off: technician
      </text>
    </svg>
  );
}

/** The plastic gauge in the hook's seat; the needle scrapes its top. */
export function DepthGauge() {
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label="The needle just scrapes the top of the gauge in the hook's seat"
    >
      <path d="M60 190a100 60 0 0 0 200 0Z" className="steel" />
      <path d="M120 126h80v64h-80Z" className="hole" />
      <path d="M150 10h20v90l-10 26-10-26Z" className="steel" />
      <text x="160" y="166" textAnchor="middle">
        gauge
      </text>
      <path d="M128 124h64" className="ink" strokeWidth="3" />
      <text x="206" y="110">
        just scrapes
      </text>
      <text x="160" y="250" textAnchor="middle">
        hook, shaft at its angle
      </text>
    </svg>
  );
}

/** Hook peg and needle tip: 6 mm drawn at 12 to 1. */
export function DepthPeg() {
  const gap = pegToTipMm * 12;
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label={`${pegToTipMm} millimetres between the hook's peg and the needle's tip`}
    >
      <path d="M150 8h20v70l-10 28-10-28Z" className="steel" />
      <path d={`M110 ${106 + gap}h100v24H110Z`} className="steel" />
      <path d={`M70 ${130 + gap}a90 40 0 0 0 180 0Z`} className="steel" />
      <circle cx="160" cy={106 + gap / 2} r={gap / 2} className="hole" />
      <path d={`M236 106v${gap}m-8-${gap}h16m-16 ${gap}h16`} className="ink" strokeWidth="2" />
      <text x="248" y={111 + gap / 2}>
        {pegToTipMm} mm
      </text>
      <text x="160" y={124 + gap} textAnchor="middle">
        peg
      </text>
    </svg>
  );
}

/** Needle and hook where they meet, from the front: the hook's point passes behind the scarf, above the eye, with a little play. The play is drawn larger than it is. */
export function HookPoint() {
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label="The hook's point beside the needle's scarf, above the eye, with a little play between them"
    >
      <path d="M120 8h36v46q-16 26 0 54v72l-18 60-18-60Z" className="steel" />
      <path d="M138 118v34" className="hole" strokeWidth="9" strokeLinecap="round" />
      <path d="M166 82q60-6 104 34v60q-40-50-96-78Z" className="steel" />
      <path d="M151 70v40m15-40v40" className="ink" strokeWidth="1.5" />
      <path d="M151 64h15" className="ink" strokeWidth="3" />
      <text x="172" y="56">
        a little play
      </text>
      <text x="226" y="206" textAnchor="middle">
        hook’s point
      </text>
      <text x="108" y="88" textAnchor="end">
        scarf
      </text>
      <text x="108" y="140" textAnchor="end">
        eye
      </text>
    </svg>
  );
}

/** Case and bobbin from the open side, the way it turns as an arrow where the profile knows it. */
export function Case({ way }: { way: 'clockwise' | 'counter' | null }) {
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label={`The bobbin in its case from the open side${way === null ? '' : way === 'clockwise' ? ', turning clockwise' : ', turning anticlockwise'}; thread through slit and spring`}
    >
      <circle cx="140" cy="120" r="96" className="steel" />
      <circle cx="140" cy="120" r="70" className="hole" />
      <circle cx="140" cy="120" r="16" className="steel" />
      <path d="M210 120q20 6 26 30l60 30" className="ink" strokeWidth="3" fill="none" />
      <path d="M206 138q22 8 26 40" className="ink" strokeWidth="5" fill="none" />
      {way && (
        <g transform={way === 'clockwise' ? undefined : 'translate(280 0) scale(-1 1)'}>
          <path d="M140 74a46 46 0 0 1 46 46" className="ink" strokeWidth="5" fill="none" />
          <path d="M186 124l-12-10m12 10l10-12" className="ink" strokeWidth="5" />
        </g>
      )}
      <text x="140" y="244" textAnchor="middle">
        {way === null
          ? 'which way: as your manual says'
          : way === 'clockwise'
            ? 'clockwise'
            : 'anticlockwise'}
      </text>
      <text x="238" y="140">
        spring
      </text>
      <text x="250" y="212">
        tail
      </text>
    </svg>
  );
}

/** The case pushed into the hook, with its click. */
export function CaseIn() {
  return (
    <svg viewBox="0 0 320 260" role="img" aria-label="The case pushed into the hook until it clicks">
      <path d="M170 40h110v160H170Z" className="steel" />
      <path d="M170 80h70v80h-70Z" className="hole" />
      <path d="M60 84h100v72H60Z" className="steel" />
      <path d="M20 120h34m-12-10l12 10-12 10" className="ink" strokeWidth="4" fill="none" />
      <text x="110" y="180" textAnchor="middle">
        case
      </text>
      <text x="225" y="226" textAnchor="middle">
        hook: push till it clicks
      </text>
    </svg>
  );
}
