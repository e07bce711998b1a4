import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { encode } from 'uqr';
import { newMachine, open } from './support.ts';

/**
 * A camera that looks at a label: one still picture as uncompressed video (YUV4MPEG2, 4:2:0), which the browser
 * plays in place of its camera. The code stands off the middle, grey on grey, as in a dim shop.
 */
function cameraFile(text: string): string {
  const [width, height] = [640, 480];
  const { data: modules, size: across } = encode(text, { ecc: 'M', border: 0 });
  const scale = 8;
  const luma = Buffer.alloc(width * height, 170);
  const [left, top] = [90, 60];
  for (let y = 0; y < across * scale; y++)
    for (let x = 0; x < across * scale; x++) {
      const dark = modules[Math.floor(y / scale)]![Math.floor(x / scale)];
      if (dark) luma[(top + y) * width + left + x] = 60;
    }
  const chroma = Buffer.alloc((width * height) / 2, 128);
  const frame = Buffer.concat([Buffer.from('FRAME\n'), luma, chroma]);
  const file = join(mkdtempSync(join(tmpdir(), 'camera-')), 'label.y4m');
  writeFileSync(
    file,
    Buffer.concat([Buffer.from(`YUV4MPEG2 W${width} H${height} F10:1 Ip A1:1 C420jpeg\n`), frame, frame]),
  );
  return file;
}

test.use({
  launchOptions: {
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${cameraFile('c RE40')}`,
    ],
  },
});

test('the tablet’s camera reads a label; the position is typed in front, and the cone is on', async ({
  page,
  request,
}) => {
  const machine = await newMachine(request);
  await open(page, `/${machine.slug}/head`);
  await page.getByRole('button', { name: 'Scan a label with the camera' }).click();
  await expect(page.getByLabel('Quick line')).toHaveValue('c RE40');
  await page.keyboard.type('12');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: /^Position 12: Rescue red/ })).toBeVisible();
});
