import {
  type Browser,
  type BrowserContext,
  expect,
  type Page,
  test as base,
} from '@playwright/test';
import { demoFolder, demoUserId, removeFolder, startServer, type Running } from './server';

export { expect };

/** Tests against a server of their own with today’s demo data, one per worker. */
export const test = base.extend<object, { server: Running }>({
  server: [
    async ({}, use) => {
      const folder = demoFolder();
      const server = await startServer({ DATA_DIR: folder, DEMO: '1' });
      await use(server);
      await server.stop();
      removeFolder(folder);
    },
    { scope: 'worker', timeout: 60_000 },
  ],
  baseURL: async ({ server }, use) => use(server.url),
});

export const PHONE = { width: 390, height: 844 };
export const PASS_PHRASE = 'lantern on the quay';

/** Signs in as one of the demo’s people, without the page that offers them, and opens their first page. */
export async function stepInAs(page: Page, name: string): Promise<void> {
  const userId = demoUserId(await (await page.request.get('/sign-in')).text(), name);
  await page.request.post('/sign-in', { form: { intent: 'demo', userId } });
  await page.goto('/');
  await page.waitForURL(/\/(day|today)$/);
}

/** A page of its own, as on another device. */
export async function otherDevice(
  browser: Browser,
  baseURL: string | undefined,
  viewport = PHONE,
): Promise<{ context: BrowserContext; page: Page }> {
  const context = await browser.newContext({ baseURL, viewport, timezoneId: 'Europe/Copenhagen' });
  return { context, page: await context.newPage() };
}

/** Opens a file for a new client and returns its path. */
export async function addClient(page: Page, name: string): Promise<string> {
  await page.goto('/clients/new');
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Minutes a day').fill('20');
  await page.getByRole('button', { name: 'Open the file' }).click();
  await page.waitForURL(/\/clients\/[0-9a-f-]{36}\/plan$/);
  return new URL(page.url()).pathname.replace(/\/plan$/, '');
}

/** Makes an invitation and returns its link. */
export async function inviteFrom(page: Page, file: string): Promise<string> {
  await page.goto(`${file}/details`);
  await page.getByRole('button', { name: 'Make an invitation' }).click();
  return page.locator('output').innerText();
}

export async function joinBy(page: Page, link: string, email: string): Promise<void> {
  await page.goto(link);
  await page.getByLabel('E-mail, to sign in with').fill(email);
  await page.getByLabel('Pass phrase', { exact: true }).fill(PASS_PHRASE);
  await page.getByRole('button', { name: 'Join' }).click();
  await page.waitForURL('**/today');
}

/** A new client with an issued routine of these sites, joined on a phone of their own. */
export async function clientWithRoutine(
  page: Page,
  browser: Browser,
  baseURL: string | undefined,
  name: string,
  sites: readonly string[],
): Promise<{ file: string; phone: Page; context: BrowserContext }> {
  const file = await addClient(page, name);
  for (const site of sites) await addSite(page, site);
  await page.getByRole('button', { name: 'Issue version 1' }).click();
  await expect(page.getByText('Version 1 is issued.')).toBeVisible();
  const link = await inviteFrom(page, file);
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await joinBy(phone, link, `${name.toLowerCase().replaceAll(' ', '.')}@client.example`);
  return { file, phone, context };
}

/** Adds a site to the routine on the bench. */
export const addSite = (page: Page, name: string) =>
  page.getByRole('button', { name: new RegExp(`^Add ${name},`) }).click();

/** Holds the screening interview: yes to these, none of all the others. */
export async function screenBy(
  page: Page,
  file: string,
  yes: readonly (string | RegExp)[] = [],
): Promise<void> {
  await page.goto(`${file}/screen`);
  await page.waitForLoadState('networkidle');
  // Asked before: it is opened anew at the first page.
  const first = page.getByRole('button', { name: /^1 ?Right now/ });
  if (await first.isVisible()) await first.click();
  const none = page.getByRole('button', { name: /^(None of|Go on)/ });
  for (let group = 1; group <= 6; group += 1) {
    await expect(page.getByRole('heading', { name: new RegExp(`^${group}`) })).toBeVisible();
    for (const asks of yes) {
      const question = page.getByRole('group', { name: asks });
      if (await question.isVisible()) await question.getByRole('button', { name: 'Yes' }).click();
    }
    await none.click();
  }
  await page.getByRole('button', { name: 'Record the interview' }).click();
  await expect(page.getByText(/^Asked today by/)).toBeVisible();
}
