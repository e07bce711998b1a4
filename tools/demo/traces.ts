import { chance } from '../../src/core/base/chance.ts';
import type { Entry, EntryData, EntryKind } from '../../src/core/ledger/entry.ts';
import { checklistMinutes } from '../../src/core/trace/checklist.ts';
import { heron, operators } from './world.ts';

const minute = 60_000;

/** Heron's traces before `end` (ms): one closed the day before yesterday, one half done since this morning. Made up. */
export function demoTraces(end: number): Entry[] {
  const luck = chance(77);
  const entry = <K extends EntryKind>(kind: K, at: number, position: number, data: EntryData[K]) =>
    ({
      ...{ id: luck.uuid7(at), machineId: heron.id, kind, at: new Date(at).toISOString(), head: 1, position },
      ...{ operatorId: operators[1]!.id, jobId: null, corrects: null, data },
    }) as unknown as Entry;
  const said = { scope: 'one_position', since: null, struck: [] } as const;

  const before = end - 49 * 60 * minute;
  const loops = entry('trace_opened', before, 3, { ...said, seen: 'loops', struck: [] });
  const step = (of: Entry, at: number, data: Omit<EntryData['trace_step'], 'trace'>): Entry =>
    entry('trace_step', at, of.position!, { trace: of.id, ...data });
  const morning = end - 110 * minute;
  const shreds = entry('trace_opened', morning, 9, { ...said, seen: 'shred', struck: [] });
  // Looked at with the power off when the three weeks began.
  const begun = end - 20.6 * 24 * 60 * minute;
  const checks = [
    { check: 'needle_depth', finding: 'right' },
    { check: 'foot_height', finding: 'right' },
    { check: 'centre_hole', finding: 'centred' },
    { check: 'hook_play', finding: 'play' },
  ] as const;
  return [
    ...checks.map((found, index) => entry('mechanical_found', begun + index * 4 * minute, 8, found)),
    loops,
    step(loops, before + minute, { step: 'pull_at_eye', answer: 'slack', minutes: 0.4 }),
    step(loops, before + 1.5 * minute, { step: 'lift_discs', answer: 'no', minutes: 0.3 }),
    step(loops, before + 3 * minute, { step: 'clean_discs', answer: 'sews', minutes: 1.4, waits: true }),
    entry('trace_closed', before + 20 * minute, 3, {
      ...{ closes: loops.id, outcome: 'found', cause: 'discs_lint', replaced: null, piece: 'kept' },
      ...{ minutes: 2.1, checklistMinutes: checklistMinutes('discs_lint') },
    }),
    shreds,
    step(shreds, morning + minute, { step: 'look_needle', answer: 'right', minutes: 0.6 }),
    step(shreds, morning + 2 * minute, { step: 'look_cone', answer: 'free', minutes: 0.4 }),
  ];
}
