import { expect, otherDevice, stepInAs, test } from './support/test';

test('a request that another site sends is refused', async ({ page }) => {
  await stepInAs(page, 'Maren');
  const foreign: Record<string, string>[] = [
    { Origin: 'https://elsewhere.example' },
    { 'Sec-Fetch-Site': 'cross-site' },
    { Origin: 'null' },
  ];
  for (const headers of foreign) {
    const answer = await page.request.post('/clients/new', {
      form: { name: 'Probe', timeZone: 'UTC' },
      headers,
      maxRedirects: 0,
    });
    expect([headers, answer.status()]).toEqual([headers, 403]);
  }
});

test('signing in does not lead to another site, and signing out everywhere ends every device', async ({
  page,
  browser,
  baseURL,
}) => {
  await page.goto('/sign-in?to=https://elsewhere.example/');
  await page.getByRole('button', { name: /^Idris/ }).click();
  await page.waitForURL('**/day');
  const { page: second, context } = await otherDevice(browser, baseURL);
  await second.goto('/sign-in?to=//elsewhere.example');
  await second.getByRole('button', { name: /^Idris/ }).click();
  await second.waitForURL('**/day');
  await page.goto('/settings/account');
  await page.getByRole('button', { name: 'Sign out everywhere' }).click();
  await page.waitForURL('**/sign-in');
  await second.goto('/day');
  await expect(second).toHaveURL(/\/sign-in/);
  await context.close();
});
