/** How much of its life a needle has used: a bar that fills, and the word when it is due. */
export function Wear({ worn, className = 'h-10' }: { worn: number | null; className?: string }) {
  if (worn === null) return null;
  const due = worn >= 1;
  return (
    <svg viewBox="0 0 8 40" className={`w-2 ${className}`} aria-hidden="true">
      <rect
        x="1"
        y="1"
        width="6"
        height="38"
        fill="var(--color-base-100)"
        stroke="currentColor"
        strokeWidth="1.2"
      />
      <rect
        x="1"
        y={39 - 38 * Math.min(1, worn)}
        width="6"
        height={38 * Math.min(1, worn)}
        fill="currentColor"
      />
      {due && <path d="M1 13L7 7" stroke="var(--color-base-100)" strokeWidth="1.6" />}
    </svg>
  );
}

/** The same in words: "new", "62 % used", "due", "due, 130 %". */
export function wornText(worn: number | null): string {
  if (worn === null) return 'no limit set';
  if (worn >= 1) return worn >= 1.1 ? `due, ${Math.round(worn * 100)} %` : 'due';
  return worn < 0.01 ? 'new' : `${Math.round(worn * 100)} % used`;
}
