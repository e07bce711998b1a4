import { useState } from 'react';
import { useQrPicture } from '../../parts/useQrPicture.ts';
import type { BobbinCase } from '../../schemas/stores.ts';
import type { Cone, NeedleKind, Thread } from '../../schemas/workshop.ts';

interface LabelsProps {
  threads: Thread[];
  cones: Cone[];
  kinds: NeedleKind[];
  cases: BobbinCase[];
}

/** 3 × 8 labels of 70 × 37 mm fill an A4 sheet. */
const perSheet = 24;

/** QR labels for boxes and cones: each holds a quick-line text, to be completed by the position's number. */
export function Labels({ threads, cones, kinds, cases }: LabelsProps) {
  const things = [
    ...threads.map((thread) => ({
      text: `c ${thread.code}`,
      title: thread.name,
      line: `${thread.code} · ${thread.weightNo} wt`,
    })),
    ...cones.flatMap((cone) => {
      const thread = threads.find((candidate) => candidate.id === cone.threadId);
      return thread && cone.batch && cone.leftMetres > 0
        ? [
            {
              text: `c ${thread.code} ${cone.batch}`,
              title: thread.name,
              line: `${thread.code} · batch ${cone.batch}`,
            },
          ]
        : [];
    }),
    ...kinds.map((kind) => ({ text: `n ${kind.text}`, title: kind.text, line: kind.spec.system })),
    ...cases
      .filter((choice) => !choice.retired)
      .map((choice) => ({
        text: `note ${choice.name} in`,
        title: choice.name,
        line: `class ${choice.size}`,
      })),
  ];
  const [chosen, setChosen] = useState<{ text: string; count: number }[]>([]);
  const [text, setText] = useState(things[0]?.text ?? '');
  const [count, setCount] = useState('12');
  const labels = chosen.flatMap((choice) => {
    const thing = things.find((other) => other.text === choice.text);
    return thing ? Array.from({ length: choice.count }, () => thing) : [];
  });
  return (
    <section id="labels" className="sheet mt-4 p-4 print:m-0 print:border-0 print:p-0">
      <div className="no-print">
        <h2>Labels to scan</h2>
        <p className="quiet text-sm">
          A scanner that types puts a label’s text into the quick line; then comes the number of the position.
          Sheets of A4 with 3 × 8 labels of 70 × 37 mm.
        </p>
        <form
          aria-label="Choose labels"
          className="mt-2 flex flex-wrap items-end gap-2"
          onSubmit={(submit) => {
            submit.preventDefault();
            const many = Math.round(Number(count));
            if (many >= 1 && many <= 240) setChosen([...chosen, { text, count: many }]);
          }}
        >
          <label className="text-sm">
            <span className="quiet block">For</span>
            <select className="select w-64" value={text} onChange={(change) => setText(change.target.value)}>
              {things.map((thing) => (
                <option key={thing.text} value={thing.text}>
                  {thing.title} ({thing.line})
                </option>
              ))}
            </select>
          </label>
          <label className="text-sm">
            <span className="quiet block">How many</span>
            <input
              className="input w-20"
              inputMode="numeric"
              value={count}
              onChange={(change) => setCount(change.target.value)}
            />
          </label>
          <button type="submit" className="btn">
            Add to the sheet
          </button>
          <button
            type="button"
            className="btn btn-primary"
            disabled={labels.length === 0}
            onClick={() => window.print()}
          >
            Print {labels.length} on {Math.ceil(labels.length / perSheet)}{' '}
            {labels.length > perSheet ? 'sheets' : 'sheet'}
          </button>
          {labels.length > 0 && (
            <button type="button" className="btn" onClick={() => setChosen([])}>
              Clear
            </button>
          )}
        </form>
      </div>
      {labels.length > 0 && (
        <ul aria-label="Label sheet" className="label-sheet mt-3 grid grid-cols-2 gap-2 sm:grid-cols-3">
          {labels.map((label, index) => (
            <li key={index} className="flex items-center gap-3 overflow-hidden border p-2 rule">
              <Qr text={label.text} />
              <span className="min-w-0 leading-5">
                <b className="block">{label.title}</b>
                <span className="figures quiet block text-sm">{label.line}</span>
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function Qr({ text }: { text: string }) {
  return <img className="size-20 shrink-0 bg-white" alt={`QR code: ${text}`} src={useQrPicture(text, 1)} />;
}
