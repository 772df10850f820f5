import type { Browser } from '@playwright/test';
import { addClient, addSite, expect, otherDevice, screenBy, stepInAs, test } from './support/test';

/** Another therapist of the practice, at a desk of their own. */
async function colleague(browser: Browser, baseURL: string | undefined) {
  const desk = await otherDevice(browser, baseURL, { width: 1280, height: 800 });
  await stepInAs(desk.page, 'Idris');
  return desk;
}

test('two who work on one draft lose neither’s work', async ({ page, browser, baseURL }) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Shared Draft');
  const { page: other, context } = await colleague(browser, baseURL);
  await other.goto(`${file}/plan`);
  await addSite(other, 'Breastbone');
  await expect(other.getByText('draft kept')).toBeVisible();
  await addSite(page, 'Thumb base');
  await expect(page.getByRole('heading', { name: 'A draft of Idris Falk' })).toBeVisible();
  await expect(page.getByRole('img', { name: /Breastbone/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Issue version 1' })).toBeDisabled();
  await page.getByRole('button', { name: 'Go on with mine' }).click();
  await expect(page.getByText('draft kept')).toBeVisible();
  await page.reload();
  const order = page.getByRole('list', { name: 'Sites in order' });
  await expect(order).toContainText('Thumb base');
  // The other is told in turn, and goes on from there.
  await addSite(other, 'Skull base');
  await expect(other.getByRole('heading', { name: 'A draft of Maren Oltmann' })).toBeVisible();
  await other.getByRole('button', { name: 'Go on from theirs' }).click();
  const theirs = other.getByRole('list', { name: 'Sites in order' });
  await expect(theirs).toContainText('Thumb base');
  await expect(theirs).not.toContainText('Skull base');
  await other.getByRole('button', { name: 'Issue version 1' }).click();
  await expect(other.getByText('Version 1 is issued.')).toBeVisible();
  await context.close();
});

test('a draft outlives a lost connection, on this device and with the server', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Lost Line');
  await addSite(page, 'Breastbone');
  await expect(page.getByText('draft kept')).toBeVisible();
  const cut = (on: boolean) =>
    on
      ? page.route('**/plan/draft', (route) => route.abort('internetdisconnected'))
      : page.unroute('**/plan/draft');
  await cut(true);
  await addSite(page, 'Thumb base');
  await expect(page.getByText('no connection: kept on this device')).toBeVisible();
  // Closed and opened again: what the server never heard of is back on the bench.
  await page.goto(`${file}/plan`);
  const order = page.getByRole('list', { name: 'Sites in order' });
  await expect(order).toContainText('Thumb base');
  await cut(false);
  await expect(page.getByText('draft kept')).toBeVisible();
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await expect(order).toContainText('Thumb base');
  // What is left here while a colleague goes on stands against theirs, not over it.
  await cut(true);
  await addSite(page, 'Skull base');
  await expect(page.getByText('no connection: kept on this device')).toBeVisible();
  const { page: other, context } = await colleague(browser, baseURL);
  await other.goto(`${file}/plan`);
  await addSite(other, 'Calf');
  await expect(other.getByText('draft kept')).toBeVisible();
  await context.close();
  await page.goto(`${file}/plan`);
  await cut(false);
  await expect(page.getByRole('heading', { name: 'A draft of Idris Falk' })).toBeVisible();
  await page.getByRole('button', { name: 'Go on with mine' }).click();
  await expect(page.getByText('draft kept')).toBeVisible();
  await expect(order).toContainText('Skull base');
});

test('details that a colleague changed meanwhile are shown before they are written over', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Shared Details');
  await page.goto(`${file}/details`);
  const { page: other, context } = await colleague(browser, baseURL);
  await other.goto(`${file}/details`);
  await other.getByLabel('Minutes a day').fill('7');
  await other.getByRole('button', { name: 'Save' }).click();
  await expect(other.getByText('Saved.')).toBeVisible();

  await page.getByLabel('Notes').fill('Left hip since the tour.');
  await page.getByRole('button', { name: 'Save' }).click();
  const told = page.getByRole('alert');
  await expect(told).toContainText('Somebody changed this meanwhile');
  await expect(told).toContainText('Minutes a day');
  await expect(told).toContainText('7');
  await page.getByLabel('Minutes a day').fill('7');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await other.reload();
  await expect(other.getByLabel('Notes')).toHaveValue('Left hip since the tour.');
  await expect(other.getByLabel('Minutes a day')).toHaveValue('7');
  await context.close();
});

test('an interview recorded meanwhile is seen before one’s own puts it out of force', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Asked Twice');
  await page.goto(`${file}/screen`);
  await page.waitForLoadState('networkidle');
  const { page: other, context } = await colleague(browser, baseURL);
  await screenBy(other, file, [/^Allergic to latex/]);

  const none = page.getByRole('button', { name: /^(None of|Go on)/ });
  for (let group = 1; group <= 6; group += 1) {
    await expect(page.getByRole('heading', { name: new RegExp(`^${group}`) })).toBeVisible();
    await none.click();
  }
  await page.getByRole('button', { name: 'Record the interview' }).click();
  await expect(page.getByRole('alert')).toContainText(
    'Idris Falk answered these questions while you asked. Their answers say yes to “Latex or rubber allergy”',
  );
  // Still in force: the plan refuses what it rules out.
  const plan = await page.request.get(`${file}/plan`);
  expect(await plan.text()).toContain('latex');
  await page.getByRole('button', { name: 'Record the interview' }).click();
  await expect(page.getByText(/^Asked today by Maren/)).toBeVisible();
  await context.close();
});
