import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { needle } from '../../../../tests/support/entries.ts';
import { quickExamples, readQuickLine } from './quick-line.ts';
import type { QuickContext } from './quick-understood.ts';

const heron: QuickContext = {
  heads: 1,
  positions: 15,
  head: 1,
  threads: [
    { id: 't-red', code: 'RE40', name: 'Rescue red', fibre: 'polyester' },
    { id: 't-gold', code: 'MG40', name: 'Evening gold metallic', fibre: 'metallic' },
  ],
  threadOn: (_head, position) => (position === 3 ? 't-red' : null),
  needleOn: (_head, position) => (position === 5 ? needle() : null),
  cases: [
    { id: 'case-a', name: 'A' },
    { id: 'case-b', name: 'B' },
    { id: 'case-z', name: 'Z', retired: true },
  ],
  caseId: 'case-a',
};
const draft = (text: string, context = heron) => {
  const understood = readQuickLine(text, context);
  return understood.does === 'log' ? understood.draft : understood.does;
};

describe('the quick line', () => {
  test('7b is a break at 7, its kind said later', () =>
    expect(draft('7b')).toEqual({ kind: 'break', head: 1, position: 7, data: { fault: null } }));
  test.each([
    ['7b shred', 'shred'],
    ['7b sh', 'shred'],
    ['7 B Snap', 'snap'],
    ['7b bo', 'bobbin_out'],
    ['7b needle', 'needle_broke'],
    ['7b f', null],
  ])('%s', (text, fault) => {
    if (fault === null) expect(() => draft(text)).toThrow(/could be several/);
    else expect(draft(text)).toMatchObject({ kind: 'break', position: 7, data: { fault } });
  });
  test('12n 75/11 ball fits a needle, worn unless said otherwise', () => {
    expect(draft('12n 75/11 ball')).toMatchObject({
      kind: 'needle_fitted',
      position: 12,
      data: { needle: { sizeMetric: 75, point: 'light-ball' }, reason: 'worn' },
    });
    expect(draft('12n 75/11 ball broke')).toMatchObject({ data: { reason: 'broke' } });
  });
  test('3c mounts a new cone of what sits there; 5c MG40 another', () => {
    expect(draft('3c')).toMatchObject({ kind: 'cone_mounted', position: 3, data: { threadId: 't-red' } });
    expect(draft('5c mg40')).toMatchObject({ position: 5, data: { threadId: 't-gold', fibre: 'metallic' } });
    expect(() => draft('5c')).toThrow(/Name the thread/);
  });
  test('p, s and u act on the machine; g 27 is a gauge reading', () => {
    expect([draft('p'), draft('s'), draft('u')]).toEqual(['piece', 'sewing-again', 'undo']);
    expect(draft('g 27')).toEqual({
      kind: 'case_measured',
      head: null,
      position: null,
      data: { grams: 27, caseId: 'case-a' },
    });
    expect(draft('g27,5 g')).toMatchObject({ data: { grams: 27.5 } });
  });
  test('g B 27 is another case’s reading, case B puts it in; one that is retired or has no name is none', () => {
    expect(draft('g B 27,5')).toMatchObject({ data: { grams: 27.5, caseId: 'case-b' } });
    expect(draft('g 27', { ...heron, caseId: undefined })).toMatchObject({ data: { grams: 27 } });
    expect(draft('case b')).toEqual({
      kind: 'case_fitted',
      head: 1,
      position: null,
      data: { caseId: 'case-b' },
    });
    expect(draft('case out')).toMatchObject({ data: { caseId: null } });
    expect(() => draft('g Z 27')).toThrow(/The cases are A, B/);
    expect(() => draft('case', { ...heron, cases: [] })).toThrow(/Name them under Stores/);
  });
  test('5n and 5n same are the kind that is in there again; b7 is 7b; a size is no position', () => {
    for (const text of ['5n', '5n same', 'n5', '5n worn'])
      expect(draft(text)).toMatchObject({
        kind: 'needle_fitted',
        position: 5,
        data: { needle: needle(), reason: 'worn' },
      });
    expect(draft('5n same burr')).toMatchObject({ data: { reason: 'burr' } });
    expect(() => draft('6n')).toThrow(/No needle is on record at position 6/);
    expect(draft('b7 shred')).toMatchObject({ kind: 'break', position: 7, data: { fault: 'shred' } });
    expect(draft('5b needle broke')).toMatchObject({ data: { fault: 'needle_broke' } });
    expect(() => draft('n 75/11 sharp')).toThrow(/Which position/);
  });
  test('3c red is the one thread with that word; what is not known is answered with the nearest', () => {
    expect(draft('5c metallic')).toMatchObject({ data: { threadId: 't-gold' } });
    expect(() => draft('5c rescu rad')).toThrow(/Do you mean Rescue red \(RE40\)/);
    expect(() => draft('7b shrad')).toThrow(/Do you mean “shred”/);
    expect(() => draft('undoo')).toThrow(/Do you mean “undo”/);
    expect(() => draft('qqqqqqqq')).toThrow(/Try 7b shred/);
  });
  test('3.7b is head 3, position 7 on a machine of several heads', () => {
    expect(draft('3.7b', { ...heron, heads: 4, positions: 12 })).toMatchObject({ head: 3, position: 7 });
    expect(() => draft('5.7b', { ...heron, heads: 4 })).toThrow(/no head 5/);
  });
  test('a scanned label may carry the slash', () =>
    expect(draft('/7b')).toMatchObject({ kind: 'break', position: 7 }));
  test.each([
    ['16b', /no position 16/],
    ['0b', /no position 0/],
    ['b', /Which position/],
    ['7p', /just p|Cannot read/],
    ['hello', /Cannot read/],
    ['', /7b/],
    ['g', /grams/],
    ['g 900', /grams/],
    ['note', /after the word/],
  ])('“%s” is refused with help', (text, words) => {
    expect(() => draft(text)).toThrow(words);
  });
  test('every example in its own help is understood', () => {
    for (const { example } of quickExamples) expect(() => draft(example)).not.toThrow();
  });
  test('whatever is typed is understood or refused in words', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        try {
          readQuickLine(text, heron);
        } catch (error) {
          expect((error as Error).message.length).toBeGreaterThan(10);
          expect((error as Error).name).toMatch(/^(QuickLine|Needle)/);
        }
      }),
    );
  });
});

