import {
  labelLetters,
  needleBlades,
  needleCoatings,
  needleEyes,
  needlePoints,
  type LabelMeaning,
} from '../../core/needle/letters.ts';
import { AddField, AddForm } from '../../parts/store/AddForm.tsx';

/** "point light-ball" → { point: 'light-ball' } */
const meanings = Object.entries({
  point: needlePoints,
  coating: needleCoatings,
  eye: needleEyes,
  blade: needleBlades,
}).flatMap(([property, table]) => Object.entries(table).map(([key, { name }]) => ({ property, key, name })));

/** What letters on a pack mean: makers differ, so a word is taught once and known from then on. */
export function Letters({ letters }: { letters: Record<string, LabelMeaning> }) {
  return (
    <section id="letters" className="sheet mt-4 p-4">
      <h2>Letters on needle packs</h2>
      <p className="quiet text-sm">
        Known: {Object.keys(labelLetters).join(', ').toLowerCase()}. Makers differ: what is taught here wins.
      </p>
      <ul className="figures mt-1">
        {Object.entries(letters).map(([word, meaning]) => (
          <li key={word}>
            <b>{word}</b>: {Object.values(meaning).join(', ').replaceAll('-', ' ')}
          </li>
        ))}
      </ul>
      <AddForm
        right="machines"
        name="Teach a word"
        method="PATCH"
        path="/api/workshop"
        button="Teach it"
        message={(fields) => {
          const word = (fields['word'] ?? '').toUpperCase();
          if (!/^[A-Z]{1,12}( [A-Z]{1,12}){0,2}$/.test(word))
            throw new Error('Give the letters as on the pack: one to three words, without figures.');
          const [property, key] = (fields['meaning'] ?? '').split(' ');
          return { letters: { [word]: { [property!]: key } } };
        }}
      >
        <AddField label="On the pack">
          <input name="word" className="input w-32" maxLength={38} placeholder="RS" required />
        </AddField>
        <AddField label="means">
          <select name="meaning" className="select w-52">
            {meanings.map(({ property, key, name }) => (
              <option key={property + key} value={`${property} ${key}`}>
                {property}: {name}
              </option>
            ))}
          </select>
        </AddField>
      </AddForm>
    </section>
  );
}
