import type { Page } from '@playwright/test';
import { fileOf, stepInAs } from './test';

/** Opens the plan bench of the fly-floor rigger, who has three lines in force. */
export async function openBench(page: Page) {
  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Hollis Verbeek');
  await page.goto(`${file}/plan`);
  const order = page.getByRole('list', { name: 'Lines in order' });
  return { order, before: await order.innerText() };
}
