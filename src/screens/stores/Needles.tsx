import { Needle } from '../../parts/rail/Needle.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import { dayText, whole } from '../../parts/text.ts';
import { v7 as uuid7 } from 'uuid';
import { readNeedleRows, type NeedleRow } from '../../core/stores/csv-rows.ts';
import { send } from '../../parts/live/send.ts';
import type { NeedleKind } from '../../schemas/workshop.ts';
import { AddField, AddForm, wholeField } from '../../parts/store/AddForm.tsx';
import { AddNeedle } from '../../parts/store/NeedleKinds.tsx';
import { EditThing } from '../../parts/store/EditThing.tsx';
import { CsvIn } from './CsvIn.tsx';
import { CsvOut } from '../../parts/store/CsvOut.tsx';

/** Old needles since the container was last said emptied; `isFull`: more than any holds, and counted no further. */
export interface Sharps {
  count: number;
  isFull: boolean;
  since: string | null;
}

interface NeedlesProps {
  kinds: NeedleKind[];
  sharps: Sharps;
}

/** Each kind of needle with what is left of it: counted once, then falling with every fitting. */
export function Needles({ kinds, sharps }: NeedlesProps) {
  const { data } = useFrame();
  return (
    <section id="needles" className="sheet mt-4 p-4">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2>Needles</h2>
        <CsvOut
          name="needles"
          rows={kinds.map((kind) => ({
            needle: `${kind.spec.system} ${kind.text}`,
            on_hand: kind.onHand ?? '',
            reorder_at: kind.reorderAt,
          }))}
        />
      </div>
      <ul className="mt-1 grid gap-x-6 md:grid-cols-2 2xl:grid-cols-3">
        {kinds.map((kind) => (
          <li key={kind.id} className="border-t py-1 rule">
            <details>
              <summary className="flex min-h-11 cursor-pointer items-center gap-3">
                <Needle spec={kind.spec} className="h-10 shrink-0" />
                <span className="grow font-semibold">{kind.text}</span>
                <Stock kind={kind} />
              </summary>
              <AddForm
                right="stores"
                name={`Count ${kind.text}`}
                method="PATCH"
                path={`/api/needle-kinds/${kind.id}`}
                button="Counted"
                message={(fields) => ({
                  counted: wholeField(fields, 'counted', 'The count'),
                  reorderAt: wholeField(fields, 'reorderAt', 'Buy at'),
                })}
              >
                <AddField label="On the shelf now">
                  <input
                    name="counted"
                    className="input w-24"
                    inputMode="numeric"
                    defaultValue={kind.onHand ?? ''}
                  />
                </AddField>
                <AddField label="Buy when down to">
                  <input
                    name="reorderAt"
                    className="input w-24"
                    inputMode="numeric"
                    defaultValue={kind.reorderAt}
                  />
                </AddField>
              </AddForm>
              <EditThing
                name={kind.text}
                id={kind.id}
                path={`/api/needle-kinds/${kind.id}`}
                right="stores"
                message={(fields) => ({ label: fields['label'] })}
              >
                <AddField label="As on its pack">
                  <input
                    name="label"
                    className="input w-72"
                    maxLength={80}
                    defaultValue={`${kind.spec.system} ${kind.text}`}
                    required
                  />
                </AddField>
              </EditThing>
            </details>
          </li>
        ))}
      </ul>
      <AddNeedle />
      <CsvIn
        what="Needles"
        list="needles"
        read={(rows) => readNeedleRows(rows, data.letters)}
        add={addNeedles}
      />
      <AddForm
        right="stores"
        name="Sharps container"
        method="PATCH"
        path="/api/workshop"
        button="Emptied just now"
        message={() => ({ sharpsEmptiedAt: new Date().toISOString() })}
      >
        <p className="figures grow">
          Closed sharps container: {sharps.isFull ? 'at least' : 'about'}{' '}
          <b>{whole(sharps.count)} old needles</b>
          {sharps.since ? ` since ${dayText(sharps.since, data.zone, data.now)}` : ' since the ledger began'}.
          Take it away as your local rules say.
        </p>
      </AddForm>
    </section>
  );
}

/** A kind that is there already is only counted anew. */
async function addNeedles(lines: NeedleRow[]): Promise<void> {
  for (const { label, counted, reorderAt } of lines) {
    const kind = await send<NeedleKind>('POST', '/api/needle-kinds', { id: uuid7(), label });
    if (counted === null && reorderAt === null) continue;
    await send('PATCH', `/api/needle-kinds/${kind.id}`, {
      ...(counted !== null && { counted }),
      ...(reorderAt !== null && { reorderAt }),
    });
  }
}

/** How many are left, as a word where it matters: low, none, never counted. */
function Stock({ kind }: { kind: NeedleKind }) {
  if (kind.onHand === null) return <span className="quiet text-sm">not counted</span>;
  const low = kind.onHand <= kind.reorderAt;
  return (
    <span className="figures text-end">
      <b className="text-lg">{whole(kind.onHand)}</b>
      {low && (
        <b className="ms-2 border-2 px-1.5 text-sm [border-color:var(--color-base-content)]">
          {kind.onHand === 0 ? 'none' : 'low'}
        </b>
      )}
    </span>
  );
}
