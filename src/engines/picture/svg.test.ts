import { describe, expect, test } from 'vitest';
import { checkSvg, embeddedPictures, svgAspect } from './svg.ts';

const svg = (inside: string, attributes = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`;

describe('an SVG that only draws is taken', () => {
  test.each([
    svg('<rect width="3" height="3" fill="#123456"/>'),
    svg('<defs><linearGradient id="g"/></defs><rect fill="url(#g)"/>'),
    svg('<use href="#a"/><g id="a"/>'),
    svg('<image href="data:image/png;base64,AAAA"/>'),
    '<?xml version="1.0"?>' + svg('<path d="M0 0h9"/>', 'xmlns:xlink="http://www.w3.org/1999/xlink"'),
    svg('<text>on top = good</text>'),
  ])('%s', (text) => expect(() => checkSvg(text)).not.toThrow());
});

describe('an SVG that could do more is refused, with what to do', () => {
  test.each([
    ['SvgHasScript', svg('<script>alert(1)</script>')],
    ['SvgHasScript', svg('<svg:script xmlns:svg="http://www.w3.org/2000/svg"/>')],
    ['SvgHasScript', svg('<rect onclick="x()"/>')],
    ['SvgHasScript', svg('<a href="javascript:x()"/>')],
    ['SvgHasScript', svg('<foreignObject/>')],
    ['SvgRefersOutside', svg('<image href="logo.png"/>')],
    ['SvgRefersOutside', svg('<image xlink:href="https://example.org/x.png"/>')],
    ['SvgRefersOutside', svg('<use href="file:///etc/hosts#x"/>')],
    ['SvgRefersOutside', svg('<style>@import "x.css";</style>')],
    ['SvgRefersOutside', svg('<rect fill="url(http://example.org/a#b)"/>')],
    ['SvgRefersOutside', '<!DOCTYPE svg [<!ENTITY x "y">]>' + svg('')],
    ['SvgRefersOutside', svg('<image href="data:image/svg+xml;base64,AAAA"/>')],
    // One spelling, so that what a drawing holds can be counted.
    ['SvgRefersOutside', svg('<image href="data:image/png;charset=x;base64,AAAA"/>')],
    ['SvgRefersOutside', svg('<image href="data:image/png;base64,AA&#65;A"/>')],
    ['SvgRefersOutside', svg('<image href="data:image/png;base64,AA%2BA"/>')],
    ['SvgRefersOutside', svg('<image href="data:image/png,%89PNG"/>')],
    ['SvgNotOne', '<html></html>'],
    ['SvgNotOne', ''],
  ])('%s: %s', (name, text) =>
    expect(() => checkSvg(text)).toThrow(
      expect.objectContaining({
        name,
        message: expect.stringMatching(/drop it again|Save it again/) as string,
      }),
    ),
  );
});

test('the pictures within it, whichever case and line breaks they were written in', () => {
  const two = svg(
    '<image href="data:image/png;base64,AA+/=="/><image href="DATA:image/JPEG;base64,B B\nC9"/>',
  );
  expect(embeddedPictures(two)).toEqual(['AA+/==', 'B B\nC9']);
  expect(embeddedPictures(svg('<image href="data:image/webp;base64,AAAA"/>'))).toEqual([]);
  expect(embeddedPictures(svg(''))).toEqual([]);
});

test('its shape is known from its view box, or from its size', () => {
  expect(svgAspect(svg('', 'viewBox="0 0 200 50"'))).toBe(4);
  expect(svgAspect(svg('', 'viewBox="-3,-3, 20,40" width="9" height="9"'))).toBe(0.5);
  expect(svgAspect(svg('', 'width="30mm" height="20mm"'))).toBe(1.5);
  expect(svgAspect(svg(''))).toBeNull();
  expect(svgAspect(svg('', 'viewBox="0 0 200 0"'))).toBeNull();
  expect(svgAspect(svg('', 'viewBox="0 0 0 50"'))).toBeNull();
  expect(svgAspect('<g viewBox="0 0 200 50"/>')).toBeNull();
  // What stands within the drawing is not its own size, nor is what comes after ten thousand characters.
  expect(svgAspect(svg('<rect width="3" height="1"/>'))).toBeNull();
  expect(svgAspect(svg('', `data-x="${'y'.repeat(10_000)}" viewBox="0 0 200 50"`))).toBeNull();
  expect(svgAspect(`${' '.repeat(20_000)}${svg('', 'viewBox="0 0 1e3 50"')}`)).toBe(20);
});
