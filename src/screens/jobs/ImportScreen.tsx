import { readTextFile } from '../text-file.ts';
import Papa from 'papaparse';
import { useState } from 'react';
import { v7 as uuid7 } from 'uuid';
import { jobHeadings, readJobRows, type KnownHere, type ReadJobs } from '../../core/jobs/read-rows.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { OnlyFor } from '../../parts/people/OnlyFor.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { send } from '../../parts/live/send.ts';
import { useTry } from '../../parts/live/useTry.ts';
import { counted } from '../../parts/text.ts';

/** Jobs from a CSV file: see first what each line would become, then import the good ones. */
export default function ImportScreen({ data, ...here }: { data: FrameData } & KnownHere) {
  return (
    <Frame data={data}>
      <OnlyFor right="plan">
        <Import here={here} />
      </OnlyFor>
    </Frame>
  );
}

function Import({ here }: { here: KnownHere }) {
  const { data } = useFrame();
  const [text, setText] = useState('');
  const { attempt, busy, refusal, refuse } = useTry();
  const [twice, setTwice] = useState(false);
  const read = text.trim() ? readText(text, data, here) : null;

  const asks = read !== null && read.again.length > 0 && !twice;

  const importJobs = (found: ReadJobs) =>
    attempt(async () => {
      for (let at = 0; at < found.jobs.length; at += 100) {
        await send('POST', '/api/jobs', {
          jobs: found.jobs.slice(at, at + 100).map((job) => ({ id: uuid7(), ...job })),
        });
      }
      location.assign(`/${data.machine.slug}/jobs`);
    });

  return (
    <div className="p-3 lg:p-5">
      <h1>Import jobs from CSV</h1>
      <p className="quiet mt-1 max-w-prose">
        One line per colour stop, with the headings {jobHeadings.join(', ')}. Only job, pieces, stop, thread
        and stitches are needed; thread is the code in your stores. Nothing is written before you have seen it
        here.
      </p>
      <div className="mt-4 grid items-start gap-6 xl:grid-cols-[26rem_minmax(0,1fr)]">
        <div className="grid gap-2">
          <label className="font-semibold" htmlFor="csv-file">
            File
          </label>
          <input
            id="csv-file"
            type="file"
            accept=".csv,text/csv,text/plain"
            className="input h-auto w-full py-2"
            onChange={(change) => {
              const file = change.target.files?.[0];
              refuse('');
              if (file) void readTextFile(file).then(setText, (error: Error) => refuse(error.message));
            }}
          />
          <label className="font-semibold" htmlFor="csv-text">
            or paste it
          </label>
          <textarea
            id="csv-text"
            className="textarea figures h-28 w-full"
            spellCheck={false}
            value={text}
            placeholder={
              'job,pieces,due,stop,thread,stitches,element\nKite badges,120,2026-12-01,1,OR40,2400,fill'
            }
            onChange={(change) => setText(change.target.value)}
          />
        </div>
        {read && <Preview read={read} />}
      </div>
      {refusal && (
        <p
          role="alert"
          className="mt-3 border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]"
        >
          {refusal}
        </p>
      )}
      {read && read.again.length > 0 && (
        <label className="mt-3 flex max-w-prose items-center gap-3 border-s-4 ps-3 [border-color:var(--color-base-content)]">
          <input
            type="checkbox"
            className="checkbox"
            checked={twice}
            onChange={(change) => setTwice(change.target.checked)}
          />
          <span>
            <b>Waiting already: {read.again.join(', ')}.</b> Taken in once more, each stands in the list
            twice.
          </span>
        </label>
      )}
      <div className="mt-4 flex gap-2">
        <button
          type="button"
          className="btn btn-primary"
          disabled={busy || !read || read.jobs.length === 0 || asks}
          onClick={() => read && void importJobs(read)}
        >
          {read && read.jobs.length > 0 ? `Import ${counted(read.jobs.length, 'job')}` : 'Import'}
        </button>
        <a className="btn" href={`/${data.machine.slug}/jobs`}>
          Cancel
        </a>
      </div>
    </div>
  );
}

function Preview({ read }: { read: ReadJobs }) {
  const bad = read.lines.filter((line) => line.faults.length > 0);
  const shown = read.lines.slice(0, 300);
  return (
    <section aria-label="Preview">
      <h2>
        {counted(read.jobs.length, 'job')} ready{bad.length > 0 && `, ${counted(bad.length, 'bad line')}`}
      </h2>
      {read.leftOut.length > 0 && <p>Left out until their lines are right: {read.leftOut.join(', ')}.</p>}
      {read.unknownHeadings.length > 0 && (
        <p className="quiet">Not used: {read.unknownHeadings.join(', ')}.</p>
      )}
      <div
        className="sheet mt-2 max-h-96 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="Lines of the file"
      >
        <table className="table table-sm">
          <thead>
            <tr>
              {['Line', 'Job', 'Stop', 'Thread', 'Stitches', 'Verdict'].map((heading) => (
                <th key={heading}>{heading}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map(({ line, cells, faults }) => (
              <tr key={line} className={faults.length > 0 ? 'bg-base-200 font-semibold' : ''}>
                <td className="figures">{line}</td>
                <td>{cells['job']}</td>
                <td className="figures">{cells['stop']}</td>
                <td>{cells['thread']}</td>
                <td className="figures">{cells['stitches']}</td>
                <td>{faults.length === 0 ? 'good' : `× ${faults.join(' ')}`}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {read.lines.length > shown.length && (
        <p className="quiet">
          The first {shown.length} of {read.lines.length} lines are shown; all are read.
        </p>
      )}
    </section>
  );
}

function readText(text: string, data: FrameData, here: KnownHere): ReadJobs {
  const { data: rows } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  return readJobRows(rows, data.threads, here);
}
