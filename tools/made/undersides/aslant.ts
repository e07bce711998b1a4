import sharp, { type Sharp } from 'sharp';

/** Where a place of a picture lies in the view of it, px. */
type Place = (x: number, y: number) => { x: number; y: number };

export interface Aslant {
  /** How far the camera leans, degrees. */
  lean: number;
  /** Which way, radians. */
  towards: number;
  /** How far it is turned about its own axis, degrees. */
  turned: number;
}

/** Of a picture's diagonal the camera is so far off. */
const distance = 1.6;

/** A flat picture as a camera sees it that leans and is turned: pinhole, about the picture's middle; beyond its rim the rim goes on. */
export async function seenAslant(
  file: Buffer,
  { lean, towards, turned }: Aslant,
): Promise<{ picture: Sharp; at: Place }> {
  const { data, info } = await sharp(file).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const { width, height } = info;
  const far = distance * Math.hypot(width, height);
  const [sin, cos] = [Math.sin((lean * Math.PI) / 180), Math.cos((lean * Math.PI) / 180)];
  const [ux, uy] = [Math.cos(towards), Math.sin(towards)];
  const [ts, tc] = [Math.sin((turned * Math.PI) / 180), Math.cos((turned * Math.PI) / 180)];
  const middle = { x: width / 2, y: height / 2 };
  const at: Place = (x, y) => {
    const [dx, dy] = [x - middle.x, y - middle.y];
    const [along, beside] = [dx * ux + dy * uy, dy * ux - dx * uy];
    const zoom = far / (far + along * sin);
    const [a, b] = [along * cos * zoom, beside * zoom];
    const [vx, vy] = [a * ux - b * uy, a * uy + b * ux];
    return { x: middle.x + vx * tc - vy * ts, y: middle.y + vx * ts + vy * tc };
  };
  const back: Place = (x, y) => {
    const [wx, wy] = [x - middle.x, y - middle.y];
    const [vx, vy] = [wx * tc + wy * ts, wy * tc - wx * ts];
    const [a, b] = [vx * ux + vy * uy, vy * ux - vx * uy];
    // a = along · cos · far / (far + along · sin), solved for along.
    const along = (a * far) / (far * cos - a * sin);
    const beside = (b * (far + along * sin)) / far;
    return { x: middle.x + along * ux - beside * uy, y: middle.y + along * uy + beside * ux };
  };
  const out = Buffer.alloc(width * height * 3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const from = back(x + 0.5, y + 0.5);
      // Beyond the rim the rim goes on.
      const [fx, fy] = [Math.max(0, Math.min(width - 1.001, from.x - 0.5)), Math.max(0, Math.min(height - 1.001, from.y - 0.5))]; // prettier-ignore
      const [x0, y0] = [Math.floor(fx), Math.floor(fy)];
      const [u, v] = [fx - x0, fy - y0];
      const first = (y0 * width + x0) * 3;
      for (let plane = 0; plane < 3; plane++) {
        const p = first + plane;
        const upper = data[p]! * (1 - u) + data[p + 3]! * u;
        const lower = data[p + width * 3]! * (1 - u) + data[p + width * 3 + 3]! * u;
        out[(y * width + x) * 3 + plane] = Math.round(upper * (1 - v) + lower * v);
      }
    }
  return { picture: sharp(out, { raw: { width, height, channels: 3 } }), at };
}
