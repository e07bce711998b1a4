import { safeCell } from '../../../core/base/csv-cells.ts';
import Papa from 'papaparse';
import { kindOf, entrySays } from '../../../core/ledger/about-kinds.ts';
import type { Event } from '../../../schemas/ledger/event.ts';
import type { Job, Operator, Thread } from '../../../schemas/workshop.ts';
import { listJobs } from '../../jobs/jobs.ts';
import { deviceNames } from '../../people/devices.ts';
import { listOperators } from '../../stores/operators.ts';
import { caseText } from '../../../core/gauge/case-text.ts';
import { listBobbinCases } from '../../stores/bobbins.ts';
import { listThreads } from '../../stores/threads.ts';

interface ExportFormat {
  type: string;
  lines: (chunks: AsyncGenerator<Event[]>) => AsyncGenerator<string>;
}

export const exportFormats: Record<'csv' | 'ndjson', ExportFormat> = {
  csv: { type: 'text/csv', lines: csvLines },
  ndjson: { type: 'application/x-ndjson', lines: ndjsonLines },
};

const csvColumns = [
  'time',
  'head',
  'position',
  'kind',
  'what',
  'job',
  'operator',
  'minutes lost',
  'taken back',
  'corrections',
  'received',
  'id',
  'device',
  'unconfirmed',
];

async function* csvLines(chunks: AsyncGenerator<Event[]>): AsyncGenerator<string> {
  const names = await readNames();
  yield Papa.unparse([csvColumns]) + '\r\n';
  for await (const events of chunks) {
    // A cell that starts like a formula would run when a spreadsheet opens it.
    yield Papa.unparse(events.map((event) => csvRow(event, names).map(safeCell))) + '\r\n';
  }
}

function csvRow(event: Event, names: Names): (string | number)[] {
  return [
    event.at,
    event.head ?? '',
    event.position ?? '',
    kindOf(event.kind).name,
    entrySays(event, (id) => names.thread.get(id)?.code ?? names.bobbinCase.get(id) ?? id),
    names.job.get(event.jobId ?? '')?.name ?? '',
    names.operator.get(event.operatorId ?? '')?.name ?? '',
    event.lostMs === null ? '' : (event.lostMs / 60_000).toFixed(1),
    event.void ? 'yes' : '',
    event.corrections || '',
    event.receivedAt,
    event.id,
    names.device.get(event.deviceId ?? '') ?? '',
    event.unconfirmed ? 'yes' : '',
  ];
}

async function* ndjsonLines(chunks: AsyncGenerator<Event[]>): AsyncGenerator<string> {
  for await (const events of chunks) yield events.map((event) => JSON.stringify(event) + '\n').join('');
}

interface Names {
  thread: Map<string, Thread>;
  bobbinCase: Map<string, string>;
  job: Map<string, Job>;
  operator: Map<string, Operator>;
  device: Map<string, string>;
}

async function readNames(): Promise<Names> {
  return {
    thread: await byId((after) => listThreads({ limit: 200, after })),
    bobbinCase: new Map(
      (await everyItem((after) => listBobbinCases({ limit: 200, after }))).map(({ id, name }) => [
        id,
        caseText(name),
      ]),
    ),
    job: await byId((after) => listJobs({ limit: 200, after, show: 'all' })),
    operator: await byId((after) => listOperators({ limit: 200, after })),
    device: new Map((await deviceNames(null)).map(({ id, name }) => [id, name])),
  };
}

async function byId<Item extends { id: string }>(
  pageAfter: (after?: string) => Promise<{ items: Item[]; next: string | null }>,
): Promise<Map<string, Item>> {
  return new Map((await everyItem(pageAfter)).map((item) => [item.id, item]));
}

/** All items of a paged list, for the few lists that are short by nature. */
export async function everyItem<Item>(
  pageAfter: (after?: string) => Promise<{ items: Item[]; next: string | null }>,
): Promise<Item[]> {
  const all: Item[] = [];
  let after: string | undefined;
  do {
    const page = await pageAfter(after);
    all.push(...page.items);
    after = page.next ?? undefined;
  } while (after !== undefined);
  return all;
}
