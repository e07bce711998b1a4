import sharp from 'sharp';

/** The customers' emblems, drawn simply: by them a job is recognised. All made up. */
const drawn: Readonly<Record<string, string>> = {
  'Mountain rescue team': `<circle cx="80" cy="60" r="54" fill="#cf1130"/><path d="M34 88 66 40l14 20 12-16 34 44z" fill="#f6f5f0"/>
    <path d="M34 92h92v6H34z" fill="#12509a"/><path d="m66 40-9 14 9 6 8-8z" fill="#b9bdc4"/>`,
  'Lake steamer line': `<path d="M22 74h116l-16 26H38z" fill="#12509a"/><path d="M54 52h50v20H54z" fill="#b9bdc4"/>
    <path d="M74 22h14v28H74z" fill="#cf1130"/><path d="M20 106q15-10 30 0t30 0 30 0 30 0" fill="none" stroke="#17181b" stroke-width="6"/>`,
  'Botanic garden': `<path d="M80 12c44 22 44 70 0 96-44-26-44-74 0-96z" fill="#17743d"/><path d="M80 24v86" stroke="#8ebc3c" stroke-width="6"/>
    <circle cx="112" cy="32" r="14" fill="#d9577f"/>`,
  'Brass band': `<path d="M50 18c-10 40 0 66 30 74 30-8 40-34 30-74-4 34-12 50-30 56-18-6-26-22-30-56z" fill="#c99a2e"/>
    <path d="M70 24v52M80 24v54M90 24v52" stroke="#6f1a34" stroke-width="4"/><path d="M62 94h36v10H62z" fill="#a8562b"/>`,
  'Kite festival': `<path d="M80 8 118 52 80 96 42 52z" fill="#ee6410"/><path d="M80 8v88M42 52h76" stroke="#f3c61d" stroke-width="6"/>
    <path d="M80 96q-16 10 0 18" fill="none" stroke="#1a2447" stroke-width="5"/>`,
  'Curling club': `<ellipse cx="80" cy="76" rx="54" ry="28" fill="#1ba3a0"/><path d="M44 64q36 16 72 0" fill="none" stroke="#5c2a8c" stroke-width="8"/>
    <path d="M70 48V32h34v12H82v6z" fill="#ee6410"/>`,
};

/** A customer's emblem as a small WebP; null: it has none. */
export async function emblemOf(customer: string): Promise<Buffer | null> {
  const shapes = drawn[customer];
  if (!shapes) return null;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="320" height="240" viewBox="0 0 160 120"><path d="M0 0h160v120H0z" fill="#fff"/>${shapes}</svg>`;
  return sharp(Buffer.from(svg)).webp({ quality: 80 }).toBuffer();
}
