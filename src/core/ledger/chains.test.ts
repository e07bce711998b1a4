import { expect, test } from 'vitest';
import { entry } from '../../../tests/support/entries.ts';
import { chainsWithin } from './chains.ts';

const note = entry('note', { text: 'one' });
const correction = (corrects: string) => ({ ...entry('correction', { void: true }), corrects });

test('a correction hangs on what it names; a chain in one message on what its last link names, whatever the order', () => {
  const [a, b] = [correction(note.id), correction('kept')];
  const links = [correction(b.id)];
  for (let index = 0; index < 300; index++) links.push(correction(links.at(-1)!.id));
  for (const sent of [
    [note, a, b, ...links],
    [...links, b, a, note].reverse(),
    [...links].reverse().concat(a, b),
  ]) {
    const chains = chainsWithin(sent);
    expect(chains.get(a.id)).toEqual({ base: note.id, steps: 1 });
    expect(chains.get(b.id)).toEqual({ base: 'kept', steps: 1 });
    expect(chains.get(links.at(-1)!.id)).toEqual({ base: 'kept', steps: 302 });
    expect(chains.has(note.id)).toBe(false);
  }
});

test('a ring ends', () => {
  const a = correction('x');
  const b = correction(a.id);
  const ring = [{ ...a, corrects: b.id }, b];
  expect([...chainsWithin(ring).keys()].sort()).toEqual([a.id, b.id].sort());
});
