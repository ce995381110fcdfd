import { writeFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { writeWav } from '../src/core/audio/wavWriter';
import { placeFour, station } from './steps';

test('files of one’s own: matched by name, corrected by hand, bad ones told, nothing lost', async ({ page }, info) => {
  await placeFour(page);
  await station(page, 'Check').click();
  const tone = Float32Array.from({ length: 96_000 }, (_, i) =>
    i % 24_000 < 4000 ? 0.4 * Math.sin(i / 9) * Math.exp(-(i % 24_000) / 900) : 0.0004 * Math.sin(i * i),
  );
  const files: string[] = [];
  for (const name of ['Kik 01', 'Snr 01', 'OH_L 01', 'Audio 9']) {
    const path = info.outputPath(`${name}.wav`);
    await writeFile(path, writeWav([tone], 48_000));
    files.push(path);
  }
  const broken = info.outputPath('broken.wav');
  await writeFile(broken, 'these are words');
  await page.getByLabel('Take files').setInputFiles([...files, broken]);
  await expect(page.getByLabel('Microphone of channel Kik 01')).toHaveValue(/.+/, { timeout: 30_000 });
  await expect(page.getByRole('alert').first()).toContainText('broken.wav cannot be used: it is not a WAV file');
  await expect(page.getByLabel('Microphone of channel Audio 9')).toHaveValue('');
  await expect(page.getByText('No channel of the take belongs to Overhead right')).toBeVisible();
  await page.getByLabel('Microphone of channel Audio 9').selectOption({ label: 'Overhead right' });
  await expect(page.getByText('No channel of the take belongs to Overhead right')).toBeHidden();

  await page.getByLabel('Take files').setInputFiles([broken]);
  await expect(page.getByRole('alert').first()).toContainText('broken.wav cannot be used');
  await expect(page.getByLabel('Microphone of channel Kik 01')).toBeVisible();
});
