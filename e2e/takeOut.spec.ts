import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, fileOf, otherDevice, stepInAs, test } from './support/test';

async function saved(page: Page, name: string): Promise<{ file: string; lines: string[] }> {
  const coming = page.waitForEvent('download');
  await page.getByRole('link', { name, exact: true }).click();
  const download = await coming;
  const text = await readFile(await download.path(), 'utf8');
  return { file: download.suggestedFilename(), lines: text.trimEnd().split('\r\n') };
}

test('a record is taken out as tables, by who works here and by the client alone, and the trail says so', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Hollis Verbeek');
  await page.goto(`${file}/practise`);
  const sessions = await page.getByRole('row').count();
  await page.getByRole('link', { name: 'Take them out as tables' }).click();
  await expect(page.getByRole('heading', { name: 'Take out' })).toBeVisible();
  const table = page.getByRole('region', { name: 'As tables' });
  await expect(table.getByRole('link')).toHaveCount(5);
  const taken = await saved(page, 'Sessions');
  expect(taken.file).toBe('hollis-verbeek-sessions.csv');
  // The heading and one line each, as the page has it.
  expect(taken.lines).toHaveLength(sessions);
  const points = await saved(page, 'Tender points');
  expect(points.lines.length).toBeGreaterThan(3);
  // What the columns hold is told beside them.
  await page.getByText('Sessions', { exact: true }).last().click();
  for (const name of taken.lines[0]?.replace('\uFEFF', '').split(',') ?? [])
    await expect(
      page
        .getByRole('term')
        .filter({ hasText: new RegExp(`^${name}$`) })
        .first(),
    ).toBeVisible();

  const missing = await page.request.get(`${file}/take-out/everything`);
  expect(missing.status()).toBe(404);

  await page.goto('/settings/trail?q=took+out');
  await expect(page.getByText('took out the sessions').first()).toBeVisible();

  const { page: client } = await otherDevice(browser, baseURL);
  await stepInAs(client, 'Hollis');
  await client.goto('/course');
  const own = await saved(client, 'Sessions');
  expect(own.lines).toEqual(taken.lines);
});
