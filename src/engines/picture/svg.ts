import { UserError } from '../../core/base/user-error.ts';

/**
 * Refuses an SVG that could do more than be drawn: scripts, handlers, foreign pages, and whatever is fetched from
 * elsewhere. Nothing of it is run or fetched in any case; what it would have shown would be missing.
 * Throws Refusal `SvgNotOne`, `SvgHasScript`, `SvgRefersOutside`.
 */
export function checkSvg(text: string): void {
  if (!/<svg[\s>]/i.test(text))
    throw new UserError('SvgNotOne', 'This file is no SVG drawing. Save it again as plain SVG, PNG or JPEG.');
  if (/<\s*(?:\w+:)?(script|foreignObject|iframe|object|embed)\b|\son\w+\s*=|javascript:/i.test(text)) {
    throw new UserError(
      'SvgHasScript',
      'This SVG holds a script or a page. It was not run. Save the drawing as plain SVG, or as a PNG, and drop it again.',
    );
  }
  const outside =
    /(?:href|src)\s*=\s*["'](?!#|data:image\/(?:png|jpeg);base64,[A-Za-z0-9+/=\s]*["'])[^"']+|url\(\s*["']?(?![\s"'#])|@import|<!ENTITY|<\?xml-stylesheet/i;
  if (outside.test(text)) {
    throw new UserError(
      'SvgRefersOutside',
      'This SVG refers to files or fonts outside itself, which are not fetched. Embed its pictures, turn its letters into outlines, and drop it again.',
    );
  }
}

/** A drawing's opening tag is no longer, characters. */
const longestTag = 10_000;

/** The pictures within a drawing, as base64: there is one way to spell them ({@link checkSvg}). */
export function embeddedPictures(text: string): string[] {
  return [...text.matchAll(/data:image\/(?:png|jpeg);base64,([A-Za-z0-9+/=\s]+)/gi)].map(
    (found) => found[1]!,
  );
}

/** Width over height of the drawing, from its viewBox or its size; null when it states neither. */
export function svgAspect(text: string): number | null {
  const from = text.search(/<svg[\s>]/i);
  // Cut off where a tag must have ended: what is searched below must not grow with the file.
  const tag = from < 0 ? '' : text.slice(from, from + longestTag).split('>', 1)[0]!;
  const box = /viewBox\s*=\s*["']\s*[-\d.eE]+[\s,]+[-\d.eE]+[\s,]+([\d.eE]+)[\s,]+([\d.eE]+)/i.exec(tag);
  const side = (name: string) =>
    Number(new RegExp(`\\b${name}\\s*=\\s*["']\\s*([\\d.]+)`, 'i').exec(tag)?.[1]);
  const [width, height] = box ? [Number(box[1]), Number(box[2])] : [side('width'), side('height')];
  return width > 0 && height > 0 ? width / height : null;
}
