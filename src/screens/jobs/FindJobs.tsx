import { AddField } from '../../parts/store/AddForm.tsx';

/** What the jobs are narrowed to, as text in the address; empty: everything. */
export interface JobFilter {
  find: string;
  customer: string;
  dueBy: string;
  machine: string;
}

interface FindJobsProps {
  filter: JobFilter;
  show: string;
  base: string;
  customers: readonly { name: string; jobs: number }[];
  machines: readonly { id: string; name: string }[];
}

/** The choice above the jobs. It is a plain form: the address can be kept and sent to someone. */
export function FindJobs({ filter, show, base, customers, machines }: FindJobsProps) {
  const isNarrowed = Object.values(filter).some(Boolean);
  const submit = (change: React.ChangeEvent<HTMLSelectElement | HTMLInputElement>) =>
    change.currentTarget.form?.requestSubmit();
  return (
    <details className="mt-2" open={isNarrowed}>
      <summary className="inline-block min-h-11 cursor-pointer py-2 font-semibold">Find a job</summary>
      <form method="get" aria-label="Find jobs" className="flex flex-wrap items-end gap-2">
        <input type="hidden" name="show" value={show} />
        <AddField label="Word">
          <input
            name="find"
            type="search"
            className="input w-48"
            maxLength={120}
            placeholder="job, customer, cloth"
            defaultValue={filter.find}
          />
        </AddField>
        {customers.length > 0 && (
          <AddField label="Customer">
            <select name="customer" className="select w-44" defaultValue={filter.customer} onChange={submit}>
              <option value="">all</option>
              {customers.map(({ name }) => (
                <option key={name}>{name}</option>
              ))}
            </select>
          </AddField>
        )}
        {show === 'waiting' && (
          <AddField label="Due by">
            <input
              name="dueBy"
              type="date"
              className="input w-40"
              defaultValue={filter.dueBy}
              onChange={submit}
            />
          </AddField>
        )}
        {machines.length > 1 && (
          <AddField label="Was put on">
            <select name="machine" className="select w-40" defaultValue={filter.machine} onChange={submit}>
              <option value="">any</option>
              {machines.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </AddField>
        )}
        <button type="submit" className="btn">
          Find
        </button>
        {isNarrowed && (
          <a className="btn btn-ghost underline" href={show === 'done' ? `${base}?show=done` : base}>
            Show all
          </a>
        )}
      </form>
    </details>
  );
}
