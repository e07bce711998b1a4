import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { needleSizes } from '../units/needle-size.ts';
import { needleText, readNeedleLabel, type NeedleSpec } from './label.ts';
import {
  needleCoatings,
  needleEyes,
  needlePoints,
  type NeedleCoating,
  type NeedleEye,
  type NeedlePoint,
} from './letters.ts';

const plain = { system: 'DBxK5', coating: 'plain', eye: 'standard', blade: 'standard' };

describe('the label reader', () => {
  test.each<[string, Partial<NeedleSpec>]>([
    ['DBxK5 75/11 FFG', { sizeMetric: 75, point: 'light-ball' }],
    ['75/11 sharp', { sizeMetric: 75, point: 'sharp' }],
    ['11/75 ses', { sizeMetric: 75, point: 'light-ball' }],
    ['65-9 RG titanium', { sizeMetric: 65, point: 'sharp', coating: 'titanium' }],
    ['DB×K5 #12 universal', { sizeMetric: 80, point: 'universal' }],
    ['db-k5 nm 90 large eye', { sizeMetric: 90, point: 'sharp', eye: 'large' }],
    ['75 11 extra-slim ball', { sizeMetric: 75, point: 'extra-slim-ball' }],
    ['70/10 medium ball low friction', { sizeMetric: 70, point: 'medium-ball', coating: 'low-friction' }],
    ['FFG NY 75', { sizeMetric: 75, point: 'light-ball', blade: 'slim' }],
    ['  #75 / 11;  FFG  ', { sizeMetric: 75, point: 'light-ball' }],
    ['75/11FFG', { sizeMetric: 75, point: 'light-ball' }],
    ['100-16 sharp', { sizeMetric: 100, point: 'sharp' }],
    ['R, RG 75', { sizeMetric: 75, point: 'sharp' }],
    ['75/11 ball-point', { sizeMetric: 75, point: 'light-ball' }],
    ['75/11 SES/FFG', { sizeMetric: 75, point: 'light-ball' }],
    // Words for a purpose (common practice, no published source).
    ['slim sharp 70/10', { sizeMetric: 70, point: 'sharp', blade: 'slim' }],
    ['90/14 jeans/denim', { sizeMetric: 90, point: 'sharp' }],
    ['stretch 75/11', { sizeMetric: 75, point: 'medium-ball' }],
    ['embroidery 75/11 ball', { sizeMetric: 75, point: 'light-ball' }],
    ['90/14 metallic/topstitch', { sizeMetric: 90, point: 'sharp', eye: 'large' }],
  ])('reads “%s”', (label, spec) => expect(readNeedleLabel(label).spec).toEqual({ ...plain, ...spec }));

  test.each([
    ['75/12 sharp', 'NeedleSizePairMismatch', /75\/11 or 80\/12/],
    ['75/75', 'NeedleSizePairMismatch', /75\/11/],
    ['85/13', 'NeedleSizeUnknown', /Sizes are 60\/8/],
    ['sharp', 'NeedleSizeMissing', /Add it/],
    ['', 'NeedleLabelEmpty', /75\/11 sharp/],
    ['75/11 sharp ball', 'NeedleLabelContradicts', /Leave out/],
    ['75/11 XQZ', 'NeedleLabelUnknownWord', /XQZ/],
    ['130/705 H 75/11', 'NeedleShankFlat', /round shank/],
    ['75/11/80', 'NeedleSizeUnknown', /Sizes are/],
  ])('refuses “%s” as %s and says what to do', (label, name, words) => {
    expect(() => readNeedleLabel(label)).toThrow(
      expect.objectContaining({ name, message: expect.stringMatching(words) as string }),
    );
  });

  test('says what it took for granted', () => {
    expect(readNeedleLabel('75').assumed).toEqual(['system DBxK5', 'sharp point', 'plain coating']);
    expect(readNeedleLabel('DBxK5 75/11 ball chrome').assumed).toEqual([]);
  });

  test('reads back every needle it writes', () => {
    const keys = <T extends object>(table: T) => fc.constantFrom(...(Object.keys(table) as (keyof T)[]));
    fc.assert(
      fc.property(
        fc.constantFrom(...needleSizes),
        keys(needlePoints),
        keys(needleCoatings),
        keys(needleEyes),
        (size, point, coating, eye) => {
          const spec = {
            ...plain,
            sizeMetric: size.metric,
            point: point as NeedlePoint,
            coating: coating as NeedleCoating,
            eye: eye as NeedleEye,
          } as NeedleSpec;
          expect(readNeedleLabel(needleText(spec)).spec).toEqual(spec);
        },
      ),
    );
  });

  test('a workshop’s own letters are taken when given', () => {
    expect(readNeedleLabel('75/11 Q', { Q: { point: 'universal' } }).spec.point).toBe('universal');
  });

  test('never fails but by a named refusal, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        try {
          readNeedleLabel(text);
        } catch (error) {
          expect((error as Error).name).toMatch(/^Needle/);
        }
      }),
    );
  });
});

test('a needle in words: what is ordinary is left out, what is not is said', () => {
  const spec: NeedleSpec = { ...plain, sizeMetric: 75, point: 'sharp' } as NeedleSpec;
  expect(needleText(spec)).toBe('75/11 sharp');
  expect(needleText({ ...spec, blade: 'slim' })).toBe('75/11 sharp slim blade');
  expect(needleText({ ...spec, system: 'DBx1', coating: 'titanium', eye: 'large' })).toBe(
    'DBx1 75/11 sharp titanium large eye',
  );
});

test('the sentences of a refusal name what was typed', () => {
  const says = (label: string) => {
    try {
      readNeedleLabel(label);
      return 'read';
    } catch (error) {
      return (error as Error).message;
    }
  };
  expect(says('  sharp ')).toBe('“sharp” has no size. Add it, for example 75/11 sharp.');
  expect(says('75/11 FFG RG')).toBe(
    'The label says both light ball and rg. Leave out the one that is wrong.',
  );
  expect(says('75.5 sharp')).toMatch(/Sizes are/);
});
