import { useState } from 'react';
import { AddField } from '../../parts/store/AddForm.tsx';
import type { Device, DeviceNew } from '../../schemas/people.ts';
import { CodeCard, type MadeCode } from './CodeCard.tsx';
import type { Machine } from '../../schemas/workshop.ts';
import { NotAllowed } from '../../parts/people/NotAllowed.tsx';
import { useAct } from './useAct.ts';
import { useMake } from './useMake.ts';

interface DevicesProps {
  devices: readonly Device[];
  machines: readonly Pick<Machine, 'id' | 'name'>[];
  addresses: readonly string[];
  thisDevice: string | null;
  when: (at: string) => string;
}

const kinds = { tablet: 'Tablet', display: 'Display (reads only)' } as const;

/** Tablets and displays that were let in, and how another one is. */
export function Devices({ devices, machines, addresses, thisDevice, when }: DevicesProps) {
  const { made, make, refusal } = useMake<DeviceNew, Pick<MadeCode, 'code' | 'endsAt'>>(
    '/api/devices',
    (text) => ({
      name: text('name'),
      kind: text('kind') as DeviceNew['kind'],
      machineId: text('machine') || null,
    }),
  );
  return (
    <section id="devices" className="sheet mt-4 p-4">
      <h2>Devices</h2>
      {made ? (
        <CodeCard made={made} addresses={addresses} onEnd={() => location.reload()} />
      ) : (
        <form
          aria-label="Let a device in"
          className="mt-1 flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void make(new FormData(event.currentTarget));
          }}
        >
          <AddField label="Name, as its entries say">
            <input name="name" className="input w-52" maxLength={60} placeholder="Heron’s tablet" required />
          </AddField>
          <AddField label="Kind">
            <select name="kind" className="select w-48">
              {Object.entries(kinds).map(([kind, name]) => (
                <option key={kind} value={kind}>
                  {name}
                </option>
              ))}
            </select>
          </AddField>
          <AddField label="Writes for">
            <select name="machine" className="select w-44">
              <option value="">any machine</option>
              {machines.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name} only
                </option>
              ))}
            </select>
          </AddField>
          <button type="submit" className="btn btn-primary">
            Let a device in
          </button>
        </form>
      )}
      <NotAllowed says={refusal} />
      {devices.length === 0 && (
        <p className="quiet mt-3">None is let in. From the network nothing can be read or written.</p>
      )}
      <ul className="mt-3">
        {devices.map((device) => (
          <DeviceRow
            key={device.id}
            device={device}
            machines={machines}
            isThis={device.id === thisDevice}
            when={when}
          />
        ))}
      </ul>
    </section>
  );
}

interface DeviceRowProps extends Pick<DevicesProps, 'machines' | 'when'> {
  device: Device;
  isThis: boolean;
}
function DeviceRow({
  device: { id, name, kind, machineId, pairedAt, seenAt },
  isThis,
  machines,
  when,
}: DeviceRowProps) {
  const { act, busy, refusal } = useAct();
  const [sure, ask] = useState(false);
  const machine = machines.find((one) => one.id === machineId)?.name;
  return (
    <li className="border-t py-2 rule first:border-t-0">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <b className="min-w-36 grow break-words">{name}</b>
        <span className="quiet text-sm">
          {[kind === 'display' ? 'display' : 'tablet', machine ? `${machine} only` : 'any machine'].join(
            ', ',
          )}{' '}
          · let in {when(pairedAt)} · seen {when(seenAt)}
        </span>
        {isThis ? (
          <span className="quiet text-sm">this one</span>
        ) : sure ? (
          <>
            <button
              type="button"
              className="btn btn-primary"
              disabled={busy}
              onClick={() => void act('DELETE', `/api/devices/${id}`, {})}
            >
              Yes, turn it out
            </button>
            <button type="button" className="btn" onClick={() => ask(false)}>
              Keep it
            </button>
          </>
        ) : (
          <button type="button" className="btn" onClick={() => ask(true)}>
            Turn out
          </button>
        )}
      </div>
      {sure && (
        <p className="quiet mt-1 text-sm">
          At once, with whoever is signed in on it. It drops the pages it kept at its next breath of network;
          to come back it needs a new code.
        </p>
      )}
      <NotAllowed says={refusal} />
    </li>
  );
}
