import { faultKeys, faults } from '../../core/fault/faults.ts';
import { entryKindKeys, kindOf } from '../../core/ledger/about-kinds.ts';
import { useFrame } from '../../parts/frame/context.tsx';

/** What the ledger is narrowed to, as text in the address; empty: everything. `kind` may be `break:shred`. */
export interface LedgerFilter {
  position: string;
  kind: string;
  job: string;
  who: string;
  from: string;
  to: string;
  find: string;
}

/** The choice above the ledger. It is a plain form: the address can be kept and sent to someone. */
export function Filters({ filter, jobs }: { filter: LedgerFilter; jobs: { id: string; name: string }[] }) {
  const { data } = useFrame();
  const submit = (change: React.ChangeEvent<HTMLSelectElement | HTMLInputElement>) =>
    change.currentTarget.form?.requestSubmit();
  return (
    <form method="get" className="mt-3 flex flex-wrap items-end gap-2">
      <Choice name="position" label="Position">
        <select
          id="position"
          name="position"
          className="select w-28"
          defaultValue={filter.position}
          onChange={submit}
        >
          <option value="">all</option>
          {Array.from({ length: data.machine.positions }, (_, index) => index + 1).map((place) => (
            <option key={place}>{place}</option>
          ))}
        </select>
      </Choice>
      <Choice name="kind" label="Kind">
        <select id="kind" name="kind" className="select w-44" defaultValue={filter.kind} onChange={submit}>
          <option value="">all</option>
          {entryKindKeys
            .filter((kind) => kind !== 'correction')
            .map((kind) => (
              <option key={kind} value={kind}>
                {kindOf(kind).name}
              </option>
            ))}
          {faultKeys.map((fault) => (
            <option key={fault} value={`break:${fault}`}>
              Break: {faults[fault].says}
            </option>
          ))}
        </select>
      </Choice>
      <Choice name="job" label="Job">
        <select id="job" name="job" className="select w-56" defaultValue={filter.job} onChange={submit}>
          <option value="">all</option>
          {jobs.map((job) => (
            <option key={job.id} value={job.id}>
              {job.name}
            </option>
          ))}
        </select>
      </Choice>
      {data.operators.length > 0 && (
        <Choice name="who" label="Who">
          <select id="who" name="who" className="select w-40" defaultValue={filter.who} onChange={submit}>
            <option value="">all</option>
            {data.operators.map((operator) => (
              <option key={operator.id} value={operator.id}>
                {operator.name}
              </option>
            ))}
          </select>
        </Choice>
      )}
      {(['from', 'to'] as const).map((end) => (
        <Choice key={end} name={end} label={end === 'from' ? 'From' : 'To'}>
          <input
            id={end}
            name={end}
            type="date"
            className="input w-44"
            defaultValue={filter[end]}
            onChange={submit}
          />
        </Choice>
      ))}
      <Choice name="find" label="Word">
        <input
          id="find"
          name="find"
          type="search"
          className="input w-44"
          maxLength={60}
          placeholder="note, thread, name"
          defaultValue={filter.find}
        />
      </Choice>
      <button type="submit" className="btn">
        Find
      </button>
      {Object.values(filter).some(Boolean) && (
        <a className="btn btn-ghost underline" href={`/${data.machine.slug}/ledger`}>
          Show all
        </a>
      )}
    </form>
  );
}

function Choice({ name, label, children }: { name: string; label: string; children: React.ReactNode }) {
  return (
    <div>
      <label className="quiet block text-sm" htmlFor={name}>
        {label}
      </label>
      {children}
    </div>
  );
}
