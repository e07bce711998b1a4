import { expect, test, type Locator, type Page } from '@playwright/test';
import { crewLogo, drawLogo } from '../../tools/made/logos/logo.ts';
import sharp from 'sharp';
import { loopsPath, outlines } from '../../tools/made/logos/faces.ts';
import { v7 as uuid7 } from 'uuid';
import { open, post } from './support.ts';

const logo = await drawLogo(crewLogo);
const drop = (page: Page, name: string, mimeType: string, body: Buffer | string) =>
  page.getByLabel('Picture of the logo').setInputFiles({ name, mimeType, buffer: Buffer.from(body) });

test('a logo becomes a job: small letters in 60 wt on a fine needle, the rest in 40 wt, each with its thread', async ({
  page,
}) => {
  await open(page, '/heron/jobs/artwork');
  await page.getByLabel('Finished width of the design').fill('90');
  await page.getByLabel('Cloth').selectOption('softshell');
  await drop(page, 'crew.png', 'image/png', logo.file);
  const stops = page.getByRole('region', { name: 'Colour stops' });
  await expect(stops.getByRole('heading')).toContainText('3 colour stops');
  await expect(page.getByText('3 colours, 90 ×')).toBeVisible();
  const lettering = stops.getByRole('listitem').filter({ hasText: /lettering from 4\.[6-9] mm high/ });
  await expect(lettering).toContainText('60 wt, 65/9');
  await expect(lettering.getByRole('combobox')).toContainText('Slate black 60 wt');
  await lettering.getByText('Why this needle?').click();
  await expect(lettering).toContainText('Letters under 5 mm in 40 wt close up');
  await expect(stops.getByRole('listitem').first()).toContainText('40 wt, 75/11');
  await page.getByLabel('Name of the job').fill('Crew logo');
  await page.getByRole('button', { name: 'Make it a job' }).click();
  await expect(page.getByRole('heading', { name: 'Crew logo' })).toBeVisible();
  await expect(page.getByLabel('Thread of stop 3')).toHaveValue(/.+/);
  await expect(page.getByLabel('Element of stop 3')).toHaveValue('lettering');
});

test('a region’s kind is put right by hand, by key alone, and its stop follows', async ({ page }) => {
  await open(page, '/heron/jobs/artwork');
  await drop(page, 'crew.png', 'image/png', logo.file);
  const stops = page.getByRole('region', { name: 'Colour stops' });
  await expect(stops).toContainText('lettering from');
  const region = page.getByRole('region', { name: 'Region' });
  await region.getByRole('button', { name: 'Next' }).focus();
  for (let tries = 0; tries < 12 && !(await region.textContent())?.includes('letters,'); tries++)
    await page.keyboard.press('Enter');
  await expect(region.getByRole('radio', { name: 'lettering' })).toHaveAttribute('aria-checked', 'true');
  await region.getByRole('radio', { name: 'run' }).focus();
  await page.keyboard.press('Enter');
  await expect(stops).not.toContainText('lettering from');
});

test('a touch on the picture picks the part under it', async ({ page }) => {
  await open(page, '/heron/jobs/artwork');
  await drop(page, 'crew.png', 'image/png', logo.file);
  await expect(page.getByRole('region', { name: 'Colour stops' })).toBeVisible();
  const picture = page.locator('section[aria-label="Picture"] canvas');
  const box = (await picture.boundingBox())!;
  // The base bar lies over the whole width, a little above the middle.
  await picture.click({ position: { x: box.width / 2, y: box.height * 0.5 } });
  await expect(page.getByRole('region', { name: 'Region' })).toContainText(/Region \d of/);
  await expect(page.getByRole('radio', { name: 'fill' })).toHaveAttribute('aria-checked', 'true');
});

