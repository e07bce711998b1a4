import { turnWords } from '../../../core/gauge/turn-words.ts';

/** The case's screw drawn from above: the slot where it stands, and where to turn it. Right is tighter. */
export function ScrewHead({ eighths }: { eighths: number }) {
  const turn = (eighths / 8) * 2 * Math.PI;
  // The mark stands at the top; to the right is clockwise.
  const end = (angle: number, radius: number) =>
    `${(60 + radius * Math.sin(angle)).toFixed(1)} ${(60 - radius * Math.cos(angle)).toFixed(1)}`;
  const isTurn = eighths !== 0;
  const back = turn - Math.sign(turn) * 0.22;
  return (
    <svg
      viewBox="0 0 120 120"
      className="w-36 shrink-0"
      role="img"
      aria-label={`Case screw: ${turnWords(eighths)}`}
    >
      {Array.from({ length: 8 }, (_, mark) => (
        <path
          key={mark}
          d={`M${end((mark * Math.PI) / 4, 52)}L${end((mark * Math.PI) / 4, 56)}`}
          stroke="currentColor"
          strokeWidth="1.4"
        />
      ))}
      <circle cx="60" cy="60" r="34" fill="var(--color-base-200)" stroke="currentColor" strokeWidth="2" />
      <path d={`M${end(0, 32)}L${end(Math.PI, 32)}`} stroke="currentColor" strokeWidth="7" />
      <path d={`M${end(0, 36)}L${end(0, 45)}`} stroke="currentColor" strokeWidth="2.5" />
      {isTurn && (
        <>
          <path
            d={`M${end(turn, 32)}L${end(turn + Math.PI, 32)}`}
            stroke="currentColor"
            strokeWidth="7"
            strokeOpacity="0.28"
            strokeDasharray="3 2"
          />
          <path
            d={`M${end(0, 45)}A45 45 0 0 ${turn > 0 ? 1 : 0} ${end(turn, 45)}`}
            fill="none"
            stroke="var(--color-primary)"
            strokeWidth="3"
          />
          <path d={`M${end(turn, 45)}L${end(back, 39)}L${end(back, 51)}Z`} fill="var(--color-primary)" />
        </>
      )}
    </svg>
  );
}
