import { describe, expect, test } from 'vitest';
import { readNeedleLabel } from '../needle/label.ts';
import { threadDiameter } from '../thread/diameter.ts';
import { bobbinLength } from './capacity.ts';
import { pairUp } from './pair-up.ts';
import { pairThreads } from './pairing.ts';

/** Two polyester threads whose diameters stand as `ratio`: diameters go with the root of tex. */
const top = { tex: 25, fibre: 'polyester' as const };
const pair = (ratio: number, more: object = {}) =>
  pairThreads({
    top,
    bobbin: { tex: 25 * ratio ** 2, fibre: 'polyester' },
    size: 'L',
    school: '25-30',
    ...more,
  });

// Common practice, no published source.
describe('a bobbin thread under a top thread', () => {
  test.each([
    [1, 'poor', /as thick as the top thread/],
    [0.94, 'poor', /hardly finer than the top thread/],
    [0.86, 'poor', /hardly finer/],
    [0.84, 'good', /^Finer/],
    [0.76, 'good', /^Finer/],
    [0.74, 'good', /^Well hidden/],
    [0.51, 'good', /^Well hidden/],
    [0.49, 'usable', /^Very fine/],
  ])('as thick as %f of it is %s', (ratio, verdict, says) => {
    expect(pair(ratio).verdict).toBe(verdict);
    expect(pair(ratio).says).toHaveLength(1);
    expect(pair(ratio).says[0]).toMatch(says);
    expect(pair(ratio).ratio.value).toBeCloseTo(ratio, 9);
  });
  // 40 over 50 comes through; 60 over 60 serves the small letters of a 40 wt job with one bobbin.
  test.each([
    [40, 60, 'good', /^Finer/],
    [40, 80, 'good', /^Well hidden/],
    [40, 50, 'poor', /comes up as specks. Take 60 wt, better 80 wt under it/],
    [40, 40, 'poor', /as thick as the top thread/],
    [60, 60, 'good', /^As thick as this fine top thread: usual where one bobbin serves a whole job/],
  ])('%i wt over %i wt is %s', (over, under, verdict, says) => {
    const wt = (no: number) => ({ tex: 1000 / no, fibre: 'polyester' as const });
    const found = pairThreads({ top: wt(over), bobbin: wt(under), size: 'L', school: '25-30' });
    expect(found.verdict).toBe(verdict);
    expect(found.says[0]).toMatch(says);
  });
  test('one kind on purpose, for lace, is good and has its own word; much finer it is as ever', () => {
    expect(pair(1, { same: true })).toMatchObject({
      verdict: 'good',
      says: [expect.stringMatching(/^Both sides alike/)],
    });
    expect(pair(0.88, { same: true }).verdict).toBe('good');
    expect(pair(0.6, { same: true }).says[0]).toMatch(/^Well hidden/);
  });
  test('cotton sheds lint, metallic does not belong there, whatever its thickness', () => {
    const of = (fibre: 'cotton' | 'metallic', tex: number) =>
      pairThreads({ top, bobbin: { tex, fibre }, size: 'L', school: '18-25' });
    expect(of('cotton', 12)).toMatchObject({
      verdict: 'usable',
      says: [/Well/, /^Cotton/].map((part) => expect.stringMatching(part) as string),
    });
    expect(of('cotton', 40).verdict).toBe('poor');
    expect(of('metallic', 12).verdict).toBe('poor');
    expect(of('metallic', 12).says.at(-1)).toMatch(/^Metallic thread does not belong/);
    expect(pair(0.8).says.join(' ')).not.toMatch(/Cotton|Metallic/);
  });
  test('both lie over each other; the case begins where the school says', () => {
    const both = pair(0.8);
    expect(both.bulkMm).toBeCloseTo(1.8 * threadDiameter(top).value, 9);
    expect(both.startGrams).toEqual({ from: 25, to: 30, school: '25 to 30 g' });
    expect(pair(0.8, { school: '18-25' }).startGrams).toMatchObject({ from: 18, to: 25 });
    expect(both.ratio.because).toBe('0.15 mm below, 0.19 mm on top.');
  });
  test('a class L holds 115 m of 60 wt, a class M 195 m; of 80 wt a third more (values from memory)', () => {
    expect(bobbinLength('L', 1000 / 60).value).toBeCloseTo(115, 6);
    expect(bobbinLength('M', 1000 / 60).value).toBeCloseTo(195, 6);
    expect(bobbinLength('L', 12.5).value).toBeCloseTo((115 * 4) / 3, 6);
  });
  test('needle, top and bobbin together: what is left out is filled in the usual way', () => {
    const needle = readNeedleLabel('75/11 sharp').spec;
    const bobbin = { tex: 12.5, fibre: 'polyester' as const };
    const usual = pairUp({ needle, top, bobbin });
    expect(usual).toMatchObject({
      needle,
      fit: { verdict: 'comfortable' },
      cover: { spacingMm: 0.4 },
      pairing: { verdict: 'good', startGrams: { from: 25 } },
    });
    expect(usual.topDiameter.value).toBeGreaterThan(usual.bobbinDiameter.value);
    expect(usual.pairing.lengthOnBobbin.value).toBeCloseTo((115 * 4) / 3, 6);
    const told = pairUp({ needle, top, bobbin: top, size: 'M', spacingMm: 0.5, school: '18-25', same: true });
    expect(told).toMatchObject({
      cover: { spacingMm: 0.5 },
      pairing: { verdict: 'good', startGrams: { from: 18 } },
    });
    expect(told.cover.cover.value).toBeCloseTo(usual.cover.cover.value * 0.8, 9);
    expect(pairUp({ needle, top, bobbin: top }).pairing.verdict).toBe('poor');
  });
});
