import {
  type APIRequestContext,
  type Browser,
  type BrowserContext,
  expect,
  type Page,
  test as base,
} from '@playwright/test';
import { noteWord, noteWords } from './log';
import { demoFolder, demoUserId, removeFolder, startServer, type Running } from './server';

export { expect };

/** Runs a server of its own with today’s demo data for as long as it is used. */
async function withDemo(use: (server: Running) => Promise<void>): Promise<void> {
  const folder = demoFolder();
  const server = await startServer({ DATA_DIR: folder, DEMO: '1' });
  await use(server);
  await server.stop();
  removeFolder(folder);
}

/** Tests against a server of their own with today’s demo data, one per worker. */
export const test = base.extend<object, { server: Running }>({
  server: [async ({}, use) => withDemo(use), { scope: 'worker', timeout: 60_000 }],
  page: async ({ page }, use) => use(patient(page)),
  baseURL: async ({ server }, use) => use(server.url),
});

/** The same with a server that no other file’s tests share: for those that answer and practise as the demo’s clients. */
export const withOwnServer = () =>
  test.extend<object, { server: Running }>({
    server: [async ({}, use) => withDemo(use), { scope: 'worker', timeout: 60_000 }],
  });

/**
 * A person looks before they press: a page that was opened is used once its scripts run. (What a form does
 * before that is tried by itself, with scripts off.)
 */
export function patient(page: Page): Page {
  noteWords(page);
  const goto = page.goto.bind(page);
  page.goto = async (url, options) => {
    const answer = await goto(url, options);
    await page.waitForFunction(() => {
      const main = document.querySelector('main');
      return !main || Object.keys(main).some((key) => key.startsWith('__reactFiber$'));
    });
    return answer;
  };
  return page;
}

export const PHONE = { width: 390, height: 844 };
export const PASS_PHRASE = 'lantern on the quay';
/** Of everybody the demo comes with. */
export const DEMO_PASS_PHRASE = 'harbour lamp demo';

/** Signs in as one of the demo’s people, without the page that offers them, and opens their first page. */
export async function stepInAs(page: Page, name: string): Promise<void> {
  const userId = demoUserId(await (await page.request.get('/sign-in')).text(), name);
  await page.request.post('/sign-in', { form: { intent: 'demo', userId } });
  for (const { value } of await page.context().cookies()) noteWord(value);
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
  return { context, page: patient(await context.newPage()) };
}

/** Opens a file for a new client and returns its path. */
export async function addClient(page: Page, name: string): Promise<string> {
  await page.goto('/clients/new');
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Minutes a day').fill('20');
  await page.getByRole('button', { name: 'Open the file' }).click();
  await page.waitForURL(/\/clients\/[0-9a-f-]{36}\/screen$/);
  const file = new URL(page.url()).pathname.replace(/\/screen$/, '');
  // Most tests go on with the plan.
  await page.goto(`${file}/plan`);
  return file;
}

/** The path of a client’s file, from the day sheet. */
export async function fileOf(page: Page, name: string): Promise<string> {
  await page.goto('/day');
  const href = await page.getByRole('link', { name }).getAttribute('href');
  return href ?? '';
}

/** Waits until everything that was written on a page is with the practice. */
export const allKept = (page: Page) =>
  expect(page.getByText('all kept', { exact: true })).toBeVisible();

/** Does something that is kept, and waits until the practice has answered to it. */
export async function keptAfter(page: Page, work: () => Promise<unknown>): Promise<void> {
  const answered = page.waitForResponse((answer) => answer.url().endsWith('/keep'));
  await work();
  await answered;
}

/** Answers how the day after the last session was, when that is asked. */
export async function sayHowItWas(page: Page, answer = 'Nothing to notice'): Promise<void> {
  const asks = page.getByRole('heading', { name: 'How was it afterwards?' });
  const start = page.getByRole('button', { name: 'Start' });
  await expect(asks.or(start)).toBeVisible();
  if (!(await asks.isVisible())) return;
  await page.getByLabel(answer, { exact: true }).check();
  await page.getByRole('button', { name: 'Go on' }).click();
  await start.waitFor();
}

/** Where the caution comes first: on to how to get there. */
export const findTheSpot = (page: Page) => page.getByRole('button', { name: 'Find the spot' });

/** Where the caution comes first, on to how to get there. */
export async function toThePoint(page: Page): Promise<void> {
  const onIt = page.getByRole('button', { name: 'I’m on it' });
  const caution = findTheSpot(page);
  await expect(onIt.or(caution)).toBeVisible();
  if (await caution.isVisible()) await caution.click();
  await expect(onIt).toBeVisible();
}

/** The line that says what is not sent yet. */
export const notSent = (page: Page, count: number) =>
  page.getByRole('button', { name: `kept here, not sent yet (${count})` });

/** A letter as a page would write it. */
export interface TestLetter {
  id?: string;
  kind: string;
  clientId: string | null;
  thing: string;
  base?: number | string | null;
  body: unknown;
}

/** Posts letters past the pages; answers what the server said. */
export async function postLetters(
  request: APIRequestContext,
  letters: readonly TestLetter[],
  post: Record<string, unknown> = {},
): Promise<{ status: number; answers: { id: string; is: string; says?: string }[] }> {
  const { userId } = (await (await request.get('/keep/key')).json()) as { userId: string };
  const at = Date.now();
  const answer = await request.post('/keep', {
    data: {
      from: userId,
      sentAt: at,
      letters: letters.map((letter) => ({ id: crypto.randomUUID(), base: null, at, ...letter })),
      ...post,
    },
  });
  const said = (await answer.json()) as { answers?: { id: string; is: string }[] };
  return { status: answer.status(), answers: said.answers ?? [] };
}

export const clientIdOf = (file: string): string => file.split('/').at(-1) ?? '';

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
  await page.getByLabel(/^I agree that/).check();
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
  await withoutInterview(page);
  await page.getByRole('button', { name: 'Issue version 1' }).click();
  await expect(page.getByText('Version 1 is issued.')).toBeVisible();
  const link = await inviteFrom(page, file);
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await joinBy(phone, link, `${name.toLowerCase().replaceAll(' ', '.')}@client.example`);
  return { file, phone, context };
}

/** Records on the bench why a routine is issued without an interview. */
export const withoutInterview = (page: Page) =>
  page.getByLabel('Why without an interview').fill('Made up for the test.');

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
