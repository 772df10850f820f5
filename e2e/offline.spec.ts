import type { Browser, BrowserContext, Page } from '@playwright/test';
import { packed } from './support/packed';
import { practiseToTheEnd } from './support/practise';
import {
  allKept,
  expect,
  fileOf,
  otherDevice,
  PHONE,
  stepInAs,
  withOwnServer,
} from './support/test';

const test = withOwnServer();

/** A client’s phone after one visit with a line: what it needs without one lies on it. */
async function visited(browser: Browser, baseURL: string | undefined, name: string) {
  const { page, context } = await otherDevice(browser, baseURL);
  await page.setViewportSize(PHONE);
  await stepInAs(page, name);
  await packed(page);
  return { page, context };
}

/** Another page of the same browser: the one before was closed. */
async function opened(context: BrowserContext, path: string): Promise<Page> {
  const page = await context.newPage();
  await page.setViewportSize(PHONE);
  await page.clock.install();
  await page.goto(path);
  return page;
}

test('after one visit everything of the client opens without a line, and a whole session is done', async ({
  page,
  browser,
  baseURL,
}) => {
  const phone = await visited(browser, baseURL, 'Tamsin');
  const { context } = phone;
  await phone.page.close();
  await context.setOffline(true);

  const alone = await opened(context, '/today');
  await expect(alone.getByRole('heading', { name: 'Today’s routine' })).toBeVisible();
  await expect(alone.getByText('no connection')).toBeVisible();
  const ofWeek = async () =>
    Number(/^\d+/.exec((await alone.getByText(/^\d+ of \d/).textContent()) ?? '')?.[0]);
  const before = await ofWeek();
  for (const [path, heading] of [
    ['/points', 'Where is it tender?'],
    ['/answers', 'A few questions first'],
    ['/measures', 'Home measures'],
    ['/complaint', 'How it goes'],
  ] as const) {
    await alone.goto(path);
    await expect(alone.getByRole('heading', { name: heading })).toBeVisible();
  }

  await alone.goto('/practise');
  // Where it is bruised is shown on the figure, which lies here too.
  await alone.getByRole('radio', { name: 'Bruised' }).check();
  await alone.getByRole('button', { name: 'Say where' }).click();
  await expect(alone.getByRole('img', { name: /nowhere yet/ }).first()).toBeVisible();
  await alone.getByRole('button', { name: 'Back' }).click();
  await alone.getByRole('radio', { name: 'A little sore' }).check();
  await alone.getByRole('button', { name: 'Go on' }).click();
  await alone.clock.runFor(6_000);
  await alone.getByRole('button', { name: 'Start' }).click();
  await practiseToTheEnd(alone, 'sent when there is a line');
  await alone.getByRole('link', { name: 'Done' }).click();
  await expect(alone.getByRole('heading', { name: 'Done for today' })).toBeVisible();
  expect(await ofWeek()).toBe(before + 1);

  // A new page without a line knows of it too.
  await alone.close();
  const again = await opened(context, '/today');
  await expect(again.getByRole('heading', { name: 'Done for today' })).toBeVisible();

  await context.setOffline(false);
  await again.evaluate(() => window.dispatchEvent(new Event('online')));
  await allKept(again);
  await context.close();

  await stepInAs(page, 'Maren');
  await page.goto(`${await fileOf(page, 'Tamsin')}/practise`);
  await expect(page.getByText('the day after: a little sore').first()).toBeVisible();
  await expect(page.getByText('finished').first()).toBeVisible();
});

