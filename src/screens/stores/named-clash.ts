import { differences, freeName } from '../../core/stores/differs.ts';
import { send } from '../../parts/live/send.ts';
import type { Clash } from './CsvIn.tsx';

/** What is kept under a line's name and says something else, where a name stands for one thing. `most`: characters that a name may have. */
export const namedClash =
  (kept: readonly { id: string; name: string }[], path: string, most: number) =>
  <Item extends { name: string }>(line: Item): Clash<Item> | null => {
    const same = kept.find(({ name }) => name.toLowerCase() === line.name.toLowerCase());
    const { name: _name, ...said } = line;
    void _name;
    const differs = same ? differences(said, same) : [];
    if (!same || differs.length === 0) return null;
    const open = Object.entries(said).filter(([, value]) => value !== null);
    return {
      name: same.name,
      differs,
      put: () => send('PATCH', `${path}/${same.id}`, Object.fromEntries(open)),
      both: {
        ...line,
        name: freeName(
          same.name,
          kept.map((one) => one.name),
          most,
        ),
      },
    };
  };
