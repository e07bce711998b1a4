import { execFileSync } from 'node:child_process';
import { request, type IncomingMessage } from 'node:http';
import { deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { beforeAll, describe, expect, test } from 'vitest';
import { checkSvg, svgAspect } from '../../src/engines/picture/svg.ts';
import { ask, newServer } from '../support/workshop.ts';

let base = '';
let pid = 0;
/** 20,000 × 20,000 grey pixels are a few kB. Made before there is a server: packing them keeps the test from its connections for seconds. */
let bomb: Buffer;
beforeAll(async () => {
  bomb = pngOf(20_000, 20_000);
  const server = await newServer();
  base = server.address;
  pid = server.process.pid!;
});

const read = async (body: string | Buffer, type = 'image/svg+xml') => {
  const response = await fetch(`${base}/api/compute/artwork?widthMm=80`, {
    method: 'POST',
    headers: { 'content-type': type },
    body: body as BodyInit,
  });
  return {
    status: response.status,
    body: (await response.json()) as { detail?: string; type?: string },
  };
};
/** Processes that the server has started and that still run. */
const children = () => {
  try {
    return execFileSync('pgrep', ['-P', String(pid)], { encoding: 'utf8' })
      .trim()
      .split('\n').length;
  } catch {
    return 0;
  }
};
const svg = (inside: string, more = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 100 60" ${more}>${inside}</svg>`;

/** Each use of eight of the last: ten levels are a thousand million shapes. */
const nested = svg(
  `<defs><g id="u0"><path d="M0 0h9v9z" filter="url(#f)"/></g><filter id="f"><feTurbulence baseFrequency="0.9" numOctaves="9"/><feGaussianBlur stdDeviation="40"/></filter>${Array.from(
    { length: 10 },
    (_, level) =>
      `<g id="u${level + 1}">${Array.from({ length: 8 }, (_, one) => `<use href="#u${level}" x="${one}"/>`).join('')}</g>`,
  ).join('')}</defs><use href="#u10"/>`,
);

describe('pictures made to be endless', () => {
  test('nested drawings and filters: refused in a sentence within their time, and the process has gone', async () => {
    const { status, body } = await read(nested);
    expect(status).toBe(422);
    expect(body.detail).toMatch(/more time or memory|cannot be read/);
    await expect.poll(children).toBe(0);
    expect((await ask(base, 'GET', '/api/health')).status).toBe(200);
  });

  test('“url(” and “<svg” repeated a hundred thousand times are looked at once', () => {
    const sentence = (text: string) => {
      try {
        checkSvg(text);
        return 'drawn';
      } catch (error) {
        return (error as Error).name;
      }
    };
    expect(sentence(svg('<rect fill="url(#a)"/>'))).toBe('drawn');
    expect(sentence(svg(`<rect fill="${'url(#'.repeat(100_000)}"/>`))).toBe('drawn');
    expect(sentence(svg(`<rect fill="${'url( '.repeat(100_000)}x)"/>`))).toBe('SvgRefersOutside');
    expect(svgAspect('<svg '.repeat(100_000))).toBeNull();
    expect(svgAspect(svg('x'))).toBeCloseTo(100 / 60);
  });

  test('a bitmap within a drawing counts its pixels', async () => {
    const { status, body } = await read(
      svg(`<image width="100" height="60" href="data:image/png;base64,${bomb.toString('base64')}"/>`),
    );
    expect(status).toBe(422);
    expect(body.detail).toMatch(/too many pixels/);
  });

  test('a picture of the most pixels there may be is read within its memory; one of more is refused unread', async () => {
    const most = await sharp({ create: { width: 7700, height: 7700, channels: 4, background: '#ffffff' } })
      .composite([
        {
          input: Buffer.from(
            svg('<circle cx="50" cy="30" r="25" fill="#c12"/>', 'width="4000" height="2400"'),
          ),
          gravity: 'centre',
        },
      ])
      .png()
      .toBuffer();
    const good = await read(most, 'image/png');
    expect(good.status, JSON.stringify(good.body).slice(0, 300)).toBe(200);
    const more = await read(bomb, 'image/png');
    expect(more.status).toBe(422);
    expect(more.body.detail).toMatch(/million pixels/);
  });
});

describe('many at once', () => {
  test('two are worked on and a few wait; the others are asked to come again, and touches are served', async () => {
    const devices = Array.from({ length: 16 }, () =>
      fromADevice('POST', '/api/compute/artwork?widthMm=80', nested),
    );
    const first = await Promise.race(devices.map(({ answer }) => answer));
    expect(first?.statusCode).toBe(429);
    expect(Number(first?.headers['retry-after'])).toBeGreaterThan(0);
    expect((await fromADevice('GET', '/api/health').answer)?.statusCode).toBe(200);
    expect(children()).toBeLessThanOrEqual(2);
    // Their senders go: nothing of theirs is worked on any more, nor begun.
    for (const { leave } of devices) leave();
    await Promise.all(devices.map(({ answer }) => answer));
    await expect.poll(children).toBe(0);
  });

  test('the server ends at once while a picture is being drawn, and takes it along', async () => {
    const own = await newServer();
    const asked = fetch(`${own.address}/api/compute/artwork?widthMm=80`, {
      method: 'POST',
      headers: { 'content-type': 'image/svg+xml' },
      body: nested,
    }).catch(() => undefined);
    await new Promise((begun) => setTimeout(begun, 1500));
    await own.stop();
    await asked;
    const left = execFileSync('sh', ['-c', `pgrep -f picture-process -P ${own.process.pid} || true`], {
      encoding: 'utf8',
    });
    expect(left.trim()).toBe('');
  });
});

/** One request over a connection of its own, as another device sends it. `answer`: undefined when it went away before there was one. */
function fromADevice(method: string, path: string, body?: string) {
  const sent = request(base + path, {
    method,
    agent: false,
    ...(body !== undefined && { headers: { 'content-type': 'image/svg+xml' } }),
  });
  const answer = new Promise<IncomingMessage | undefined>((answered) => {
    sent.once('response', (response) => {
      response.resume();
      answered(response);
    });
    sent.once('error', () => answered(undefined));
    sent.once('close', () => answered(undefined));
  });
  sent.end(body);
  return { answer, leave: () => sent.destroy() };
}

/** A grey PNG of any size: zeros pack a thousand to one (PNG 1.2, ISO/IEC 15948). */
function pngOf(width: number, height: number): Buffer {
  const chunk = (name: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(name, 'latin1'), data]);
    const whole = Buffer.alloc(body.length + 8);
    whole.writeUInt32BE(data.length);
    body.copy(whole, 4);
    whole.writeUInt32BE(crc32(body), body.length + 4);
    return whole;
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width);
  header.writeUInt32BE(height, 4);
  header[8] = 8;
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(Buffer.alloc((width + 1) * height))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

function crc32(bytes: Buffer): number {
  let crc = ~0;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = (crc >>> 1) ^ (crc & 1 ? 0xedb88320 : 0);
  }
  return ~crc >>> 0;
}