describe('a scanned label of one cone', () => {
  const shelf: QuickContext = {
    ...heron,
    cones: [
      { id: 'c-9', threadId: 't-red', batch: 'L9' },
      { id: 'c-8', threadId: 't-gold', batch: 'L9' },
    ],
  };
  test('3c RE40 L9 mounts that cone, and says its batch', () => {
    const understood = readQuickLine('3c re40 l9', shelf);
    expect(understood).toMatchObject({
      says: 'New cone on position 3: Rescue red (RE40), batch L9',
      draft: { data: { threadId: 't-red', coneId: 'c-9' } },
    });
  });
  test('a name that two threads begin with is no thread: the code is asked for; one that is whole is taken', () => {
    const reds = {
      ...heron,
      threads: [
        ...heron.threads,
        { id: 't-red60', code: 'RE60', name: 'Rescue red', fibre: 'polyester' as const },
        { id: 't-rose', code: 'RO40', name: 'Rose', fibre: 'rayon' as const },
      ],
    };
    expect(() => draft('5c rescue red', reds)).toThrow(
      '“rescue red” could be Rescue red (RE40), Rescue red (RE60). Write its code',
    );
    expect(() => draft('5c r', reds)).toThrow('“r” could be');
    expect(draft('5c ros', reds)).toMatchObject({ data: { threadId: 't-rose', fibre: 'rayon' } });
    expect(draft('5c re60', reds)).toMatchObject({ data: { threadId: 't-red60' } });
  });
  test('one batch number of two threads: the code says which', () =>
    expect(draft('3c MG40 L9', shelf)).toMatchObject({ data: { coneId: 'c-8', fibre: 'metallic' } }));
  test('a batch that is not on the shelf is refused with what to do', () =>
    expect(() => draft('3c RE40 L7', shelf)).toThrow(
      /No cone of RE40 has the batch “L7”.*leave the batch out/,
    ));
  test('without a batch no cone is claimed', () =>
    expect(draft('3c RE40', shelf)).toMatchObject({ data: { coneId: null } }));
});

