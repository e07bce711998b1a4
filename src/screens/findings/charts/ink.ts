/** How Findings are drawn: ink on paper; colour belongs to thread. */
export const ink = 'var(--color-base-content)';
export const quietInk = 'var(--color-base-300)';
export const tick = { fill: ink, fontSize: 12 };
export const tooltip = { background: 'var(--color-base-100)', borderColor: ink };
/** Curves are told apart by their dashes. */
export const dashes = ['', '7 4', '2 3', '10 3 2 3', '1 5'];
export const thousands = (value: number) => {
  if (value >= 1e6) return `${Number((value / 1e6).toFixed(2))} m`;
  return value === 0 ? '0' : `${Math.round(value / 1000)} k`;
};
