import type { Cone, Thread } from '../../schemas/workshop.ts';
import { AddField, wholeField } from './AddForm.tsx';
import { EditThing } from './EditThing.tsx';
import { ThreadFields, threadMessage } from './ThreadForms.tsx';

/** A thread's words put right; or it is another that was named twice. */
export function EditThread({ thread, threads }: { thread: Thread; threads: readonly Thread[] }) {
  return (
    <EditThing
      name={thread.code}
      id={thread.id}
      path={`/api/threads/${thread.id}`}
      right="stores"
      message={threadMessage}
      retired={thread.retired ?? null}
      others={threads
        .filter((other) => other.id !== thread.id && !other.retired)
        .map(({ id, code, name }) => ({ id, name: `${code} ${name}` }))}
    >
      <ThreadFields thread={thread} />
    </EditThing>
  );
}

export function EditCone({ cone }: { cone: Cone }) {
  return (
    <EditThing
      name={cone.batch ? `cone ${cone.batch}` : 'this cone'}
      id={cone.id}
      path={`/api/cones/${cone.id}`}
      right="stores"
      message={(fields) => ({ batch: fields['batch'], metres: wholeField(fields, 'metres', 'Metres') })}
      retired={cone.retired ?? null}
    >
      <AddField label="Batch">
        <input name="batch" className="input w-28" maxLength={40} defaultValue={cone.batch} />
      </AddField>
      <AddField label="Metres when new">
        <input name="metres" className="input w-24" inputMode="numeric" defaultValue={cone.metres} />
      </AddField>
    </EditThing>
  );
}
