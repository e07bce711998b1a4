import { type Fibre } from '../thread/fibres.ts';
import { describe, expect, test } from 'vitest';
import { advise } from './advise.ts';
import type { Question } from './question.ts';
import { defaultSchools, type Schools } from './schools.ts';

/** Every check here is common practice, no published source (the trade's needle table). */
const thread = (weightNo: number, fibre: Fibre = 'polyester') => ({ weightNo, tex: 1000 / weightNo, fibre });
const flat: Question = {
  cloth: 'woven-light',
  layers: 1,
  seams: false,
  backings: ['cut-away'],
  hoop: 'medium',
  element: 'satin',
  letterMm: null,
  strokeMm: null,
  thread: thread(40),
  priority: 'solidity',
  schools: defaultSchools,
};
const ask = (change: Partial<Question>, schools: Partial<Schools> = {}) =>
  advise({ ...flat, ...change, schools: { ...defaultSchools, ...schools } });
const best = (change: Partial<Question>, schools: Partial<Schools> = {}) =>
  ask(change, schools).needles[0]!.spec;

describe('the needle table (common practice)', () => {
  test('most flat work in 40 wt: 75/11', () => expect(best({})).toMatchObject({ sizeMetric: 75 }));
  test('40 wt, the other school: 80/12 or 90/14', () =>
    expect([80, 90]).toContain(best({}, { size40: '80-90' }).sizeMetric));
  test('small lettering in 60 wt: 65/9', () =>
    expect(best({ element: 'lettering', letterMm: 4.2, thread: thread(60) }).sizeMetric).toBe(65));
  test('small lettering in 60 wt, the other school: 70/10 or 75/11', () =>
    expect([70, 75]).toContain(
      best({ element: 'lettering', letterMm: 4.2, thread: thread(60) }, { size60: '70-75' }).sizeMetric,
    ));
  test.each(['knit-heavy', 'towel'] as const)('%s: light ball 75/11', (cloth) =>
    expect(best({ cloth })).toMatchObject({ point: 'light-ball', sizeMetric: 75 }),
  );
  test('light knits: extra-slim ball', () =>
    expect(best({ cloth: 'knit-light' })).toMatchObject({ point: 'extra-slim-ball', sizeMetric: 75 }));
  test.each(['light-ball-first', 'universal-first', 'sharp-first'] as const)(
    'dense wovens and nylon are pierced by a sharp point, also where the school is %s',
    (point) => {
      expect(best({ cloth: 'nylon' }, { point }).point).toBe('sharp');
      expect(best({ cloth: 'woven-dense' }, { point }).point).toBe('sharp');
    },
  );
  test.each(['soluble', 'film'] as const)('water-soluble %s: sharp', (backing) =>
    expect(best({ backings: ['cut-away', backing] }).point).toBe('sharp'),
  );
  test.each(['cap', 'twill', 'canvas'] as const)('%s: 80/12', (cloth) =>
    expect(best({ cloth }).sizeMetric).toBe(80),
  );
  test('a seam: 80/12', () => expect(best({ seams: true }).sizeMetric).toBe(80));
  test('very thick, three layers of canvas: 90/14', () =>
    expect(best({ cloth: 'canvas', layers: 3 }).sizeMetric).toBe(90));
  test('raised foam: 80/12 sharp titanium', () =>
    expect(best({ cloth: 'cap', element: 'foam' })).toMatchObject({
      sizeMetric: 80,
      point: 'sharp',
      coating: 'titanium',
    }));
  test('metallic: 90/14 with the large eye, 700 then 400 to 500 stitches/min', () => {
    const advice = ask({ thread: thread(40, 'metallic') });
    expect(advice.needles[0]!.spec).toMatchObject({ sizeMetric: 90, eye: 'large' });
    expect(advice.speed).toMatchObject({ limit: 700, ifBreaks: [400, 500] });
  });
  test('metallic, those who start at 80/12', () =>
    expect(best({ thread: thread(40, 'metallic') }, { metallicSize: '80' })).toMatchObject({
      sizeMetric: 80,
      eye: 'large',
    }));
  test('12 wt: 100/16 or larger', () =>
    expect(best({ thread: thread(12) }).sizeMetric).toBeGreaterThanOrEqual(100));
  test('sticky backing: low-friction coating', () =>
    expect(best({ backings: ['sticky'] }).coating).toBe('low-friction'));
  test('a large hoop gets two layers of backing, others one', () => {
    expect(ask({ hoop: 'large' }).backingLayers.layers).toBe(2);
    expect(ask({ hoop: 'small' }).backingLayers.layers).toBe(1);
  });
});

