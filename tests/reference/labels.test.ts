import jsQR from 'jsqr';
import { encode } from 'uqr';
import { expect, test } from 'vitest';
import { readQuickLine } from '../../src/core/ledger/quick/quick-line.ts';

/** Draws a QR code's modules as pixels, as a camera would see a clean print. */
function pixelsOf(text: string, scale = 6) {
  const { data: modules, size: across } = encode(text, { ecc: 'M', border: 0 });
  const quiet = 4;
  const side = (across + 2 * quiet) * scale;
  const data = new Uint8ClampedArray(side * side * 4).fill(255);
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const [column, row] = [Math.floor(x / scale) - quiet, Math.floor(y / scale) - quiet];
      const inside = column >= 0 && row >= 0 && column < across && row < across;
      if (inside && modules[row]![column]) data.fill(0, (y * side + x) * 4, (y * side + x) * 4 + 3);
    }
  }
  return { data, side };
}

/** Round trip through two independent libraries: one writes (ISO/IEC 18004), the other reads. */
test.each(['c TE40', 'n 75/11 light ball', 'note Case B in'])(
  'a printed label “%s” is read again',
  (text) => {
    const { data, side } = pixelsOf(text);
    expect(jsQR(data, side, side)?.data).toBe(text);
  },
);

const context = {
  heads: 1,
  positions: 15,
  head: 1,
  threads: [{ id: 't1', code: 'TE40', name: 'Teal feather', fibre: 'polyester' as const }],
  threadOn: () => null,
};
test('a scanned label asks for its position, and is complete with the number in front', () => {
  expect(() => readQuickLine('c TE40', context)).toThrow(
    expect.objectContaining({
      name: 'QuickLineNoPosition',
      message: expect.stringMatching(/Which position/) as string,
    }),
  );
  expect(readQuickLine('3c TE40', context)).toMatchObject({ draft: { kind: 'cone_mounted', position: 3 } });
  expect(readQuickLine('12n 75/11 light ball', context)).toMatchObject({
    draft: { kind: 'needle_fitted', position: 12 },
  });
});
test('a word taught here is understood in the quick line', () => {
  expect(() => readQuickLine('7n 75/11 QX', context)).toThrow(/QX/);
  expect(
    readQuickLine('7n 75/11 QX', { ...context, letters: { QX: { point: 'medium-ball' } } }),
  ).toMatchObject({
    draft: { data: { needle: { point: 'medium-ball' } } },
  });
});