describe('files as customers send them', () => {
  const plain =
    '<rect width="100" height="60" fill="#fff"/><rect x="10" y="10" width="80" height="40" fill="#12509a"/>';
  const drawn = () => sharp(Buffer.from(svg(plain)), { density: 300 });
  interface Read {
    regions: { kind: string; widthMm: number }[];
    doubt: string | null;
    detail: string;
    type: string;
  }
  const readFile = async (file: Buffer, type: string) => {
    const { status, body } = await read(file, type);
    return { status, body: body as unknown as Read };
  };
  test('WebP and AVIF are read', async () => {
    for (const [file, type] of [
      [await drawn().webp().toBuffer(), 'image/webp'],
      [await drawn().avif({ effort: 0 }).toBuffer(), 'image/avif'],
    ] as const) {
      const { status, body } = await readFile(file, type);
      expect(status).toBe(200);
      expect(body.regions).toMatchObject([{ kind: 'fill', widthMm: 80 }]);
    }
  });
  test('GIF, TIFF and HEIC are named, with the way out, whatever they are sent as', async () => {
    for (const [file, name] of [
      [await drawn().gif().toBuffer(), 'GIF'],
      [await drawn().tiff().toBuffer(), 'TIFF'],
      [Buffer.from('\0\0\0\x18ftypheic\0\0\0\0mif1heic', 'latin1'), 'HEIC'],
    ] as const) {
      const { status, body } = await readFile(file, 'image/png');
      expect(status).toBe(422);
      expect(body.detail).toContain(`This is a ${name} file`);
      expect(body.type).toContain('PictureOfOtherKind');
    }
  });
  test('a drawing of which only a viewBox is told is read however large its units, and however small', async () => {
    for (const side of [9000, 100_000, 2]) {
      const large = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${side} ${side / 2}"><rect x="${side / 4}" y="${side / 8}" width="${side / 2}" height="${side / 4}" fill="#cf1130"/></svg>`;
      const { status, body } = await readFile(Buffer.from(large), 'image/svg+xml');
      expect(status).toBe(200);
      expect(body.regions).toHaveLength(1);
    }
  });
  test('two likely grounds are told, and the answer settles it', async () => {
    const framed = svg('<rect width="100" height="60" fill="#cf1130"/><rect x="3" y="3" width="94" height="54" fill="#12509a"/><circle cx="50" cy="30" r="9" fill="#f3e27a"/>'); // prettier-ignore
    const first = await readFile(Buffer.from(framed), 'image/svg+xml');
    expect(first.body.doubt).toBe('#cf1130');
    expect(first.body.regions).toHaveLength(2);
    const settled = await fetch(`${base}/api/compute/artwork?widthMm=80&ground=%23cf1130`, { method: 'POST', headers: { 'content-type': 'image/svg+xml' }, body: framed }); // prettier-ignore
    const body = (await settled.json()) as Read;
    expect(body.doubt).toBeNull();
    expect(body.regions.map(({ kind }) => kind).sort()).toEqual(['fill', 'fill']);
  });
  test('a photograph is named as one', async () => {
    // Small: its colours are looked for within the time that a picture may take on a busy machine as well.
    const cloudy = '<svg xmlns="http://www.w3.org/2000/svg" width="300" height="200"><filter id="f"><feTurbulence baseFrequency="0.04" numOctaves="5"/><feColorMatrix values="1.6 0 0 0 -0.3 0 1.6 0 0 -0.3 0 0 1.6 0 -0.3 0 0 0 0 1"/></filter><rect width="300" height="200" filter="url(#f)"/></svg>'; // prettier-ignore
    const photo = await sharp(Buffer.from(cloudy)).jpeg({ quality: 85 }).toBuffer(); // prettier-ignore
    const { status, body } = await readFile(photo, 'image/jpeg');
    expect(status).toBe(422);
    expect(body.detail).toContain('This picture is a photograph');
  });
});
