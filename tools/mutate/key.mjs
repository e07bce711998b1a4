/**
 * What tells one planted fault from another: its file, its place and what stands there instead.
 * @param {{ fileName: string, location: { start: { line: number, column: number }, end: { line: number, column: number } }, replacement: string }} fault
 */
export function keyOf({ fileName, location: { start, end }, replacement }) {
  const path = fileName.slice(fileName.indexOf('src/'));
  return [path, start.line, start.column, end.line, end.column, replacement].join(' ');
}
