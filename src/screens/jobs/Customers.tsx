import { useState } from 'react';
import { AddField, AddForm } from '../../parts/store/AddForm.tsx';
import { counted } from '../../parts/text.ts';

/** Customers' names put right in all their jobs; a name that is there already makes the two one. */
export function Customers({ customers }: { customers: readonly { name: string; jobs: number }[] }) {
  const [isOpen, setIsOpen] = useState(false);
  if (customers.length === 0) return null;
  return (
    <details
      className="sheet mt-4 p-4"
      onToggle={(toggle) => toggle.currentTarget === toggle.target && setIsOpen(toggle.currentTarget.open)}
    >
      <summary className="cursor-pointer font-semibold">{counted(customers.length, 'customer')}</summary>
      <datalist id="customers">
        {customers.map(({ name }) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      {isOpen &&
        customers.map(({ name, jobs }) => (
          <AddForm
            key={name}
            right="plan"
            name={`Customer ${name}`}
            method="PATCH"
            path="/api/customers"
            button="Save"
            message={({ to }) => ({ from: name, to })}
          >
            <AddField label={counted(jobs, 'job')}>
              <input
                name="to"
                className="input w-72"
                maxLength={120}
                list="customers"
                defaultValue={name}
                required
              />
            </AddField>
          </AddForm>
        ))}
    </details>
  );
}
