import { expect, otherDevice, PASS_PHRASE, stepInAs, test } from './support/test';

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

test('an owner ends a colleague’s account, and a person a sign-in of their own', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  await page.goto('/settings/practice');
  await page.getByRole('button', { name: 'Invite a therapist' }).click();
  const link = await page.locator('output').innerText();
  const { page: theirs, context } = await otherDevice(browser, baseURL);
  await theirs.goto(link);
  await theirs.getByLabel('Your name').fill('Ebbe Lund');
  await theirs.getByLabel('E-mail, to sign in with').fill('ebbe@quay.example');
  await theirs.getByLabel('Pass phrase', { exact: true }).fill(PASS_PHRASE);
  await theirs.getByRole('button', { name: 'Join' }).click();
  await theirs.waitForURL('**/day');
  await page.goto('/settings/practice');
  await page.getByRole('button', { name: 'End the account of Ebbe Lund' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: 'End the account of Ebbe Lund' }).click();
  await page.getByRole('button', { name: 'End it' }).click();
  await expect(page.getByText('The account is ended.')).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: /Ebbe Lund.*ended/ })).toBeVisible();
  await theirs.goto('/day');
  await expect(theirs).toHaveURL(/\/sign-in/);
  await context.close();
  // The same person on two devices: one of them is ended from the other.
  const { page: lost, context: away } = await otherDevice(browser, baseURL);
  await stepInAs(lost, 'Maren');
  await page.goto('/settings/account');
  await expect(page.getByText('this one')).toBeVisible();
  const ends = page.getByRole('button', { name: /^End the sign-in on/ });
  for (let left = await ends.count(); left > 0; left -= 1) {
    await ends.first().click();
    await expect(ends).toHaveCount(left - 1);
  }
  await expect(page.getByText('That sign-in is ended.')).toBeVisible();
  await lost.goto('/day');
  await expect(lost).toHaveURL(/\/sign-in/);
  await page.goto('/day');
  await expect(page).toHaveURL(/\/day$/);
  await away.close();
});
