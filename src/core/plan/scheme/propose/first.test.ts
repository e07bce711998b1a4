import { describe, expect, test } from 'vitest';
import { jobsLike } from './first.ts';

const thread = (id: string, weightNo = 40, fibre: 'polyester' | 'metallic' = 'polyester') => ({
  id,
  weightNo,
  tex: 1000 / weightNo,
  fibre,
});
const threads = [...'abcdef']
  .map((id) => thread(id))
  .concat(thread('fine', 60), thread('gold', 40, 'metallic'));
const share = (jobs: ReturnType<typeof jobsLike>, isSo: (job: (typeof jobs)[number]) => boolean) =>
  jobs.filter(isSo).length / jobs.length;

describe('jobs that stand for the three answers', () => {
  test('the first cloth and the first colour come oftenest: 1, 1/2, 1/3 of the sum (Zipf 1949)', () => {
    const jobs = jobsLike(
      { goods: ['cap-foam', 'canvas', 'towel'], colours: [...'abcdef'], odd: 1 },
      threads,
    );
    const cloths = ['structured cap, raised foam', 'canvas or denim', 'towel or fleece'];
    // 6/11, 3/11, 2/11.
    cloths.forEach((cloth, index) =>
      expect(share(jobs, (job) => job.cloth === cloth)).toBeCloseTo([6, 3, 2][index]! / 11, 1),
    );
    const uses = (id: string) =>
      jobs.flatMap(({ stops }) => stops).filter((stop) => stop.threadId === id).length;
    const counts = [...'abcdef'].map(uses);
    expect([...counts].sort((a, b) => b - a)).toEqual(counts);
    expect(jobs.every(({ stops }) => new Set(stops.map((stop) => stop.threadId)).size === 4)).toBe(true);
  });
  test('caps with foam are raised, fine thread sews small letters, metallic never fills', () => {
    const jobs = jobsLike({ goods: ['cap-foam'], colours: ['gold', 'fine', 'a'], odd: 0 }, threads);
    const elements = new Map(
      jobs.flatMap(({ stops }) => stops.map((stop) => [`${stop.threadId} ${stop.stop}`, stop.element])),
    );
    expect(elements.get('gold 1')).toBe('satin');
    expect(
      [...elements].filter(([key]) => key.startsWith('fine')).map(([, element]) => element),
    ).not.toContain('foam');
    expect(
      [...elements].filter(([key]) => /^a 1$/.test(key)).every(([, element]) => element === 'foam'),
    ).toBe(true);
    expect(jobs[0]!.stops.find(({ threadId }) => threadId === 'fine')).toMatchObject({
      element: 'lettering',
      measures: { parts: [{ letterMm: 4.5 }] },
    });
  });
  test('nothing said gives nothing; a colour that is not in the stores is passed over', () => {
    expect(jobsLike({ goods: [], colours: ['a'], odd: 1 }, threads)).toEqual([]);
    expect(jobsLike({ goods: ['canvas'], colours: [], odd: 1 }, threads)).toEqual([]);
    expect(jobsLike({ goods: ['canvas'], colours: ['gone', 'a'], odd: 1 }, threads)[0]!.stops).toHaveLength(
      1,
    );
  });
});