const four: QuickContext = { ...heron, heads: 4, positions: 12 };
describe('the quick line at its edges', () => {
  test.each([
    ['  /  7b  shred ', heron, { head: 1, position: 7, data: { fault: 'shred' } }],
    ['1b', heron, { position: 1 }],
    ['15b', heron, { position: 15 }],
    ['12.7b', { ...heron, heads: 12 }, { head: 12, position: 7 }],
    ['1:7b', four, { head: 1, position: 7 }],
    ['2 . 7 b', four, { head: 2, position: 7 }],
    ['4.12b', four, { head: 4, position: 12 }],
    ['3c', heron, { data: { threadId: 't-red', coneId: null, fibre: 'polyester' } }],
    ['g 200', heron, { data: { grams: 200 } }],
    ['g 27 grams', heron, { data: { grams: 27 } }],
    ['g 27 gram', heron, { data: { grams: 27 } }],
    ['g 0.5', heron, { data: { grams: 0.5 } }],
    ['note new oil', heron, { kind: 'note', head: null, position: null, data: { text: 'new oil' } }],
  ])('%s', (text, context, means) => expect(draft(text, context)).toMatchObject(means));
  test.each([
    ['', heron, /^Type for example 7b/],
    [' / ', heron, /^Type for example 7b/],
    ['xyz', heron, /^Cannot read “xyz”. Try 7b .* · /],
    ['7b fuzz', heron, /“fuzz” is no kind of break.*Kinds: snap, shred, /],
    ['16b', heron, /no position 16: this head has 1 to 15/],
    ['2.7b', heron, /no head 2: this machine has one\./],
    ['0.7b', four, /no head 0: this machine has 1 to 4\./],
    ['5.7b', four, /no head 5: this machine has 1 to 4\./],
    ['g', heron, /between 1 and 200/],
    ['g 0', heron, /between 1 and 200/],
    ['g 201', heron, /between 1 and 200/],
    ['g g', heron, /between 1 and 200/],
    ['g ten', heron, /between 1 and 200/],
    ['note', heron, /Write the note after the word/],
    ['9c', heron, /Nothing sits on position 9 yet. Name the thread: 9c RE40/],
    ['9c', { ...heron, threads: [] }, /Name the thread: 9c CODE/],
    ['9c XX99', heron, /called “XX99”. Write its code, like 9c RE40/],
    ['9c XX99', { ...heron, threads: [] }, /like 9c CODE/],
    ['2.9c', four, /Nothing sits on head 2, position 9 yet/],
  ])('%j is refused', (text, context, says) => expect(() => draft(text, context)).toThrow(says));
  test('a batch after the code names the cone; the words say it', () => {
    const cones = [
      { id: 'c1', threadId: 't-red', batch: 'B 12' },
      { id: 'c2', threadId: 't-gold', batch: 'B 12' },
    ];
    const context = { ...four, cones };
    expect(readQuickLine('2.3c re40 b 12', context)).toMatchObject({
      says: 'New cone on head 2, position 3: Rescue red (RE40), batch B 12',
      draft: { data: { threadId: 't-red', coneId: 'c1' } },
    });
    expect(() => draft('3c RE40 B 1', context)).toThrow(/No cone of RE40 has the batch “B 1”/);
    expect(draft('3c Rescue red', context)).toMatchObject({ data: { threadId: 't-red', coneId: null } });
  });
});
