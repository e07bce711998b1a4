import { useState } from 'react';
import { v7 as uuid7 } from 'uuid';
import { needleLifeSchools, type NeedleLife } from '../../core/needle/life.ts';
import type { Machine } from '../../schemas/workshop.ts';
import { AddField, AddForm, wholeField } from '../../parts/store/AddForm.tsx';
import { EditThing } from '../../parts/store/EditThing.tsx';
import { MechanicsForm } from './MechanicsForm.tsx';

/** The machines, their size, and how each keeps its needles. */
export function Machines({ machines }: { machines: Machine[] }) {
  return (
    <section id="machines" className="sheet mt-4 p-4">
      <h2>Machines</h2>
      {machines.map((machine) => (
        <MachineLine key={machine.id} machine={machine} />
      ))}
      <AddForm
        right="machines"
        name="Add a machine"
        path="/api/machines"
        button="Add the machine"
        message={(fields) => ({ id: uuid7(), ...machineMessage(fields) })}
      >
        <MachineFields />
      </AddForm>
    </section>
  );
}

function machineMessage(fields: Record<string, string>) {
  return {
    name: fields['name'],
    heads: wholeField(fields, 'heads', 'Heads'),
    positions: wholeField(fields, 'positions', 'Positions'),
    numberingSide: fields['numberingSide'],
    topSpeed: wholeField(fields, 'topSpeed', 'Top speed'),
  };
}

/** The machine as it stands. `machine`: what is kept of it now. */
function MachineFields({ machine }: { machine?: Machine }) {
  return (
    <>
      <AddField label="Name">
        <input name="name" className="input w-44" maxLength={60} defaultValue={machine?.name} required />
      </AddField>
      <AddField label="Heads">
        <input name="heads" className="input w-20" inputMode="numeric" defaultValue={machine?.heads ?? 1} />
      </AddField>
      <AddField label="Positions">
        <input
          name="positions"
          className="input w-20"
          inputMode="numeric"
          defaultValue={machine?.positions ?? 15}
        />
      </AddField>
      <AddField label="Number 1, seen from the front">
        <select name="numberingSide" className="select w-44" defaultValue={machine?.numberingSide}>
          <option value="right">right-most</option>
          <option value="left">left-most</option>
        </select>
      </AddField>
      <AddField label="Top speed, st/min">
        <input
          name="topSpeed"
          className="input w-24"
          inputMode="numeric"
          defaultValue={machine?.topSpeed ?? 850}
        />
      </AddField>
    </>
  );
}

function MachineLine({ machine }: { machine: Machine }) {
  // Of forty machines nobody changes all at once: a form is there when it is asked for.
  const [isOpen, setIsOpen] = useState(false);
  return (
    <details
      className="border-t py-2 rule first-of-type:border-t-0"
      onToggle={(toggle) => toggle.currentTarget === toggle.target && setIsOpen(toggle.currentTarget.open)}
    >
      <summary className="cursor-pointer">
        <b>{machine.name}</b>{' '}
        <span className="quiet">
          {machine.heads === 1 ? '1 head' : `${machine.heads} heads`} · {machine.positions} positions, 1 on
          the {machine.numberingSide} · up to {machine.topSpeed} st/min · needles kept{' '}
          {needleLifeSchools[machine.profile.needleLife.school].name}
        </span>
      </summary>
      {isOpen && <ChangeMachine machine={machine} />}
    </details>
  );
}

function ChangeMachine({ machine }: { machine: Machine }) {
  const { needleLife: life, upkeep } = machine.profile;
  return (
    <>
      <AddForm
        right="machines"
        name={`Change ${machine.name}`}
        method="PATCH"
        path={`/api/machines/${machine.id}`}
        button="Save"
        message={(fields) => ({
          profile: {
            needleLife: {
              school: fields['school'] as NeedleLife['school'],
              hours: Number(fields['hours']),
              metallicHours: Number(fields['metallicHours']),
              stitches: wholeField(fields, 'stitches', 'Stitches'),
              ...(life.learnt && { learnt: life.learnt }),
            },
            upkeep: {
              barsDays: wholeField(fields, 'barsDays', 'Days'),
              barsHours: Number(fields['barsHours']),
            },
            comparesPeople: fields['comparesPeople'] === 'yes',
          },
        })}
      >
        <AddField label="A needle is due">
          <select name="school" className="select w-52" defaultValue={life.school}>
            {Object.entries(needleLifeSchools).map(([key, { name }]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </select>
        </AddField>
        <AddField label="after hours">
          <input name="hours" className="input w-20" defaultValue={life.hours} />
        </AddField>
        <AddField label="metallic hours">
          <input name="metallicHours" className="input w-20" defaultValue={life.metallicHours} />
        </AddField>
        <AddField label="or stitches">
          <input name="stitches" className="input w-28" defaultValue={life.stitches} />
        </AddField>
        <AddField label="Needle bars oiled every, days">
          <input name="barsDays" className="input w-20" defaultValue={upkeep.barsDays} />
        </AddField>
        <AddField label="or hours sewn">
          <input name="barsHours" className="input w-20" defaultValue={upkeep.barsHours} />
        </AddField>
        <AddField label="Findings compare people">
          <select
            name="comparesPeople"
            className="select w-24"
            defaultValue={machine.profile.comparesPeople ? 'yes' : 'no'}
          >
            <option value="no">no</option>
            <option value="yes">yes</option>
          </select>
        </AddField>
      </AddForm>
      <MechanicsForm machine={machine} />
      <EditThing
        name={machine.name}
        id={machine.id}
        path={`/api/machines/${machine.id}`}
        right="machines"
        message={machineMessage}
      >
        <MachineFields machine={machine} />
      </EditThing>
    </>
  );
}
