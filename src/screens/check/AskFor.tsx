import { useState } from 'react';
import { useUnsaved } from '../../parts/useUnsaved.ts';
import { useFrame } from '../../parts/frame/context.tsx';

/** Something to be looked at, for whoever comes next: it stands on the list until it is said done. */
export function AskFor() {
  const { live, say } = useFrame();
  const [says, setSays] = useState('');
  useUnsaved(says.trim() !== '');
  return (
    <form
      className="no-print flex flex-wrap items-end gap-2 px-3 pb-4 lg:px-4"
      onSubmit={(submit) => {
        submit.preventDefault();
        const words = says.trim();
        if (!words) return;
        live.write({ kind: 'check_asked', data: { says: words } });
        setSays('');
        say(`On the list: ${words}`);
      }}
    >
      <label className="grid min-w-0 grow gap-1 text-sm font-semibold sm:max-w-md">
        To be looked at as well
        <input
          className="input w-full"
          maxLength={200}
          value={says}
          onChange={(change) => setSays(change.target.value)}
        />
      </label>
      <button type="submit" className="btn" disabled={!says.trim()}>
        Put it on the list
      </button>
    </form>
  );
}
