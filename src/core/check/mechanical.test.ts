import { expect, test } from 'vitest';
import { mechanicalDue, type MechanicalFacts } from './mechanical.ts';
import { tellsImpact } from '../trouble/impact.ts';

// After an impact: needle, bar height, foot. Common practice, no published source.
const now = '2026-11-26T12:00:00.000Z';
const due = (facts: Partial<MechanicalFacts>, everyMonths: number | null = null) =>
  mechanicalDue({ lastAt: {}, impact: null, ...facts }, { everyMonths, now });

test('nothing is due where nothing happened and the profile is silent', () => {
  expect(due({})).toEqual([]);
});

test('after an impact bar height and foot are due at its position, until each was looked at', () => {
  const impact = { at: '2026-11-26T09:00:00.000Z', position: 7 };
  expect(due({ impact }).map(({ says }) => says)).toEqual([
    'Needle depth, position 7',
    'Foot height, position 7',
  ]);
  const after = { needle_depth: '2026-11-26T10:00:00.000Z', foot_height: '2026-11-20T10:00:00.000Z' };
  expect(due({ impact, lastAt: after }).map(({ key }) => key)).toEqual(['mechanical-foot-height']);
});

test('by the calendar every so many months, each by itself', () => {
  const lastAt = {
    needle_depth: '2026-05-20T10:00:00.000Z',
    foot_height: '2026-10-20T10:00:00.000Z',
    hook_play: '2026-11-20T10:00:00.000Z',
  };
  const items = due({ lastAt }, 6);
  expect(items.map(({ mechanical }) => mechanical)).toEqual(['needle_depth', 'centre_hole']);
  expect(items[0]!.why).toBe('Last looked at 6 months ago; it is every 6.');
  expect(items[1]!.why).toBe('No look at it is on record; it is every 6 months.');
});

test('words of an impact are known, others are not taken for one', () => {
  for (const text of ['Needle struck the frame', 'HIT the hoop', 'Foot caught in foam', 'An impact.'])
    expect(tellsImpact(text), text).toBe(true);
  for (const text of ['waiting for hoops', 'white thread', 'Whitby order', 'lunch'])
    expect(tellsImpact(text), text).toBe(false);
});
