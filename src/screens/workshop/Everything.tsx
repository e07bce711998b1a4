import { useState } from 'react';
import { counted } from '../../parts/text.ts';

const tables = ['machine', 'thread', 'cone', 'needle_kind', 'bobbin_case', 'job', 'job_stop', 'ledger'];

/** All that is kept here, to be taken away in open formats; and taken in where nothing is yet. */
export function Everything({ isEmpty }: { isEmpty: boolean }) {
  const [table, setTable] = useState('ledger');
  const [says, setSays] = useState('');
  const [isBusy, setIsBusy] = useState(false);
  async function takeIn(file: File): Promise<void> {
    setIsBusy(true);
    setSays('Taking it in …');
    try {
      const isZipped = file.name.endsWith('.gz');
      const body = isZipped
        ? await new Response(file.stream().pipeThrough(new DecompressionStream('gzip'))).blob().catch(() => {
            throw new Error(
              'This file cannot be unpacked: it is damaged or was cut off. Nothing was taken in.',
            );
          })
        : file;
      const answer = await fetch('/api/everything', {
        method: 'POST',
        headers: { 'content-type': 'application/x-ndjson' },
        body,
      });
      const told = (await answer.json()) as { detail?: string; rows?: Record<string, number> };
      if (!answer.ok) throw new Error(told.detail ?? `The server answered ${answer.status}.`);
      setSays(
        `Taken in: ${counted(told.rows?.['ledger'] ?? 0, 'ledger line')}, ${counted(told.rows?.['machine'] ?? 0, 'machine')}.`,
      );
      location.reload();
    } catch (error) {
      setSays(`× ${(error as Error).message}`);
    } finally {
      setIsBusy(false);
    }
  }
  return (
    <section id="everything" aria-label="Everything" className="sheet mt-4 p-4">
      <h2>Export everything</h2>
      <p className="quiet">
        All that is kept: machines, threads, cones, needles, jobs and every line of the ledger. Put into an
        empty installation it gives the same heads.
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <a className="btn" href="/api/everything?format=ndjson" download>
          NDJSON
        </a>
        <a className="btn" href="/api/everything?format=json" download>
          JSON
        </a>
        <span className="flex items-center gap-2">
          <select
            className="select w-40"
            aria-label="Table for CSV"
            value={table}
            onChange={(change) => setTable(change.target.value)}
          >
            {tables.map((one) => (
              <option key={one} value={one}>
                {one.replace('_', ' ')}
              </option>
            ))}
          </select>
          <a className="btn" href={`/api/everything?format=csv&table=${table}`} download>
            CSV
          </a>
        </span>
      </div>
      {isEmpty && (
        <label className="mt-3 block font-semibold">
          Nothing is set up here yet: take in an export of everything (NDJSON)
          <input
            type="file"
            accept=".ndjson,.gz,application/x-ndjson"
            className="file-input mt-1 block"
            disabled={isBusy}
            onChange={(change) => {
              const file = change.target.files?.[0];
              if (file) void takeIn(file);
            }}
          />
        </label>
      )}
      <p role="status" className="min-h-6">
        {says}
      </p>
    </section>
  );
}
