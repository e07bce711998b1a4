import { schoolTopics, type SchoolTopic, type Schools as Chosen } from '../../core/advice/schools.ts';
import { AddField, AddForm } from '../../parts/store/AddForm.tsx';

/** Where practitioners disagree, this workshop's answers. Advice says which one spoke. */
export function Schools({ schools }: { schools: Chosen }) {
  return (
    <section className="sheet mt-4 p-4">
      <h2>The workshop’s ways</h2>
      <p className="quiet text-sm">Good shops differ here. Advice follows these answers, and says so.</p>
      <AddForm
        right="machines"
        name="The workshop’s ways"
        method="PATCH"
        path="/api/workshop"
        button="Save"
        message={(fields) => ({ schools: fields })}
      >
        {(Object.keys(schoolTopics) as SchoolTopic[]).map((topic) => (
          <AddField key={topic} label={schoolTopics[topic].asks}>
            <select name={topic} className="select w-60" defaultValue={schools[topic]}>
              {Object.entries(schoolTopics[topic].choices).map(([key, text]) => (
                <option key={key} value={key}>
                  {text}
                </option>
              ))}
            </select>
          </AddField>
        ))}
      </AddForm>
    </section>
  );
}
