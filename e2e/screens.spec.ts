import AxeBuilder from '@axe-core/playwright';
import { type Page } from '@playwright/test';
import { addClient, addSite, expect, PHONE, stepInAs, test } from './support/test';

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

async function expectFitAndAccessible(page: Page, name: string): Promise<void> {
  const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect([name, 'horizontal scroll', over]).toEqual([name, 'horizontal scroll', Math.min(0, over)]);
  const { violations } = await new AxeBuilder({ page }).withTags(TAGS).analyze();
  const said = violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`,
  );
  expect([name, said]).toEqual([name, []]);
}

async function fileOf(page: Page, name: string): Promise<string> {
  await page.goto('/day');
  const href = await page.getByRole('link', { name }).getAttribute('href');
  return (href ?? '').replace(/\/[a-z]+$/, '');
}

for (const colorScheme of ['light', 'dark'] as const) {
  for (const viewport of [{ width: 1280, height: 800 }, PHONE]) {
    const where = `${colorScheme}, ${viewport.width}×${viewport.height}`;

    test(`the therapist’s screens fit and pass axe: ${where}`, async ({ browser, baseURL }) => {
      const context = await browser.newContext({ baseURL, viewport, colorScheme });
      const page = await context.newPage();
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      await page.goto('/sign-in');
      await expectFitAndAccessible(page, 'sign-in');
      await stepInAs(page, 'Maren');
      await expectFitAndAccessible(page, 'day sheet');
      const file = await fileOf(page, 'Benedikt Aro');
      const paths = ['plan', 'practise', 'review', 'details'].map((stage) => `${file}/${stage}`);
      for (const path of [
        ...paths,
        '/clients/new',
        '/settings/about',
        '/settings/account',
        '/settings/practice',
      ]) {
        await page.goto(path);
        await page.waitForLoadState('networkidle');
        await expectFitAndAccessible(page, path);
      }
      // With a refusal, with a trouble, with nothing.
      await page.goto(`${file}/plan`);
      await page.getByLabel('pressure grade').fill('nine');
      await expect(
        page.getByText('The pressure grade must be a whole number.').first(),
      ).toBeVisible();
      await page.getByLabel('points', { exact: true }).fill('6');
      await expect(page.getByText('Refused.').first()).toBeVisible();
      await expectFitAndAccessible(page, 'plan, refused');
      const empty = await addClient(page, `Empty ${where}`);
      await expectFitAndAccessible(page, 'plan, empty');
      for (const stage of ['practise', 'review', 'details']) {
        await page.goto(`${empty}/${stage}`);
        await expectFitAndAccessible(page, `${stage}, empty`);
      }
      await page.getByRole('button', { name: 'Make an invitation' }).click();
      await page.getByRole('img', { name: /QR code/ }).waitFor();
      await expectFitAndAccessible(page, 'invitation');
      const link = await page.locator('output').innerText();
      await page.goto('/clients/00000000-0000-7000-8000-000000000000/plan');
      await expect(page.getByText('There is no such client.')).toBeVisible();
      await expectFitAndAccessible(page, 'nothing here');
      await context.clearCookies();
      await page.goto(link);
      await expectFitAndAccessible(page, 'join');
      await page.getByRole('button', { name: 'Join' }).click();
      await expect(page.getByText('Enter an e-mail address like name@example.org.')).toBeVisible();
      await expectFitAndAccessible(page, 'join, refused');
      expect(errors).toEqual([]);
      await context.close();
    });

    test(`the client’s screens fit and pass axe: ${where}`, async ({ browser, baseURL }) => {
      const context = await browser.newContext({ baseURL, viewport, colorScheme });
      const page = await context.newPage();
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      await stepInAs(page, 'Yara');
      await expectFitAndAccessible(page, 'today');
      for (const path of ['/settings/about', '/settings/account']) {
        await page.goto(path);
        await expectFitAndAccessible(page, path);
      }
      await page.clock.install();
      await page.goto('/practise');
      await page.getByRole('button', { name: 'Start' }).waitFor();
      await expectFitAndAccessible(page, 'opening');
      await page.getByRole('button', { name: 'Start' }).click();
      await expectFitAndAccessible(page, 'find');
      await page.getByRole('button', { name: 'Skip' }).click();
      await expectFitAndAccessible(page, 'skip');
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'I’m on it' }).click();
      await page.clock.runFor(1_000);
      await expectFitAndAccessible(page, 'count-in');
      await page.clock.runFor(2_500);
      await page.getByRole('button', { name: '9', exact: true }).click();
      await expect(page.getByText(/^Ease off/)).toBeVisible();
      await expectFitAndAccessible(page, 'hold, too much');
      await page.getByRole('button', { name: 'Pause' }).click();
      await expectFitAndAccessible(page, 'paused');
      await page.getByRole('button', { name: 'Go on' }).click();
      await page.getByRole('button', { name: 'Come off' }).click();
      await expectFitAndAccessible(page, 'rating after');
      await page.getByRole('button', { name: 'Stop' }).click();
      await expectFitAndAccessible(page, 'stop');
      await page.getByRole('button', { name: 'Dizzy or sick' }).click();
      await expect(page.getByRole('heading', { name: 'Come out slowly' })).toBeVisible();
      await expectFitAndAccessible(page, 'stopped');
      expect(errors).toEqual([]);
      await context.close();
    });
  }
}

test('the practise screen is light: under 200 kB of script over the wire, usable at once', async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({ baseURL, viewport: PHONE });
  const page = await context.newPage();
  await stepInAs(page, 'Yara');
  const cdp = await context.newCDPSession(page);
  await cdp.send('Network.enable');
  await cdp.send('Network.setCacheDisabled', { cacheDisabled: true });
  const scripts = new Map<string, number>();
  const kinds = new Map<string, string>();
  cdp.on('Network.responseReceived', ({ requestId, type }) => kinds.set(requestId, type));
  cdp.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (kinds.get(requestId) === 'Script' || kinds.get(requestId) === 'Other') {
      scripts.set(requestId, encodedDataLength);
    }
  });
  await page.goto('/practise');
  await page.getByRole('button', { name: 'Start' }).waitFor();
  await page.waitForLoadState('networkidle');
  const bytes = [...scripts.values()].reduce((sum, size) => sum + size, 0);
  expect(bytes).toBeGreaterThan(20_000);
  expect(bytes).toBeLessThan(200_000);
  await context.close();
});

test('the order of a routine can be changed by dragging', async ({ page }) => {
  await stepInAs(page, 'Maren');
  await addClient(page, 'Drag Test');
  for (const site of ['Skull base', 'Thumb base', 'Breastbone']) await addSite(page, site);
  const order = page.getByRole('list', { name: 'Sites in order' });
  const from = await page.getByRole('button', { name: /^Move Breastbone/ }).boundingBox();
  const to = await page.getByRole('button', { name: /^Move Skull base/ }).boundingBox();
  if (!from || !to) throw new Error('The handles are not drawn.');
  await page.mouse.move(from.x + 5, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(from.x + 5, from.y - 20, { steps: 4 });
  await page.mouse.move(to.x + 5, to.y + 2, { steps: 8 });
  await page.mouse.up();
  await expect(order.getByRole('listitem').first()).toContainText('Breastbone');
});
