import type { Page } from '@playwright/test';
import { allKept, expect } from './test';

/** Types points into the entry line, one after the other. */
export async function mapPoints(page: Page, file: string, ...lines: string[]) {
  await page.goto(`${file}/map`);
  for (const line of lines) {
    await page.getByLabel(/^Add a point/).fill(line);
    await expect(page.getByText('Enter adds it')).toBeVisible();
    await page.keyboard.press('Enter');
  }
  await expect(
    page.getByRole('heading', { name: `${lines.length} tender points` }).first(),
  ).toBeVisible();
  await allKept(page);
}

/** Types a figure and waits until it is kept. */
export async function measure(
  page: Page,
  file: string,
  testId: string,
  left: string,
  right: string,
) {
  await page.goto(`${file}/measure?test=${testId}`);
  await page.getByLabel('left', { exact: true }).first().fill(left);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'take back' })).toHaveCount(1);
  await page.getByLabel('right', { exact: true }).first().fill(right);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'take back' })).toHaveCount(2);
  // Seen at once, but a browser that is sent elsewhere within that instant would be asked whether to leave.
  await allKept(page);
}
