/** Drawings of the thread's way. Drawn for this product, not to scale. */

const stations = [
  'cone',
  'guides',
  'wheel',
  'upper discs',
  'lower discs',
  'check spring',
  'take-up lever',
  'lower guides',
  'eye',
  'holding spring',
];

/** The ten stations of the path, from the cone down. */
export function Path() {
  return (
    <svg viewBox="0 0 320 260" role="img" aria-label={`The path of the thread: ${stations.join(', ')}`}>
      <path
        d="M60 20C60 30 60 30 60 44S92 58 92 70 60 84 60 96s32 12 32 26-32 14-32 26 32 12 32 24-32 14-32 26 16 14 16 40"
        className="ink"
        strokeWidth="3"
        fill="none"
      />
      {stations.map((name, index) => (
        <g key={name}>
          <circle cx={index % 2 ? 92 : 60} cy={18 + index * 25} r="6" className="steel" />
          <text x="118" y={23 + index * 25}>
            {index + 1} {name}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** Two discs: lifted the thread runs loose, dropped it is held. */
export function Discs() {
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label="Tension discs: lifted the thread runs looser, dropped it is held tighter"
    >
      <g className="steel">
        <path d="M40 90q60-26 120 0v10H40Z" />
        <path d="M40 140q60 26 120 0v-10H40Z" />
        <path d="M190 108q60-26 120 0v8H190Z" />
        <path d="M190 124q60 26 120 0v-8H190Z" />
      </g>
      <path d="M20 116h160" className="ink" strokeWidth="3" />
      <path d="M180 118h140" className="ink" strokeWidth="3" />
      <path d="M100 70v-30m-8 10l8-10 8 10" className="ink" strokeWidth="3" fill="none" />
      <path d="M250 60v30m-8-10l8 10 8-10" className="ink" strokeWidth="3" fill="none" />
      <text x="100" y="190" textAnchor="middle">
        lifted: looser
      </text>
      <text x="250" y="190" textAnchor="middle">
        dropped: tighter
      </text>
    </svg>
  );
}

/** The cone with a net, the thread from its top. */
export function ConeNet() {
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label="A cone with a net round its foot, the thread leaving it from the top"
    >
      <path d="M130 60h60l30 160H100Z" className="steel" />
      <path
        d="M104 200l112-30M108 178l104-24M112 222l104-28M216 200l-112-30M212 178l-104-24M208 222l-104-28"
        className="ink"
        strokeWidth="1.5"
      />
      <path d="M186 70C200 40 170 30 160 10" className="ink" strokeWidth="3" fill="none" />
      <text x="226" y="190">
        net or guard
      </text>
      <text x="178" y="22">
        from the top
      </text>
      <path d="M60 222h200" className="ink" strokeWidth="3" />
    </svg>
  );
}

/** Tails held in the spring above the foot. */
export function Tails() {
  return (
    <svg
      viewBox="0 0 320 260"
      role="img"
      aria-label="The tail of the thread behind the holding spring, clipped short"
    >
      <path d="M150 10h20v120l-10 40-10-40Z" className="steel" />
      <path d="M200 60q-26 20 0 40t0 40" className="ink" strokeWidth="4" fill="none" />
      <path d="M160 150q20 30 36-10t20-30" className="ink" strokeWidth="3" fill="none" />
      <text x="226" y="100">
        holding spring
      </text>
      <text x="226" y="122">
        tail clipped
      </text>
    </svg>
  );
}
