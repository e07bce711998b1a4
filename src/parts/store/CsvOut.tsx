import { safeCell } from '../../core/base/csv-cells.ts';
import Papa from 'papaparse';

/** Takes a list away as a CSV file. `label`: the button's, where it is not the file's name. */
export function CsvOut({
  name,
  rows,
  label = `${name[0]!.toUpperCase()}${name.slice(1)} as CSV`,
}: {
  name: string;
  rows: readonly Record<string, unknown>[];
  label?: string;
}) {
  const save = () => {
    // Cells that a spreadsheet would take for a formula are kept as text.
    const text = Papa.unparse(
      rows.map((row) =>
        Object.fromEntries(Object.entries(row).map(([heading, value]) => [heading, safeCell(value)])),
      ),
    );
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([text], { type: 'text/csv' }));
    link.download = `${name}.csv`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <button type="button" className="btn" onClick={save} disabled={rows.length === 0}>
      {label}
    </button>
  );
}
