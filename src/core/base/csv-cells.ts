/** Signs that begin a formula, with blanks before them. Source: OWASP, “CSV Injection”. */
const formula = '[ \\u00a0]*[=+\\-@\\uff1d\\uff0b\\uff0d\\uff20]';
/**
 * Where a cell begins for a spreadsheet: at its start, behind a break within it, and behind a semicolon or tab, at which some take a line apart though it was written with
 * commas (seen in spreadsheets, no published source).
 */
const begins = '^|[\\r\\n;\\t]';
const unsafe = new RegExp(`(${begins})('*)(${formula})`, 'g');
const made = new RegExp(`(${begins})'('*)(${formula})`, 'g');

/** A value as it may stand in a CSV file: an apostrophe before what a spreadsheet would take for a formula. Other values than texts are as they were. */
export function safeCell(value: unknown): unknown {
  if (typeof value !== 'string') return value;
  const text = value.replace(unsafe, "$1'$2$3");
  return /^'*[\t\r]/.test(text) ? `'${text}` : text;
}

/** A cell as it was before {@link safeCell}: what we wrote, we read back the same. */
export function plainCell(cell: string): string {
  const text = /^'+[\t\r]/.test(cell) ? cell.slice(1) : cell;
  return text.replace(made, '$1$2$3');
}