test('the next day is put together without a line, and asks how it was', async ({
  browser,
  baseURL,
}) => {
  const { page, context } = await visited(browser, baseURL, 'Odalys');
  await page.close();
  await context.setOffline(true);
  const phone = await context.newPage();
  await phone.setViewportSize(PHONE);
  await phone.clock.install();
  await phone.goto('/practise');
  await phone.getByRole('radio', { name: 'Nothing to notice' }).check();
  await phone.getByRole('button', { name: 'Go on' }).click();
  await phone.clock.runFor(6_000);
  await phone.getByRole('button', { name: 'Start' }).click();
  await practiseToTheEnd(phone, 'sent when there is a line');

  await phone.clock.setSystemTime(Date.now() + 26 * 3_600_000);
  await phone.goto('/today');
  await expect(phone.getByRole('heading', { name: 'Today’s routine' })).toBeVisible();
  await expect(phone.getByText(/^First you are asked how it was after your last/)).toBeVisible();
  await phone.goto('/practise');
  await phone.getByRole('radio', { name: 'Numb or tingling' }).check();
  await phone.getByRole('button', { name: 'Say where' }).click();
  await phone.getByRole('checkbox').first().check();
  await phone.getByRole('button', { name: /^Tell / }).click();
  await phone.clock.runFor(6_000);
  await expect(phone.getByText(/Nothing starts here until/)).toBeVisible();
  await phone.goto('/today');
  await expect(phone.getByText(/Nothing starts here until/)).toBeVisible();
  await context.close();
});

test('a line that goes in the middle, and a page that is closed then, lose nothing of a session', async ({
  browser,
  baseURL,
}) => {
  const { page, context } = await visited(browser, baseURL, 'Benedikt');
  await page.goto('/practise');
  const answer = page.getByRole('radio', { name: 'Nothing to notice' });
  if ((await answer.count()) > 0) {
    await answer.check();
    await page.getByRole('button', { name: 'Go on' }).click();
  }
  await page.getByRole('button', { name: 'Start' }).click();
  await packed(page);
  await context.setOffline(true);
  await page.getByRole('button', { name: 'Skip' }).click();
  await page.getByRole('button', { name: 'No time' }).click();
  const stands = await page.getByText(/^\d+ of \d+$/).textContent();
  await expect(page.getByRole('button', { name: /^kept here, not sent yet/ })).toBeVisible();
  await page.close();

  const alone = await opened(context, '/practise');
  await expect(alone.getByText(stands ?? 'nowhere')).toBeVisible();
  // The drawings are there as well.
  await expect
    .poll(() => alone.locator('img').evaluateAll((all) => all.map((one) => one.clientWidth > 0)))
    .toContain(true);
  await context.setOffline(false);
  await alone.clock.runFor(40_000);
  await allKept(alone);
  await alone.reload();
  await expect(alone.getByText(stands ?? 'nowhere')).toBeVisible();
  await context.close();
});

test('after signing out nothing of anybody opens without a line', async ({ browser, baseURL }) => {
  const { page, context } = await visited(browser, baseURL, 'Tamsin');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.waitForURL('**/sign-in');
  await context.setOffline(true);
  await page.goto('/today');
  await expect(page.getByText(/nothing of yours is on this phone yet/)).toBeVisible();
  expect(await page.content()).not.toContain('Tamsin');
  await context.close();
});

test('whoever signs out without a line is signed out, there and at the practice', async ({
  browser,
  baseURL,
}) => {
  const { page, context } = await visited(browser, baseURL, 'Yara');
  await context.setOffline(true);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByText(/^You are signed out on this device/)).toBeVisible();
  await page.goto('/today');
  await expect(page.getByText(/^You are signed out on this device/)).toBeVisible();
  await context.setOffline(false);
  await page.goto('/today').catch(() => undefined);
  await page.waitForURL('**/sign-in');
  await page.goto('/today');
  await page.waitForURL('**/sign-in**');
  await context.close();
});

test('what has no line and no copy says so, and a page of the therapist is not kept', async ({
  page,
  context,
}) => {
  await stepInAs(page, 'Maren');
  expect(
    await page.evaluate(async () => (await navigator.serviceWorker.getRegistrations()).length),
  ).toBe(0);
  await context.setOffline(true);
  await expect(page.goto('/day')).rejects.toThrow(/ERR_INTERNET_DISCONNECTED/);
});
