import { readTextFile } from '../text-file.ts';
import Papa from 'papaparse';
import { useState } from 'react';
import type { Difference } from '../../core/stores/differs.ts';
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
  /** What is kept under the same name and says something else; null: nothing does. */
  clashOf?: (item: Item) => Clash<Item> | null;
  read: (rows: readonly Record<string, string>[]) => StoreLine<Item>[];
  /** Adds the good lines; throws with a sentence that can be shown. */
  add: (items: Item[]) => Promise<void>;
}

/** A line against what is kept under the same name: it is asked which holds. */
export interface Clash<Item> {
  /** The name they share: lines of one name are asked about once. */
  name: string;
  differs: readonly Difference[];
  /** The file holds: what is kept is put right. */
  put: () => Promise<unknown>;
  /** Both hold: the line under a name of its own. */
  both: Item;
}
type Answer = 'keep' | 'take' | 'both';
const answers: Record<Answer, string> = {
  keep: 'Keep the stores’',
  take: 'Take the file’s',
  both: 'Keep both',
};

/** A list from a CSV file: shown first, with what is wrong in each bad line; then the good ones are added. */
export function CsvIn<Item>({ what, list, isThere, clashOf, read, add }: CsvInProps<Item>) {
  const may = useMay('stores');
  const { headings } = storeLists[list];
  const [lines, setLines] = useState<StoreLine<Item>[]>([]);
  const [said, setSaid] = useState('');
  const good = lines.flatMap((line) => (line.item ? [line.item] : []));
  const bad = lines.filter((line) => !line.item);
  const [again, setAgain] = useState(false);
  const known = isThere?.(good) ?? [];
  const old = known.filter(Boolean).length;
  const [answered, setAnswered] = useState<Readonly<Record<string, Answer>>>({});
  const clashes = good.map((item) => clashOf?.(item) ?? null);
  const asked = new Map(clashes.flatMap((clash) => (clash ? [[clash.name, clash]] : [])));
  const answerOf = (clash: Clash<Item> | null) => clash && (answered[clash.name] ?? 'keep');
  const fresh = good.flatMap((item, index) => {
    const clash = clashes[index] ?? null;
    if (clash && answerOf(clash) === 'both') return [clash.both];
    return again || !known[index] ? [item] : [];
  });
  const put = [...asked.values()].filter((clash) => answerOf(clash) === 'take');
  const ready = fresh.length + put.length;

  async function takeIn(): Promise<void> {
    for (const clash of put) await clash.put();
    await add(fresh);
  }

  function take(text: string): void {
    const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
      header: true,
      skipEmptyLines: 'greedy',
    });
    const found = listOf(meta.fields ?? [], list);
    setAgain(false);
    setAnswered({});
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
            <b>{counted(ready, 'line')} ready</b>
            {bad.length > 0 && `, ${counted(bad.length, 'bad line')}:`}
          </p>
          <ul>
            {bad.slice(0, 20).map((line) => (
              <li key={line.line}>
                × line {line.line}: {line.faults.join(' ')}
              </li>
            ))}
          </ul>
          {[...asked.values()].map((clash) => (
            <fieldset key={clash.name} className="mt-2 border-t pt-2 rule">
              <legend className="font-semibold">{clash.name} differs</legend>
              <ul className="text-sm">
                {clash.differs.map(({ field, file, stores }) => (
                  <li key={field}>
                    {field}: <b>{stores}</b> in the stores, <b>{file}</b> in the file
                  </li>
                ))}
              </ul>
              <div className="flex flex-wrap gap-x-4">
                {(Object.keys(answers) as Answer[]).map((answer) => (
                  <label key={answer} className="flex min-h-11 items-center gap-2">
                    <input
                      type="radio"
                      className="radio"
                      name={`clash ${clash.name}`}
                      checked={answerOf(clash) === answer}
                      onChange={() => setAnswered({ ...answered, [clash.name]: answer })}
                    />
                    {answers[answer]}
                  </label>
                ))}
              </div>
            </fieldset>
          ))}
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
            disabled={ready === 0}
            onClick={() =>
              takeIn().then(
                () => location.reload(),
                (error: Error) => setSaid(error.message),
              )
            }
          >
            Take in {counted(ready, 'line')}
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
