import { readTextFile } from '../text-file.ts';
import Papa from 'papaparse';
import { useState } from 'react';
import type { StoreLine } from '../../core/stores/csv-rows.ts';
import { listOf, storeLists, type StoreList } from '../../core/stores/lists.ts';
import { useMay } from '../../parts/people/rights.tsx';
import { counted } from '../../parts/text.ts';

interface CsvInProps<Item> {
  /** What the file holds, for the sentence above the field: “Threads and cones”. */
  what: string;
  list: StoreList;
  /** Which of the items the stores hold already, item by item. */
  isThere?: (items: readonly Item[]) => readonly boolean[];
  read: (rows: readonly Record<string, string>[]) => StoreLine<Item>[];
  /** Adds the good lines; throws with a sentence that can be shown. */
  add: (items: Item[]) => Promise<void>;
}

/** A list from a CSV file: shown first, with what is wrong in each bad line; then the good ones are added. */
export function CsvIn<Item>({ what, list, isThere, read, add }: CsvInProps<Item>) {
  const may = useMay('stores');
  const { headings } = storeLists[list];
  const [lines, setLines] = useState<StoreLine<Item>[]>([]);
  const [said, setSaid] = useState('');
  const good = lines.flatMap((line) => (line.item ? [line.item] : []));
  const bad = lines.filter((line) => !line.item);
  const [again, setAgain] = useState(false);
  const known = isThere?.(good) ?? [];
  const old = known.filter(Boolean).length;
  const fresh = again ? good : good.filter((_, index) => !known[index]);

  function take(text: string): void {
    const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
      header: true,
      skipEmptyLines: 'greedy',
    });
    const found = listOf(meta.fields ?? [], list);
    setAgain(false);
    setLines(found === list ? read(data) : []);
    setSaid(
      data.length === 0
        ? 'There is no line in this file.'
        : found === null
          ? `This file has other columns. The first line must name them: ${headings.join(', ')}.`
          : found === list
            ? ''
            : `This is a list of ${storeLists[found].name}: take it in there. Nothing was taken in.`,
    );
  }

  if (!may) return null;
  return (
    <div className="mt-3 border-t pt-3 rule">
      <label className="text-sm">
        <span className="quiet block">
          {what} from a CSV file: {headings.join(', ')}
        </span>
        <input
          type="file"
          accept=".csv,text/csv,text/plain"
          className="input h-auto py-2"
          onChange={(change) => {
            const file = change.target.files?.[0];
            if (file)
              void readTextFile(file).then(take, (error: Error) => {
                setLines([]);
                setSaid(error.message);
              });
          }}
        />
      </label>
      {lines.length > 0 && (
        <div role="status" className="mt-2">
          <p>
            <b>{counted(fresh.length, 'line')} ready</b>
            {bad.length > 0 && `, ${counted(bad.length, 'bad line')}:`}
          </p>
          <ul>
            {bad.slice(0, 20).map((line) => (
              <li key={line.line}>
                × line {line.line}: {line.faults.join(' ')}
              </li>
            ))}
          </ul>
          {old > 0 && (
            <label className="mt-1 flex items-center gap-3">
              <input
                type="checkbox"
                className="checkbox"
                checked={again}
                onChange={(change) => setAgain(change.target.checked)}
              />
              <span>
                {counted(old, 'line')} in the stores already, left out. These are more of the same: add them
                too.
              </span>
            </label>
          )}
          <button
            type="button"
            className="btn btn-primary mt-2"
            disabled={fresh.length === 0}
            onClick={() =>
              add(fresh).then(
                () => location.reload(),
                (error: Error) => setSaid(error.message),
              )
            }
          >
            Add {counted(fresh.length, 'line')}
          </button>
        </div>
      )}
      {said && (
        <p role="alert" className="font-semibold">
          × {said}
        </p>
      )}
    </div>
  );
}
