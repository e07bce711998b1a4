import { namedClash } from './named-clash.ts';
import { namedAlready } from '../../core/stores/lists.ts';
import { v7 as uuid7 } from 'uuid';
import { bobbinClasses, bobbinSides, type BobbinSides } from '../../core/bobbin/capacity.ts';
import { countFrom, readThreadCount, threadWeightText } from '../../core/units/thread-count.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { whole } from '../../parts/text.ts';
import type { BobbinKind } from '../../schemas/stores.ts';
import { readBobbinRows, type BobbinRow } from '../../core/stores/csv-rows.ts';
import { send } from '../../parts/live/send.ts';
import { AddField, AddForm } from '../../parts/store/AddForm.tsx';
import { EditThing } from '../../parts/store/EditThing.tsx';
import { threadAsTyped } from '../../parts/store/ThreadForms.tsx';
import { CsvIn } from './CsvIn.tsx';
import { CsvOut } from '../../parts/store/CsvOut.tsx';

/** Kinds of bobbin: thread, size class, sides, and what one holds. */
export function Bobbins({ bobbins }: { bobbins: BobbinKind[] }) {
  return (
    <section id="bobbins" className="sheet mt-4 p-4">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2>Bobbins</h2>
        <CsvOut
          name="bobbins"
          rows={bobbins.map(({ name, size, sides, tex, fibre, colour, metres }) => ({
            name,
            size,
            sides,
            weight: `${tex} tex`,
            fibre,
            colour,
            metres,
          }))}
        />
      </div>
      {bobbins.length === 0 && (
        <p className="quiet">None yet. Pre-wound ones give a steadier tension than shop-wound.</p>
      )}
      <ul>
        {bobbins.map((bobbin) => (
          <li key={bobbin.id} className="flex items-start gap-3 border-t py-2 rule">
            <Swatch thread={bobbin} className="size-8" />
            <span>
              <b>{bobbin.name}</b>
              <span className="figures quiet block text-sm">
                {bobbinClasses[bobbin.size].name} · {threadWeightText(bobbin.weightNo, bobbin.tex)} ·{' '}
                {bobbinSides[bobbin.sides].name} · about {whole(bobbin.metres)} m
              </span>
              <span className="block text-sm">{bobbinSides[bobbin.sides].care}</span>
              {bobbin.retired && <span className="block text-sm">Retired: {bobbin.retired}.</span>}
              <EditThing
                name={bobbin.name}
                id={bobbin.id}
                path={`/api/bobbin-kinds/${bobbin.id}`}
                right="stores"
                message={bobbinMessage}
                retired={bobbin.retired ?? null}
              >
                <BobbinFields bobbin={bobbin} />
              </EditThing>
            </span>
          </li>
        ))}
      </ul>
      <AddForm
        right="stores"
        name="Add a bobbin"
        path="/api/bobbin-kinds"
        button="Add the bobbin"
        message={(fields) => ({ id: uuid7(), fibre: 'polyester', ...bobbinMessage(fields) })}
      >
        <BobbinFields />
      </AddForm>
      <CsvIn
        what="Bobbins"
        list="bobbins"
        read={readBobbinRows}
        add={addBobbins}
        isThere={namedAlready(bobbins)}
        clashOf={namedClash(bobbins, '/api/bobbin-kinds', 60)}
      />
    </section>
  );
}

function bobbinMessage(fields: Record<string, string>) {
  const { tex } = readThreadCount(fields['weight'] ?? '');
  const { name, size, sides, colour } = fields;
  return { name, size, sides, colour, weightNo: Math.round(countFrom('wt', tex) * 10) / 10, tex };
}

function BobbinFields({ bobbin }: { bobbin?: BobbinKind }) {
  return (
    <>
      <AddField label="Name">
        <input name="name" className="input w-44" maxLength={60} defaultValue={bobbin?.name} required />
      </AddField>
      <AddField label="Size class">
        <select name="size" className="select w-24" defaultValue={bobbin?.size}>
          {Object.keys(bobbinClasses).map((choice) => (
            <option key={choice}>{choice}</option>
          ))}
        </select>
      </AddField>
      <AddField label="Sides">
        <select name="sides" className="select w-40" defaultValue={bobbin?.sides}>
          {(Object.keys(bobbinSides) as BobbinSides[]).map((choice) => (
            <option key={choice} value={choice}>
              {bobbinSides[choice].name}
            </option>
          ))}
        </select>
      </AddField>
      <AddField label="Thread">
        <input
          name="weight"
          className="input w-28"
          defaultValue={bobbin ? threadAsTyped(bobbin) : '60 wt'}
          required
        />
      </AddField>
      <AddField label="Colour">
        <input
          name="colour"
          type="color"
          className="input w-16 p-1"
          defaultValue={bobbin?.colour ?? '#f6f5f0'}
        />
      </AddField>
    </>
  );
}

async function addBobbins(lines: BobbinRow[]): Promise<void> {
  for (const { metres, ...kind } of lines)
    await send('POST', '/api/bobbin-kinds', { id: uuid7(), ...kind, ...(metres && { metres }) });
}
