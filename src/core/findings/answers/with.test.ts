import { describe, expect, test } from 'vitest';
import { withAnswer } from './with.ts';

const year = { from: '2026-01-01', to: '2026-12-31' };

describe('what goes with breaks, worked through', () => {
  const cell = (position: string, thread: string, breaks: number, stitches = 300_000) => ({
    levels: {
      ...{ position, thread, needle: '75/11 sharp', age: 'under 100 thousand', cloth: 'canvas or denim' },
      ...{ job: 'others', speed: '800', time: 'the morning', person: 'not asked' },
    },
    ...{ breaks, stitches },
  });
  const both = [
    ...[cell('9', 'red', 90), cell('8', 'red', 85), cell('9', 'white', 30)],
    ...[cell('8', 'white', 31), cell('8', 'blue', 28), cell('9', 'blue', 33)],
  ];
  test('the surest is told and drawn first, then what may be chance, with what each is held against', () => {
    const answer = withAnswer({ cells: both, ...year });
    expect(answer).toMatchObject({
      says: 'Red goes with 2.8 (2.1–3.8) times the breaks of blue, all else alike.',
      ...{ more: [], missing: null, steps: [], rests: '297 breaks in 1,800,000 stitches' },
      chart: {
        ...{ is: 'bars', unit: 'times the usual', common: 1, dashed: 'as often as usual' },
        bars: [
          { name: 'red', isMarked: true, rests: '175 breaks in 600,000 stitches; against blue' },
          {
            name: 'position 9',
            isMarked: false,
            rests: '153 breaks in 900,000 stitches; against position 8',
          },
          { name: 'white', isMarked: false, rests: '61 breaks in 600,000 stitches; against blue' },
        ],
      },
    });
    expect(answer.table.columns).toEqual([
      'what',
      'level',
      'against',
      'times',
      'low',
      'high',
      'breaks',
      'stitches',
      'not by chance',
    ]);
    expect(answer.table.rows.map((row) => [...row.slice(0, 3), ...row.slice(6)])).toEqual([
      ['thread', 'red', 'blue', 175, 600_000, 'yes'],
      ['position', '9', '8', 153, 900_000, 'no'],
      ['thread', 'white', 'blue', 61, 600_000, 'no'],
    ]);
  });
  test('two that are worse for sure: the worst in the sentence, the other after it, a job only where it makes a difference', () => {
    const cells = both.flatMap((each) => [
      { ...each, levels: { ...each.levels, job: 'Caps' } },
      { ...each, breaks: 2 * each.breaks, levels: { ...each.levels, job: 'Flaps', cloth: 'felt' } },
      { ...each, levels: { ...each.levels, job: 'Bibs' } },
    ]);
    const answer = withAnswer({ cells, ...year });
    expect(answer.says).toMatch(
      /^Red goes with 2\.\d \(.*\) times the breaks of (blue|white), all else alike\.$/,
    );
    expect(answer.more.join(' ')).toMatch(/Felt|Job Flaps/);
    if (answer.chart?.is !== 'bars') throw new Error('no bars');
    expect(answer.chart.bars.some(({ name }) => name === 'job Caps' || name === 'job Bibs')).toBe(false);
    expect(answer.table.rows.some(([what]) => what === 'job')).toBe(true);
  });
  test('what was sewn too little is counted, and not drawn', () => {
    const cells = both.map((each) => ({ ...each, breaks: 30 + (each.breaks % 3) }));
    const answer = withAnswer({ cells: [...cells, cell('9', 'grey', 0, 4000)], ...year });
    expect(answer.says).toBe('Nothing that was looked at goes with breaks more than chance would have it.');
    expect(answer.more).toEqual([
      'Of 1 level nothing can be said: sewn too little, or never apart from something else.',
    ]);
    if (answer.chart?.is !== 'bars') throw new Error('no bars');
    expect(answer.chart.bars.map(({ name }) => name)).not.toContain('grey');
    expect(withAnswer({ cells, ...year }).more).toEqual([]);
  });
  test('breaks in heaps are said to be so', () => {
    const cells = [0, 1, 2, 3].flatMap((thread) =>
      [1, 2, 3, 4].flatMap((position) =>
        ['the morning', 'the evening', 'the night'].map((time, part) => {
          const each = cell(
            `${position}`,
            `thread ${thread}`,
            20 + ((thread + position + part) % 2 === 0 ? 15 : -15),
          );
          return { ...each, levels: { ...each.levels, time } };
        }),
      ),
    );
    expect(withAnswer({ cells, ...year }).more).toEqual([
      'Breaks come in heaps (18 times as uneven as by chance); the intervals are as much wider.',
    ]);
  });
  test('pairs that never parted: each is told, with the days of a swap by how often it breaks', () => {
    const worse = withAnswer({
      cells: [cell('9', 'red', 90), cell('3', 'white', 30), cell('4', 'blue', 33), cell('5', 'green', 27)],
      ...year,
    });
    // (2.8 / ln 3.0)² · (1 + 1/3.0) breaks at 1.5 in 10,000 stitches, a sixth of 1.2 million in 365 days: 108 days.
    expect(worse).toMatchObject({
      says: 'Red and position 9 always came together, with 3.0 (2.0–4.5) times the breaks: which of the two it is cannot be told. To tell would take about 110 days of red at another position.',
      ...{ more: [], chart: null },
    });
    const better = withAnswer({
      cells: [
        cell('9', 'red', 10, 900_000),
        cell('3', 'white', 30),
        cell('4', 'blue', 33),
        cell('5', 'green', 27),
      ],
      from: '2026-01-01',
      to: '2026-01-30',
    });
    expect([better.says, ...better.more]).toEqual(
      [
        ['White', 'position 3', '8.3 (4.2–16)'],
        ['Blue', 'position 4', '9.1 (4.6–18)'],
        ['Green', 'position 5', '7.4 (3.7–15)'],
      ].map(
        ([thread, where, times]) =>
          `${thread} and ${where} always came together, with ${times} times the breaks: which of the two it is cannot be told. Sew ${thread!.toLowerCase()} at another position for 4 days.`,
      ),
    );
    // Fewer breaks, told against the usual two, take as long to tell as so many more.
    const fewer = withAnswer({
      cells: [
        cell('9', 'red', 25, 900_000),
        cell('3', 'white', 90, 900_000),
        cell('4', 'blue', 91, 900_000),
        cell('5', 'green', 92, 900_000),
      ],
      ...year,
    });
    const [, times, days] = /Red and position 9 .* with ([\d.]+) .* about (\d+) days/.exec(fewer.says)!;
    const log = Math.log(Number(times));
    const wanted = ((2.8 / log) ** 2 * (3_600_000 / 298) * (1 + 1 / Number(times))) / (3_600_000 / 365 / 6);
    expect(Math.abs(Number(days) / wanted - 1)).toBeLessThan(0.06);
  });
  test('two that never parted, neither of them a thread: no swap is proposed', () => {
    const sewn = (position: string, needle: string, breaks: number) => {
      const each = cell(position, 'red', breaks);
      return { ...each, levels: { ...each.levels, needle } };
    };
    expect(
      withAnswer({
        cells: [sewn('9', '65/9 sharp', 90), sewn('3', '75/11 sharp', 30), sewn('4', '80/12 sharp', 31)],
        ...year,
      }).says,
    ).toBe(
      'Position 9 and needle 65/9 sharp always came together, with 2.9 (1.9–4.3) times the breaks: which of the two it is cannot be told.',
    );
  });
});
