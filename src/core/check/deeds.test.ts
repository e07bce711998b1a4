import { describe, expect, test } from 'vitest';
import { needle } from '../../../tests/support/entries.ts';
import { at } from '../../../tests/support/told.ts';
import { defaultSchools } from '../advice/schools.ts';
import { deedPath, deedText, type Deed } from '../ledger/deed.ts';
import type { Seat } from '../ledger/head-now.ts';
import { needleText, readNeedleLabel } from '../needle/label.ts';
import { defaultNeedleLife } from '../needle/life.ts';
import { actNow } from '../run/hints.ts';
import { unfitNeedles } from '../seating/unfit.ts';
import { deriveChecks } from './derive.ts';
import type { CheckThread } from './input.ts';
import { defaultUpkeep } from './upkeep.ts';

const thread: CheckThread = { id: 'red', name: 'Signal red', weightNo: 40, tex: 25, fibre: 'polyester' };
const threads = new Map([['red', thread]]);
const name = (id: string) => threads.get(id)?.name ?? id;
const seat = (position: number, spec: ReturnType<typeof needle> | null, hours = 1): Seat => ({
  ...{ head: 1, position },
  needle: spec && {
    ...{ entryId: `n${position}`, spec, fittedAt: at(-600), reason: 'worn' },
    age: { stitches: 1000, sewingMs: hours * 3_600_000, metallicMs: 0 },
  },
  cone: {
    ...{ entryId: `c${position}`, coneId: 'cone', threadId: 'red', fibre: 'polyester' as const },
    ...{ mountedAt: at(-600), stitches: 9000 },
  },
});
const seats = [seat(1, needle('sharp', 75), 9), seat(2, null), seat(3, needle('light-ball', 65))];
const stops = [1, 2, 3].map((position) => ({
  ...{ stop: position, threadId: 'red', stitches: 4000, element: 'fill' as const, position },
}));
const job = {
  id: 'j',
  cloth: 'canvas',
  stops: [...stops, { ...stops[0]!, stop: 4, threadId: 'gone', position: null }],
};

/** Every advice that carries a deed, with the sentence that stands beside its button. */
function advices(): { says: string; deed: Deed }[] {
  const checks = deriveChecks({
    ...{ now: '2026-06-10T08:00:00.000Z', seats, needleLife: defaultNeedleLife, upkeep: defaultUpkeep },
    ...{ schools: defaultSchools, running: null, plan: [], today: '2026-06-10', job, threads },
    ...{ sewedLately: new Set(['1:1']), oil: { barsAt: null, sewnMsSinceBars: 0 }, checkMonths: null },
    ...{ mechanical: { lastAt: {}, impact: null }, caseDue: ['dropped'], breaksRose: null, asked: [] },
    rising: [{ head: 1, position: 3, why: 'rose' }],
  });
  const unfit = unfitNeedles(job, [1, 2, 3, null], { seats, threads, schools: defaultSchools });
  const hints = actNow({
    ...{ heads: 1, events: [], seats, watches: [], needleLife: defaultNeedleLife, speed: 800, topMm: 5.5 },
    ...{ design: [{ stop: 1, position: 1, stitches: 3000 }], sewn: new Map<number, number>() },
    ...{ pieces: { done: 0, of: 40 }, coneMetres: new Map([['cone', 60]]), stitchesPerBobbin: 30_000 },
  });
  return [
    ...checks.map(({ says, why, deed }) => ({ says: `${says}. ${why}`, deed })),
    ...unfit.map(({ why, deed }) => ({ says: why, deed })),
    ...hints.map(({ says, deed }) => ({ says, deed: deed ?? undefined })),
  ].flatMap(({ says, deed }) => (deed ? [{ says, deed }] : []));
}

describe('a button that names a thing is made of that thing, whoever advises it', () => {
  const all = advices();
  test('each kind of deed is among them', () =>
    expect(new Set(all.map(({ deed }) => deed.does))).toEqual(new Set(['needle', 'cone', 'case', 'trace'])));

  test.each(all.map((one) => [one.says, one.deed] as const))('%s', (says, deed) => {
    const path = new URL(deedPath(deed), 'http://here/heron/');
    if (deed.does === 'needle') {
      const fit = path.searchParams.get('fit')!;
      // The form behind the button reads the very needle that the button and the sentence name.
      expect(readNeedleLabel(fit, {}).spec).toEqual(deed.needle);
      expect(deedText(deed, name)).toBe(`Fit ${needleText(deed.needle!)}`);
      if (/^Advised: /.test(says)) expect(says).toContain(needleText(deed.needle!));
      expect(path.searchParams.get('position')).toBe(String(deed.position));
      expect(path.searchParams.get('reason')).toBe(deed.reason);
    }
    if (deed.does === 'cone') expect(deedText(deed, name)).toBe(`Mount ${name(deed.threadId)}`);
    if (deed.does === 'trace') expect(path.pathname).toBe('/heron/trace');
    if (deed.does === 'case') expect(path.pathname).toBe('/heron/bench');
  });

  test('worn: the same kind again; none on record or not for the job: the advised one', () => {
    const needles = all.flatMap(({ deed }) => (deed.does === 'needle' ? [deed] : []));
    const at1 = needles.filter(({ position }) => position === 1);
    expect(at1.length).toBeGreaterThan(1);
    for (const deed of at1.filter(({ reason }) => reason === 'worn'))
      expect(needleText(deed.needle!)).toBe('75/11 sharp');
    for (const deed of needles.filter(({ position }) => position !== 1)) {
      expect(needleText(deed.needle!)).toBe('80/12 sharp');
      expect(deed.reason).not.toBe('worn');
    }
  });
});
