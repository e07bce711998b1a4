import { v7 as uuid7 } from 'uuid';
import { simulatorId } from '../../../core/ledger/simulated.ts';
import type { Principal } from '../../../schemas/people.ts';
import { serverNow } from '../../base/clock.ts';
import { database, rows } from '../../base/database.ts';
import { receiveEntries } from './receive.ts';

/** Entries taken back in one message. */
const atOnce = 100;

/**
 * Takes back every entry that a simulator wrote and that still counts, on all machines, as whoever asks would one by one: who
 * and when stay on record. Gives how many. Throws a 403 problem for whoever may not correct others' entries.
 */
export async function takeBackSimulated(asker: Principal): Promise<{ takenBack: number }> {
  const found = await rows<{ id: string; machine_id: string }>(
    database(),
    `SELECT id, machine_id FROM event
     WHERE (device_id = '${simulatorId}' OR data->>'by' = 'simulated') AND NOT void ORDER BY at DESC, id DESC`,
    [],
  );
  for (let at = 0; at < found.length; at += atOnce)
    await receiveEntries(
      {
        entries: found.slice(at, at + atOnce).map(({ id, machine_id }) => ({
          ...{ id: uuid7(), machineId: machine_id, at: serverNow().toISOString() },
          ...{ kind: 'correction', corrects: id, data: { void: true } },
        })),
      },
      asker,
    );
  return { takenBack: found.length };
}
