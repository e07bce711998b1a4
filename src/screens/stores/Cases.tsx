import { namedClash } from './named-clash.ts';
import { namedAlready } from '../../core/stores/lists.ts';
import { v7 as uuid7 } from 'uuid';
import type { BobbinCase } from '../../schemas/stores.ts';
import { readCaseRows, type CaseRow } from '../../core/stores/csv-rows.ts';
import { send } from '../../parts/live/send.ts';
import { AddField, AddForm } from '../../parts/store/AddForm.tsx';
import { EditThing } from '../../parts/store/EditThing.tsx';
import { CsvIn } from './CsvIn.tsx';
import { CsvOut } from '../../parts/store/CsvOut.tsx';

/** The bobbin cases by name: each keeps its own tension, so each has its own record. */
export function Cases({ cases }: { cases: BobbinCase[] }) {
  return (
    <section id="cases" className="sheet mt-4 p-4">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2>Bobbin cases</h2>
        <CsvOut name="cases" rows={cases.map(({ id: _id, ...row }) => (void _id, row))} />
      </div>
      {cases.length === 0 && (
        <p className="quiet">None yet. Scratch a letter into each case, and name it here.</p>
      )}
      <ul>
        {cases.map((bobbinCase) => (
          <li key={bobbinCase.id} className="border-t py-1 rule">
            <details>
              <summary className="min-h-11 cursor-pointer">
                <b className={bobbinCase.retired ? 'line-through' : ''}>{bobbinCase.name}</b>{' '}
                <span className="quiet text-sm">
                  class {bobbinCase.size}, the bobbin turns {bobbinCase.turns}
                  {bobbinCase.note && ` · ${bobbinCase.note}`}
                  {bobbinCase.retired && ` · retired: ${bobbinCase.retired}`}
                </span>
              </summary>
              <EditThing
                name={bobbinCase.name}
                id={bobbinCase.id}
                path={`/api/bobbin-cases/${bobbinCase.id}`}
                right="stores"
                message={(fields) => fields}
                retired={bobbinCase.retired}
              >
                <CaseFields bobbinCase={bobbinCase} />
              </EditThing>
            </details>
          </li>
        ))}
      </ul>
      <AddForm
        right="stores"
        name="Add a bobbin case"
        path="/api/bobbin-cases"
        button="Add the case"
        message={(fields) => ({ id: uuid7(), ...fields })}
      >
        <CaseFields />
      </AddForm>
      <CsvIn
        what="Cases"
        list="cases"
        read={readCaseRows}
        add={addCases}
        isThere={namedAlready(cases)}
        clashOf={namedClash(cases, '/api/bobbin-cases', 40)}
      />
    </section>
  );
}

function CaseFields({ bobbinCase }: { bobbinCase?: BobbinCase }) {
  return (
    <>
      <AddField label="Name">
        <input
          name="name"
          className="input w-32"
          maxLength={40}
          placeholder="Case D"
          defaultValue={bobbinCase?.name}
          required
        />
      </AddField>
      <AddField label="Size class">
        <select name="size" className="select w-24" defaultValue={bobbinCase?.size}>
          <option>L</option>
          <option>M</option>
        </select>
      </AddField>
      <AddField label="Thread drawn, the bobbin turns">
        <select name="turns" className="select w-44" defaultValue={bobbinCase?.turns}>
          <option>clockwise</option>
          <option>anticlockwise</option>
        </select>
      </AddField>
      <AddField label="Note">
        <input name="note" className="input w-52" maxLength={500} defaultValue={bobbinCase?.note} />
      </AddField>
    </>
  );
}

async function addCases(lines: CaseRow[]): Promise<void> {
  for (const line of lines) await send('POST', '/api/bobbin-cases', { id: uuid7(), ...line });
}
