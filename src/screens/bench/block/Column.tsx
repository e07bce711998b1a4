import type { BlockColumn } from '../../../core/tension/block/block.ts';

interface ColumnProps {
  column: BlockColumn | null;
  typed: Partial<Record<'left' | 'bobbin' | 'right', number>>;
  thread: string;
  bobbin: string;
  band: { from: number; to: number };
}

/** One column, 40 px for its width: top thread, bobbin stripe, top thread, and the target's two marks. */
export function Column({ column, typed, thread, bobbin, band }: ColumnProps) {
  const all = column ? column.left + column.bobbin + column.right : 0;
  const part = (value: number) => (40 * value) / all;
  const half = (share: number) => (40 * (1 - share)) / 2;
  const known = (['left', 'bobbin', 'right'] as const)
    .map((one) => typed[one])
    .filter((other) => other !== undefined);
  return (
    <svg viewBox="0 0 44 64" className="h-16 w-11" aria-hidden="true">
      <g transform="translate(2 2)">
        {column ? (
          <>
            <rect width="40" height="60" fill={thread} />
            <rect
              x={part(column.left)}
              width={part(column.bobbin)}
              height="60"
              fill={bobbin}
              stroke="var(--cone-edge)"
              strokeWidth="0.8"
            />
            {[12, 24, 36, 48].map((line) => (
              <path key={line} d={`M0 ${line}L40 ${line - 3}`} stroke="#000" strokeOpacity="0.14" />
            ))}
          </>
        ) : (
          <text x="20" y="34" className="figures fill-current text-[10px]" textAnchor="middle">
            {known.join(' ')}
          </text>
        )}
        <rect width="40" height="60" fill="none" stroke="var(--cone-edge)" strokeWidth="1" />
        {[half(band.to), half(band.from), 40 - half(band.from), 40 - half(band.to)].map((mark, index) => (
          <path
            key={index}
            d={`M${mark} -1V5M${mark} 55V61`}
            stroke="var(--color-base-content)"
            strokeWidth="1.4"
          />
        ))}
      </g>
    </svg>
  );
}
