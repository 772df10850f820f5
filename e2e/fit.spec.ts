import { openBench } from './support/plan';
import { expect, test } from './support/test';

test('a routine is fitted to the minutes by keyboard: seen, starred, taken, undone', async ({
  page,
}) => {
  const { order, before } = await openBench(page);
  await page.keyboard.press('f');
  const panel = page.getByRole('region', { name: 'Fit to minutes' });
  const minutes = panel.getByLabel('minutes a day');
  await minutes.fill('7');
  const fates = panel.getByRole('listitem');
  await expect(fates).toHaveCount(3);
  await expect(panel.getByText(/^6:\d\d of 7:00, /)).toBeVisible();
  await expect(fates.filter({ hasText: 'becomes: ' }).first()).toBeVisible();

  // Too few for anything: said, and nothing can be taken.
  await minutes.fill('1');
  await expect(
    panel.getByText(/the shortest useful session takes \d min\. Nothing was changed\./),
  ).toBeVisible();
  await expect(panel.getByRole('button', { name: 'Take it' })).toBeDisabled();
  await minutes.fill('four');
  await expect(panel.getByRole('button', { name: 'Take it' })).toBeDisabled();

  // So few that not all go in: a star decides which.
  await minutes.fill('4');
  await expect(fates.filter({ hasText: 'There is no time left for it.' }).first()).toBeVisible();
  const last = fates.last();
  await last.getByRole('button', { name: /before all others$/ }).click();
  await expect(last).toContainText('starred');
  await expect(last).not.toContainText('no time left');
  await panel.getByRole('heading', { name: 'Fit to minutes' }).click();
  await page.keyboard.press('f');
  await expect(panel).toBeHidden();
  await expect(order).not.toHaveText(before);
  await expect(page.getByRole('region', { name: 'What it adds up to' })).toContainText(
    /^[0-3]:\d\d/,
  );
  await page.keyboard.press('Control+z');
  await expect.poll(() => order.innerText()).toBe(before);

  await page.keyboard.press('f');
  await expect(panel).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(panel).toBeHidden();
  expect(await order.innerText()).toBe(before);
});
