import type { FeedNow } from '../core/feed/event.ts';
import type { Right } from '../core/people/rights.ts';
import type { Schools } from '../core/advice/schools.ts';
import type { LabelMeaning } from '../core/needle/letters.ts';
import type { OfToday } from '../core/run/today.ts';
import type { KeptSeat } from '../core/seating/context.ts';
import type { Event } from './ledger/event.ts';
import type { HeadNowMessage, Job, Machine, NeedleKind, Operator, Thread } from './workshop.ts';

export const screens = ['jobs', 'pair', 'head', 'bench', 'check', 'run', 'ledger', 'stores'] as const;
export type ScreenName = (typeof screens)[number];

/** Who the server takes this device for. */
export interface Who {
  /** False: nothing is asked, anybody picks a name. */
  asked: boolean;
  /** Null: the computer itself. */
  device: { id: string; name: string } | null;
  /** The device is another machine's: nothing is done from here. */
  looksOn: boolean;
  /** What may be done from here; null: everything. */
  rights: readonly Right[] | null;
}

/** What every screen of a machine is drawn from at first. */
export interface FrameData {
  screen: ScreenName;
  machine: Machine;
  machines: Pick<Machine, 'slug' | 'name'>[];
  operators: Operator[];
  operatorId: string | null;
  who: Who;
  /** Names of the devices that entries came from. */
  devices: { id: string; name: string }[];
  threads: Thread[];
  /** Cones that have a batch, newest first: a label names one. */
  cones: {
    id: string;
    threadId: string;
    batch: string;
    metres: number;
    /** The machine it sat on when the page was made; null: it lay on the shelf. */
    mountedOn: string | null;
  }[];
  /** The workshop's bobbin cases; retired ones too, which old entries name. */
  cases: { id: string; name: string; retired: boolean }[];
  /** The newest entries about which case is in and what it read. */
  ofCase: Event[];
  needleKinds: NeedleKind[];
  /** The workshop's answers where practitioners disagree, and the words on needle packs taught here. */
  schools: Schools;
  letters: Record<string, LabelMeaning>;
  /** Whether the stand-ins for machine, gauge and camera are offered. */
  simulators: boolean;
  head: HeadNowMessage;
  events: Event[];
  /** The machine as its own feed told it last; null: it has none. */
  feed: FeedNow | null;
  /** Where the machine's kept plan seats stops, as its card was printed. */
  planSeats: KeptSeat[];
  /** The job on the machine now. */
  job: Job | null;
  /** The newest number of the machine's ledger whose pieces are in that job's tally. */
  jobAsOf: number;
  waitingJobs: number;
  /** Seats whose trace nobody has closed yet, the newest first. */
  openTraces: { head: number; position: number }[];
  /** What is counted by the day, since it began in the operator's zone. */
  today: OfToday[];
  /** The operator's time zone and the instant the page was made: server and page write the same times. */
  zone: string;
  now: string;
}
