import { defaultSchools, type Schools } from '../../core/advice/schools.ts';
import type { LabelMeaning } from '../../core/needle/letters.ts';
import { database, rows } from '../base/database.ts';

export interface Workshop {
  schools: Schools;
  /** Words taught here, upper case. */
  letters: Record<string, LabelMeaning>;
  sharpsEmptiedAt: string | null;
  /** Whether the stand-ins for machine, gauge and camera are offered. */
  simulators: boolean;
}

/** How this workshop does things, defaults filled in. */
export async function workshop(): Promise<Workshop> {
  const [row] = await rows<{
    schools: Partial<Schools>;
    letters: Record<string, LabelMeaning>;
    sharps_emptied_at: string | null;
    simulators: boolean;
  }>(database(), 'SELECT schools, letters, sharps_emptied_at, simulators FROM workshop');
  return {
    schools: { ...defaultSchools, ...row?.schools },
    letters: row?.letters ?? {},
    sharpsEmptiedAt: row?.sharps_emptied_at ?? null,
    simulators: row?.simulators ?? false,
  };
}

/** Changes what is given and leaves the rest. */
export async function changeWorkshop(change: {
  schools?: Partial<Schools>;
  letters?: Record<string, LabelMeaning>;
  sharpsEmptiedAt?: string;
  simulators?: boolean;
}): Promise<Workshop> {
  await rows(
    database(),
    `UPDATE workshop SET schools = schools || $1, letters = letters || $2, sharps_emptied_at = COALESCE($3, sharps_emptied_at),
       simulators = COALESCE($4, simulators)`,
    [change.schools ?? {}, change.letters ?? {}, change.sharpsEmptiedAt ?? null, change.simulators ?? null],
  );
  return workshop();
}

/** The words on needle packs taught here. */
export async function taughtLetters(): Promise<Record<string, LabelMeaning>> {
  return (await workshop()).letters;
}
