import { faceOf, type Face } from './faces.ts';

/** Outlines of a word, `d` of a path: letters set by advance, kerning and spacing (ems), its middle at 0, base line at 0; on a circle of radius `bend` (below the letters; negative: above). */
export function lettered(face: Face, word: string, size: number, spaced: number, bend = 0): { d: string; wide: number } {
  const font = faceOf(face);
  const unit = size / font.unitsPerEm;
  const glyphs = [...word].map((letter) => font.charToGlyph(letter));
  let pen = 0;
  const places = glyphs.map((glyph, at) => {
    const from = pen;
    const next = glyphs[at + 1];
    pen += (glyph.advanceWidth ?? 0) * unit + (next ? font.getKerningValue(glyph, next) * unit + spaced * size : 0);
    return { glyph, from, own: (glyph.advanceWidth ?? 0) * unit };
  });
  const d = places.map(({ glyph, from, own }) => {
    const middle = from + own / 2 - pen / 2;
    const angle = bend === 0 ? 0 : middle / bend;
    const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
    const at = (x: number, y: number): string => {
      const [u, v] = bend === 0 ? [x + middle, y] : [x * cos - (y - bend) * sin, x * sin + (y - bend) * cos + bend];
      return `${u.toFixed(3)} ${v.toFixed(3)}`;
    };
    return glyph.getPath(-own / 2, 0, size).commands.map((c) => c.type === 'Z' ? 'Z' : c.type === 'Q' ? `Q${at(c.x1, c.y1)} ${at(c.x, c.y)}` : c.type === 'C' ? `C${at(c.x1, c.y1)} ${at(c.x2, c.y2)} ${at(c.x, c.y)}` : `${c.type}${at(c.x, c.y)}`).join('');
  }).join('');
  return { d, wide: pen };
} // prettier-ignore
