/** "1/32" to "1/2" of a turn. */
export function turnText(eighths: number): string {
  const names: Record<string, string> = {
    '0.25': '1/32',
    '0.5': '1/16',
    '0.75': '3/32',
    '1': '1/8',
    '1.5': '3/16',
    '2': '1/4',
    '3': '3/8',
    '4': '1/2',
  };
  const size = Math.abs(eighths);
  return names[String(size)] ?? `${Number((size / 8).toFixed(2))}`;
}

/** "1/8 left". */
export const turnWords = (eighths: number) =>
  eighths === 0 ? 'no turn' : `${turnText(eighths)} ${eighths < 0 ? 'left' : 'right'}`;
