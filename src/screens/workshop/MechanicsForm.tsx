import {
  bobbinWays,
  clampScrews,
  depthSchools,
  headEnds,
  type Mechanics,
} from '../../core/cards/mechanics.ts';
import { AddField, AddForm } from '../../parts/store/AddForm.tsx';
import type { Machine } from '../../schemas/workshop.ts';

const orNull = (value: string | undefined) => (value ? value : null);
const numberOrNull = (value: string | undefined) => (value?.trim() ? Number(value) : null);

/** "hook: 8" a line: where, and every how many hours. A line without hours is turned away by the server, with its reason. */
function oilPointsOf(text: string): Mechanics['oilPoints'] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const [where = '', hours = ''] = line.split(':');
      return { where: where.trim(), everyHours: Number(hours) };
    });
}

/** What the machine's manual says, for the cards and the mechanical checks. What is left empty is said so on the cards. */
export function MechanicsForm({ machine }: { machine: Machine }) {
  const { mechanics } = machine.profile;
  return (
    <details className="border-t pt-2 rule">
      <summary className="min-h-11 cursor-pointer py-2 underline">
        Mechanics of {machine.name}, as its manual says: for the cards and the checks with the power off
      </summary>
      <AddForm
        right="machines"
        name={`Mechanics of ${machine.name}`}
        method="PATCH"
        path={`/api/machines/${machine.id}`}
        button="Save"
        message={(fields) => ({
          profile: {
            mechanics: {
              clampScrew: orNull(fields['clampScrew']),
              clampScrewMm: numberOrNull(fields['clampScrewMm']),
              hiddenEnd: orNull(fields['hiddenEnd']),
              bobbinWay: orNull(fields['bobbinWay']),
              pigtailTurns: numberOrNull(fields['pigtailTurns']),
              depthSchool: orNull(fields['depthSchool']),
              depthDegrees: numberOrNull(fields['depthDegrees']),
              footDegrees: numberOrNull(fields['footDegrees']),
              hookDegrees: numberOrNull(fields['hookDegrees']),
              guides: numberOrNull(fields['guides']),
              oilPoints: oilPointsOf(fields['oilPoints'] ?? ''),
              checkMonths: numberOrNull(fields['checkMonths']),
            },
          },
        })}
      >
        <Choice label="Clamp screw" name="clampScrew" of={clampScrews} now={mechanics.clampScrew} />
        <Value label="its size, mm" name="clampScrewMm" now={mechanics.clampScrewMm} />
        <Choice label="Hidden clamp screw at" name="hiddenEnd" of={headEnds} now={mechanics.hiddenEnd} />
        <Choice
          label="Bobbin turns, from its open side"
          name="bobbinWay"
          of={bobbinWays}
          now={mechanics.bobbinWay}
        />
        <Value label="Turns through the pigtail" name="pigtailTurns" now={mechanics.pigtailTurns} />
        <Choice label="Needle depth by" name="depthSchool" of={depthSchools} now={mechanics.depthSchool} />
        <Value label="shaft at, °" name="depthDegrees" now={mechanics.depthDegrees} />
        <Value label="Foot height: shaft at, °" name="footDegrees" now={mechanics.footDegrees} />
        <Value label="Hook play: shaft at, °" name="hookDegrees" now={mechanics.hookDegrees} />
        <Value label="Guides before the tensioner" name="guides" now={mechanics.guides} />
        <Value label="Mechanical checks every, months" name="checkMonths" now={mechanics.checkMonths} />
        <AddField label="Oil points, one a line: hook: 8 (hours)">
          <textarea
            name="oilPoints"
            className="textarea w-64"
            rows={3}
            defaultValue={mechanics.oilPoints
              .map(({ where, everyHours }) => `${where}: ${everyHours}`)
              .join('\n')}
          />
        </AddField>
      </AddForm>
    </details>
  );
}

function Value({ label, name, now }: { label: string; name: string; now: number | null }) {
  return (
    <AddField label={label}>
      <input name={name} className="input w-24" inputMode="decimal" defaultValue={now ?? ''} />
    </AddField>
  );
}

interface ChoiceProps {
  label: string;
  name: string;
  of: Readonly<Record<string, { name: string }>>;
  now: string | null;
}

function Choice({ label, name, of, now }: ChoiceProps) {
  return (
    <AddField label={label}>
      <select name={name} className="select w-60" defaultValue={now ?? ''}>
        <option value="">not on record</option>
        {Object.entries(of).map(([key, choice]) => (
          <option key={key} value={key}>
            {choice.name}
          </option>
        ))}
      </select>
    </AddField>
  );
}