const unreadable = [
  [
    'an SVG with a script',
    'a.svg',
    'image/svg+xml',
    '<svg xmlns="http://www.w3.org/2000/svg"><script>document.title="run"</script></svg>',
    'was not run',
  ],
  [
    'an SVG that fetches',
    'b.svg',
    'image/svg+xml',
    '<svg xmlns="http://www.w3.org/2000/svg"><image href="http://127.0.0.1:9/x.png"/></svg>',
    'are not fetched',
  ],
  ['a damaged file', 'c.png', 'image/png', 'no picture at all', 'may be damaged'],
  [
    'a picture of one pixel',
    'd.png',
    'image/png',
    Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    ),
    'too small to read',
  ],
  ['a list with other columns', 'e.csv', 'text/csv', 'a,b\n1,2\n', 'columns x, y (mm) and command'],
] as const;
test('what cannot be read gets a clear message each, and the page goes on', async ({ page }) => {
  await open(page, '/heron/jobs/artwork');
  for (const [what, name, type, body, words] of unreadable) {
    await drop(page, name, type, body);
    await expect(page.getByRole('alert'), what).toContainText(words);
    await expect(page, what).not.toHaveTitle('run');
  }
  await drop(page, 'crew.png', 'image/png', logo.file);
  await expect(page.getByRole('region', { name: 'Colour stops' })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('a stitch list is measured', async ({ page }) => {
  await open(page, '/heron/jobs/artwork');
  const lines = Array.from({ length: 51 }, (_, index) => `${index % 2 ? 3 : 0},${index * 0.4},stitch`);
  await drop(page, 'column.csv', 'text/csv', ['x,y,command', ...lines].join('\n'));
  const stops = page.getByRole('region', { name: 'Colour stops' });
  await expect(stops).toContainText('satin, 50 st');
  await expect(stops).toContainText('columns from 3.0 mm, spacing 0.80 mm');
  await expect(page.getByRole('button', { name: 'Make it a job' })).toBeDisabled();
  await page.getByLabel('Thread of stop 1').selectOption({ index: 1 });
  // Drawn as it lies: red where the column is, once its thread is named.
  const sketch = page.getByRole('img', { name: 'The design, drawn from its stitches' });
  const middle = () =>
    sketch.evaluate((canvas: HTMLCanvasElement) => [
      ...canvas.getContext('2d')!.getImageData(canvas.width / 2, canvas.height / 2, 1, 1).data,
    ]);
  const before = await middle();
  await page.getByLabel('Thread of stop 1').selectOption({ label: 'Rescue red 40 wt' });
  await expect.poll(middle).not.toEqual(before);
  const [red, green, blue] = await middle();
  expect(red! - Math.max(green!, blue!)).toBeGreaterThan(80);
  await page.getByLabel('Name of the job').fill('A red column');
  await page.getByRole('button', { name: 'Make it a job' }).click();
  await expect(page.getByRole('heading', { name: 'A red column' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Picture of A red column' }).first()).toBeVisible();
});

test('a needle taken against advice is offered for the same cloth and element, taken again, and put into the job’s note', async ({
  page,
  request,
}) => {
  await post(request, '/api/overrulings', {
    id: uuid7(),
    cloth: 'felt',
    element: 'lettering',
    advised: '65/9 sharp',
    label: '70/10 sharp',
    why: 'the felt is stiff',
  });
  await open(page, '/heron/jobs/artwork');
  await page.getByLabel('Cloth').selectOption('felt');
  await page.getByLabel('Finished width of the design').fill('90');
  await drop(page, 'crew.png', 'image/png', logo.file);
  const lettering = page
    .getByRole('region', { name: 'Colour stops' })
    .getByRole('listitem')
    .filter({ hasText: 'lettering from' });
  await expect(lettering).toContainText('Last time on this cloth you took 70/10 sharp: the felt is stiff.');
  await lettering.getByRole('button', { name: 'Take it again' }).click();
  await expect(lettering).toContainText('60 wt, 70/10 sharp');
  await page.getByLabel('Name of the job').fill('Felt badge');
  await page.getByRole('button', { name: 'Make it a job' }).click();
  await expect(page.getByLabel('Note')).toHaveValue(/70\/10 sharp/);
});

test('a seam and a large hoop are asked on the picture’s page: stouter needle, two layers of backing', async ({
  page,
}) => {
  await open(page, '/heron/jobs/artwork');
  await page.getByLabel('Cloth').selectOption('woven-light');
  await drop(page, 'crew.png', 'image/png', logo.file);
  const first = page.getByRole('region', { name: 'Colour stops' }).getByRole('listitem').first();
  await expect(first).toContainText('75/11');
  await page.getByLabel('crosses a seam').check();
  await expect(first).toContainText('80/12');
  await page.getByRole('combobox', { name: 'Hoop', exact: true }).selectOption('large');
  await first.getByText('Why this needle?').click();
  await expect(first).toContainText('Backing: two layers'.replace('two', '2'));
});

test('a long stitch list is measured beside the page, which goes on answering; it can be given up', async ({
  page,
}) => {
  await open(page, '/heron/jobs/artwork');
  const lines = Array.from(
    { length: 400_000 },
    (_, index) => `${index % 2 ? 3 : 0},${(index % 900) * 0.4},stitch`,
  );
  await drop(page, 'long.csv', 'text/csv', ['x,y,command', ...lines].join('\n'));
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('Reading given up')).toBeVisible();
  await drop(page, 'short.csv', 'text/csv', ['x,y,command', ...lines.slice(0, 51)].join('\n'));
  await expect(page.getByRole('region', { name: 'Colour stops' })).toContainText('satin, 50 st');
});

test('where two grounds are likely the page shows both, and the sizes follow the one taken', async ({
  page,
}) => {
  await open(page, '/heron/jobs/artwork');
  await page.getByLabel('Finished width of the design').fill('80');
  await drop(page, 'framed.svg', 'image/svg+xml', framed);
  const asked = page.getByRole('region', { name: 'Which is the cloth' });
  await expect(asked.getByRole('img', { name: '#12509a not sewn' })).toBeVisible();
  // Hatched where it would not be sewn: the middle of the left edge's frame is, in the second picture.
  const second = asked.getByRole('img', { name: '#cf1130 not sewn' });
  await expect.poll(() => colourAt(second, 3, 40)).not.toEqual([207, 17, 48]);
  expect(await colourAt(second, 50, 30)).toEqual([18, 80, 154]);
  await expect(page.getByText('2 colours, 80 ×')).toBeVisible();
  await asked.getByRole('button', { name: '#cf1130 not sewn' }).click();
  await expect(asked).toBeHidden();
  // The blue is sewn now, the red frame is cloth.
  await expect(page.getByLabel('Not sewn')).toHaveValue('#cf1130');
  await expect(page.getByRole('region', { name: 'Colour stops' })).toContainText('2 colour stops');
});

/** A frame of one colour round another: either may be the cloth. */
const framed =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 60"><rect width="100" height="60" fill="#cf1130"/><rect x="3" y="3" width="94" height="54" fill="#12509a"/><circle cx="50" cy="30" r="9" fill="#f3e27a"/></svg>';
const colourAt = (canvas: Locator, x: number, y: number) =>
  canvas.evaluate(
    (element, [px, py]) => [
      ...(element as HTMLCanvasElement).getContext('2d')!.getImageData(px!, py!, 1, 1).data.slice(0, 3),
    ],
    [x, y],
  );

test('page and API read one picture alike, each size with its ±', async ({ page, request }) => {
  await open(page, '/heron/jobs/artwork');
  await page.getByLabel('Finished width of the design').fill('90');
  await drop(page, 'crew.png', 'image/png', logo.file);
  await expect(page.getByRole('region', { name: 'Colour stops' })).toBeVisible();
  const answer = await request.post('/api/compute/artwork?widthMm=90', {
    headers: { 'content-type': 'image/png' },
    data: logo.file,
  });
  const reading = (await answer.json()) as {
    regions: {
      letters: { heightMm: number; plusMinusMm: number; count: number } | null;
      strokeMm: number;
      plusMinusMm: number;
    }[];
  };
  const at = reading.regions.findIndex(({ letters }) => letters !== null);
  const { letters, strokeMm, plusMinusMm } = reading.regions[at]!;
  const region = page.getByRole('region', { name: 'Region' });
  for (let step = 0; step <= at; step++) await region.getByRole('button', { name: 'Next' }).click();
  await expect(region).toContainText(`Region ${at + 1} of ${reading.regions.length}`);
  const places = letters!.plusMinusMm < 0.1 ? 2 : 1;
  await expect(region).toContainText(
    `${letters!.count} letters, ${letters!.heightMm.toFixed(places)} ± ${letters!.plusMinusMm.toFixed(places)} mm high`,
  );
  const strokePlaces = plusMinusMm < 0.1 ? 2 : 1;
  await expect(region).toContainText(`stems ${strokeMm.toFixed(strokePlaces)} ± ${plusMinusMm.toFixed(strokePlaces)} mm`); // prettier-ignore
});

test('a file of another kind is named, with the way out', async ({ page }) => {
  await open(page, '/heron/jobs/artwork');
  await drop(page, 'photo.heic', 'image/heic', Buffer.from('\0\0\0\x18ftypheic\0\0\0\0mif1heic', 'latin1'));
  await expect(page.getByRole('alert')).toContainText('This is a HEIC file');
  await expect(page.getByRole('alert')).toContainText('as JPEG');
});

test('two words become one line by hand, and two again; the job keeps what was put right, and the page counts it', async ({
  page,
  request,
}) => {
  const word = (text: string, x: number) =>
    `<path transform="translate(${x} 220)" fill="#12509a" d="${loopsPath(outlines('roboto bold', text, 120))}"/>`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1000 400" width="1000" height="400"><rect width="1000" height="400" fill="#fff"/>${word('HILL', 60)}${word('MILL', 640)}<rect x="60" y="300" width="880" height="50" fill="#cf1130"/></svg>`;
  const png = await sharp(Buffer.from(svg)).png().toBuffer();
  const before = (await (await request.get('/api/readers')).json()) as Record<string, number>;
  await open(page, '/heron/jobs/artwork');
  await drop(page, 'two-words.png', 'image/png', png);
  const region = page.getByRole('region', { name: 'Region' });
  const pick = async (text: RegExp) => {
    for (let tries = 0; tries < 6 && !text.test((await region.textContent()) ?? ''); tries++)
      await region.getByRole('button', { name: 'Next' }).click();
    await expect(region).toContainText(text);
  };
  await expect(region).toBeVisible();
  await pick(/4 letters/);
  await region
    .getByRole('radio', { name: 'appliqué' })
    .or(region.getByRole('radio', { name: 'satin' }))
    .first()
    .click();
  await region.getByRole('button', { name: 'One line with …' }).click();
  const other = region.getByLabel('The other part').locator('option', { hasText: 'lettering' }).first();
  await region.getByLabel('The other part').selectOption((await other.getAttribute('value'))!);
  const summary = page.getByText('Put right by hand:');
  await expect(summary).toContainText('1 kind, 1 line joined');
  await expect(region.getByText(/of 2$/)).toHaveCount(0);
  await pick(/8 letters/);
  // The kind that was said holds, though the part is another now.
  await expect(region.getByRole('radio', { checked: true })).not.toHaveText('lettering');
  await region.getByRole('button', { name: 'Split the line …' }).click();
  await region.getByRole('button', { name: 'At its widest gap' }).click();
  await expect(summary).toContainText('1 line joined, 1 line split');
  await pick(/4 letters/);
  await page.getByRole('button', { name: 'As it was read' }).click();
  await page.getByRole('button', { name: 'Yes, forget it' }).click();
  await expect(summary).toHaveCount(0);
  await pick(/4 letters/);
  await region.getByRole('button', { name: 'One line with …' }).click();
  const picture = page.getByRole('region', { name: 'Picture' }).locator('canvas').first();
  const box = (await picture.boundingBox())!;
  const touch = (x: number, y: number) =>
    picture.click({ position: { x: (x / 1000) * box.width, y: (y / 400) * box.height } });
  // Touching the same word again is no answer; the other one is.
  await touch(70, 160);
  const asked = region.getByText('Touch the other part of the line');
  if (await asked.isVisible()) await touch(655, 160);
  await expect(summary).toContainText('1 line joined');
  await pick(/8 letters/);
  await region.getByRole('button', { name: 'Split the line …' }).click();
  await touch(560, 160);
  await expect(summary).toContainText('1 line split');
  await pick(/4 letters/);
  // By the API alike, with the same places.
  const read = async (query: string) => {
    const answer = await request.post(`/api/compute/artwork?widthMm=75${query}`, {
      headers: { 'content-type': 'image/png' },
      data: png,
    });
    expect(answer.status()).toBe(200);
    const { regions } = (await answer.json()) as { regions: { letters: { count: number } | null }[] };
    return regions.flatMap(({ letters }) => letters?.count ?? []).sort();
  };
  expect(await read('')).toEqual([4, 4]);
  expect(await read('&joined=0.07,0.4;0.655,0.4')).toEqual([8]);
  expect(await read('&joined=0.07,0.4;0.655,0.4&cut=0.56,0.4')).toEqual([4, 4]);
  const wrong = await request.post('/api/compute/artwork?widthMm=75&cut=here', {
    headers: { 'content-type': 'image/png' },
    data: png,
  });
  expect(wrong.status()).toBe(422);
  await page.getByLabel('Name of the job').fill('Two words');
  for (const box of await page.getByRole('region', { name: 'Colour stops' }).getByRole('combobox').all())
    if ((await box.inputValue()) === '') await box.selectOption({ index: 1 });
  await page.getByRole('button', { name: 'Make it a job' }).click();
  await expect(page.getByRole('heading', { name: 'Two words' })).toBeVisible();
  const after = (await (await request.get('/api/readers')).json()) as Record<string, number>;
  expect(after).toMatchObject({
    logos: before['logos']! + 1,
    logosPutRight: before['logosPutRight']! + 1,
    partsPutRight: before['partsPutRight']! + 2,
    grounds: before['grounds']!,
  });
  await open(page, '/heron/jobs/artwork');
  await drop(page, 'two-words.png', 'image/png', png);
  await expect(
    page.getByText(/On this computer \d+ of the last \d+ logos? (was|were) put right/),
  ).toBeVisible();
});
