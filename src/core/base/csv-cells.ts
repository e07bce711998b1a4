/**
 * A cell that a spreadsheet would take for a formula: it begins, or a line within it begins, with a sign of one. For
 * `escapeFormulae` of papaparse, which puts an apostrophe before such a cell (its own test stops at a line break).
 * Source: OWASP, “CSV Injection” (the signs); the break within a cell: seen in spreadsheets, no published source.
 */
export const formulaCell = /(?:^|[\r\n])[\t \u00a0]*[=+\-@\uff1d\uff0b\uff0d\uff20]|^[\t\r]/;

/** A cell as it was before {@link formulaCell} put an apostrophe before it: what we wrote, we read back the same. */
export function plainCell(cell: string): string {
  return cell.startsWith("'") && formulaCell.test(cell.slice(1)) ? cell.slice(1) : cell;
}