describe('schools of the default point', () => {
  test.each([
    ['sharp-first', 'sharp'],
    ['light-ball-first', 'light-ball'],
    ['universal-first', 'universal'],
  ] as const)('%s: %s on a light woven, and the answer says which school spoke', (school, point) => {
    const needle = ask({}, { point: school }).needles[0]!;
    expect(needle.spec.point).toBe(point);
    expect(needle.reasons.some((reason) => reason.school === school.replaceAll('-', ' '))).toBe(true);
  });
  test('sharp first keeps its ball for knits', () =>
    expect(best({ cloth: 'knit-heavy' }, { point: 'sharp-first' }).point).toBe('light-ball'));
});

describe('thread weight', () => {
  test('letters of 4 mm: 60 wt, and the needle follows it when no thread is planned', () => {
    const advice = ask({ element: 'lettering', letterMm: 4, thread: null });
    expect(advice.weights[0]!.weightNo).toBe(60);
    expect(advice.needles[0]!.spec.sizeMetric).toBe(65);
  });
  test('letters of 10 mm: 40 wt', () =>
    expect(ask({ element: 'lettering', letterMm: 10, thread: null }).weights[0]!.weightNo).toBe(40));
  test('in between either works: detail takes 60, solidity 40', () => {
    const between = { element: 'lettering', letterMm: 6, thread: null } as const;
    expect(ask({ ...between, priority: 'detail' }).weights[0]!.weightNo).toBe(60);
    expect(ask({ ...between, priority: 'solidity' }).weights[0]!.weightNo).toBe(40);
  });
  test('a fill planned in 60 wt is told that cloth shows, with the spacing that closes', () => {
    const advice = ask({ element: 'fill', thread: thread(60) });
    expect(advice.cautions[0]!.says).toMatch(
      /cloth shows through: about 1[89] % stays open.*0\.32 mm.*40 wt/,
    );
  });
  test('4 mm letters planned in 40 wt are told that they close up', () =>
    expect(ask({ element: 'lettering', letterMm: 4 }).cautions[0]!.says).toMatch(
      /60 wt is advised.*close up/,
    ));
});

describe('conflicts are shown, the stronger rule first, with ways out', () => {
  test('a knit cap with raised foam: ball for the knit, sharp for the foam', () => {
    const { conflicts, sure } = ask({ cloth: 'knit-heavy', element: 'foam' });
    expect(sure).toBe('open');
    const point = conflicts.find((conflict) => conflict.about === 'point')!;
    expect([point.stronger.id, point.weaker.id]).toEqual(['knit-ball', 'foam-sharp']);
    expect(point.ways.map((way) => way.kind)).toEqual(expect.arrayContaining(['split', 'change', 'accept']));
  });
  test('a towel with film on top', () => {
    const point = ask({ cloth: 'towel', backings: ['cut-away', 'film'] }).conflicts.find(
      (conflict) => conflict.about === 'point',
    )!;
    expect(point.weaker.id).toBe('soluble-sharp');
  });
  test('60 wt lettering on a structured cap: stout blade or fine eye', () => {
    const { conflicts } = ask({ cloth: 'cap', element: 'lettering', letterMm: 4, thread: thread(60) });
    expect(conflicts.find((conflict) => conflict.about === 'size')!.says).toMatch(/80\/12 or 65\/9/);
  });
  test('nothing speaks against 75/11 on plain flat work', () => expect(ask({}).sure).toBe('clear'));
});
