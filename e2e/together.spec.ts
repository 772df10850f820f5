import type { Browser, Page } from '@playwright/test';
import {
  addClient,
  addSite,
  allKept,
  expect,
  keptAfter,
  notSent,
  otherDevice,
  patient,
  screenBy,
  stepInAs,
  test,
  withoutInterview,
} from './support/test';

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
  await allKept(other);
  await addSite(page, 'Thumb base');
  await expect(page.getByRole('heading', { name: 'A draft of Idris Falk' })).toBeVisible();
  await expect(page.getByRole('img', { name: /Breastbone/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Issue version 1' })).toBeDisabled();
  await page.getByRole('button', { name: 'Go on with mine' }).click();
  await allKept(page);
  await page.reload();
  const order = page.getByRole('list', { name: 'Lines in order' });
  await expect(order).toContainText('Thumb base');
  // The other is told in turn, and goes on from there.
  await addSite(other, 'Skull base');
  await expect(other.getByRole('heading', { name: 'A draft of Maren Oltmann' })).toBeVisible();
  await other.getByRole('button', { name: 'Go on from theirs' }).click();
  const theirs = other.getByRole('list', { name: 'Lines in order' });
  await expect(theirs).toContainText('Thumb base');
  await expect(theirs).not.toContainText('Skull base');
  await withoutInterview(other);
  await other.getByRole('button', { name: 'Issue version 1' }).click();
  await expect(other.getByText('Version 1 is issued.')).toBeVisible();
  await context.close();
});

test('what a form answered stays on the screen while something else is kept', async ({
  page,
  context,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Shown Once');
  await page.goto(`${file}/details`);
  await page.getByRole('button', { name: 'Make an invitation' }).click();
  const link = await page.locator('output').innerText();
  // The router reads the page anew for whatever is kept, in any tab.
  const readAnew = page.waitForResponse((answer) => answer.url().includes('/details.data'));
  const other = patient(await context.newPage());
  await other.goto(`${file}/plan`);
  await addSite(other, 'Breastbone');
  await readAnew;
  await allKept(page);
  await expect(page.locator('output')).toHaveText(link);
});

test('a draft outlives a lost connection, on this device and with the server', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Lost Line');
  await addSite(page, 'Breastbone');
  await allKept(page);
  const cut = (on: boolean) =>
    on
      ? page.route('**/keep', (route) => route.abort('internetdisconnected'))
      : page.unroute('**/keep');
  await cut(true);
  await addSite(page, 'Thumb base');
  await expect(notSent(page, 1)).toBeVisible();
  // Closed and opened again: what the server never heard of is back on the bench.
  await page.goto(`${file}/plan`);
  const order = page.getByRole('list', { name: 'Lines in order' });
  await expect(order).toContainText('Thumb base');
  await cut(false);
  await allKept(page);
  await page.reload();
  await expect(order).toContainText('Thumb base');
  // What is left here while a colleague goes on stands against theirs, not over it.
  await cut(true);
  await addSite(page, 'Skull base');
  await expect(notSent(page, 1)).toBeVisible();
  const { page: other, context } = await colleague(browser, baseURL);
  await other.goto(`${file}/plan`);
  await addSite(other, 'Calf');
  await allKept(other);
  await context.close();
  await page.goto(`${file}/plan`);
  await cut(false);
  await expect(page.getByRole('heading', { name: 'A draft of Idris Falk' })).toBeVisible();
  await page.getByRole('button', { name: 'Go on with mine' }).click();
  await allKept(page);
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
  // Sent from within a field: what is read anew does not change it under the hand.
  const minutes = page.getByLabel('Minutes a day');
  await expect(minutes).toHaveValue('20');
  await minutes.press('Enter');
  const told = page.getByRole('alert');
  await expect(told).toContainText('Somebody changed this meanwhile');
  await expect(told).toContainText('Minutes a day');
  await expect(told).toContainText('7');
  await expect(minutes).toHaveValue('20');
  await minutes.fill('7');
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

test('a point that a colleague changed meanwhile shows theirs, and keeps one’s own until one decides', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Shared Point');
  await page.goto(`${file}/map`);
  await page.getByLabel(/^Add a point/).fill('calf l 5');
  await keptAfter(page, () => page.keyboard.press('Enter'));
  const { page: other, context } = await colleague(browser, baseURL);
  await other.goto(`${file}/map`);
  const calf = (of: Page) => of.getByRole('button', { name: /^Calf, left/ });
  await calf(page).click();
  await keptAfter(page, () => page.keyboard.press('7'));
  // Their page still shows 5: what they press is refused, and both are there.
  await calf(other).click();
  await other.keyboard.press('2');
  const refused = other.getByRole('list', { name: 'Not kept' });
  await expect(refused).toContainText('Tender point: Calf, left, 2');
  await expect(refused).toContainText('Maren Oltmann changed this point elsewhere');
  await expect(calf(other)).toContainText('7');
  await expect(other.getByRole('button', { name: '1 needs you' })).toBeVisible();
  // The list of it is wanted when there is no line, and has the keys to itself.
  await other.waitForLoadState('networkidle');
  await context.setOffline(true);
  await other.getByRole('button', { name: '1 needs you' }).click();
  const list = other.getByRole('dialog', { name: 'Not with the practice yet' });
  await expect(list).toContainText('Maren Oltmann changed this point elsewhere');
  await other.keyboard.press('9');
  await other.keyboard.press('Escape');
  await expect(list).toBeHidden();
  await expect(calf(other)).toContainText('7');
  await context.setOffline(false);
  // It outlives the page, and goes in when its writer says so.
  await other.reload();
  await refused.getByRole('button', { name: 'Put mine in place of theirs' }).click();
  await allKept(other);
  await expect(calf(other)).toContainText('2');
  await page.reload();
  await expect(calf(page)).toContainText('2');
  await context.close();
});

test('looking for a client says when there is no line, and finds them once there is', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  await addClient(page, 'Gale Harker');
  await page.goto('/day');
  const field = page.getByLabel('Find a client by name');
  await page.route('**/find?*', (route) => route.abort('internetdisconnected'));
  await field.pressSequentially('Gale');
  await expect(page.getByText('There is no connection. Type on once there is one.')).toBeVisible();
  await field.press('Enter');
  await expect(page).toHaveURL(/\/day$/);
  await page.unroute('**/find?*');
  await field.pressSequentially(' H');
  await expect(page.getByRole('option', { name: /Gale Harker/ })).toBeVisible();
  // Signed out elsewhere in the meantime: it says so, and opens nothing.
  await page.context().clearCookies();
  await field.pressSequentially('a');
  await expect(page.getByText('You are signed out.')).toBeVisible();
});
