import { stateOf, urgentActs, type BoardMachine } from './machine.ts';

/** What a bell can say: three sounds that cannot be taken for one another. Urgent first. */
export const rings = {
  stop: { name: 'A machine stands' },
  act: { name: 'Something to act on' },
  finished: { name: 'A job is finished' },
} as const;
export type Ring = keyof typeof rings;

/** One ring, and what it is for. */
export interface Rung {
  ring: Ring;
  machine: string;
  says: string;
}

/** What each machine was rung for already: by machine id, what its bell has said. */
export type Heard = ReadonlyMap<string, ReadonlySet<string>>;

/**
 * What is to be rung now, and what has been heard after it. Each stop, each urgent thing to act on and each finished job rings once; a stop rings anew when
 * whoever was on it has told nothing for long. `heard` null: the page has just opened; what stands is rung, what else there is was there before.
 */
export function ringsNow(
  machines: readonly BoardMachine[],
  heard: Heard | null,
  now: number,
): { rung: Rung[]; heard: Heard } {
  const after = new Map<string, ReadonlySet<string>>();
  const rung: Rung[] = [];
  for (const machine of machines) {
    const due = dueOf(machine, now);
    const before = heard?.get(machine.id);
    for (const { key, ring, says } of due) {
      const isNew = before ? !before.has(key) : heard !== null || ring === 'stop';
      if (isNew) rung.push({ ring, machine: machine.name, says });
    }
    after.set(machine.id, new Set(due.map(({ key }) => key)));
  }
  const urgency = Object.keys(rings);
  rung.sort((a, b) => urgency.indexOf(a.ring) - urgency.indexOf(b.ring));
  return { rung, heard: after };
}

function dueOf(machine: BoardMachine, now: number): { key: string; ring: Ring; says: string }[] {
  const { state } = stateOf(machine, now);
  const due: { key: string; ring: Ring; says: string }[] = [];
  if (state === 'stands')
    due.push({
      key: `stop ${machine.stop!.id} ${machine.tended?.at ?? ''}`,
      ring: 'stop',
      says: `${machine.name} stands: ${machine.stop!.says}`,
    });
  for (const { key, says } of urgentActs(machine))
    due.push({ key: `act ${key}`, ring: 'act', says: `${machine.name}: ${says}` });
  if (state === 'finished')
    due.push({
      key: `finished ${machine.job!.name}`,
      ring: 'finished',
      says: `${machine.name}: ${machine.job!.name} is finished`,
    });
  return due;
}

/** Hours in which a bell is quiet, minutes since midnight; over midnight where `from` is the later. */
export interface QuietHours {
  from: number;
  to: number;
}

export function isQuiet(quiet: QuietHours | null, minuteOfDay: number): boolean {
  if (!quiet || quiet.from === quiet.to) return false;
  return quiet.from < quiet.to
    ? minuteOfDay >= quiet.from && minuteOfDay < quiet.to
    : minuteOfDay >= quiet.from || minuteOfDay < quiet.to;
}
