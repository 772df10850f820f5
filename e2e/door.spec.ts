import { addClient, expect, otherDevice, stepInAs, test } from './support/test';

test('every page and form stands behind the one door', async ({ page, browser, baseURL }) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Behind Doors');
  const staff = [
    '/day',
    '/find?q=a',
    '/clients/new',
    `${file}/plan`,
    `${file}/practise`,
    `${file}/review`,
    `${file}/details`,
    `${file}/brings`,
    `${file}/screen`,
    `${file}/map`,
    `${file}/measure`,
    `${file}/visit`,
    `${file}/referral`,
    '/settings/practice',
  ];
  const own = ['/today', '/practise', '/answers', '/points', '/measures', '/referral'];
  const anyone = ['/settings/about', '/settings/account'];
  const { page: nobody, context } = await otherDevice(browser, baseURL);
  for (const path of [...staff, ...own, ...anyone]) {
    const answer = await nobody.request.get(path, { maxRedirects: 0 });
    expect([path, answer.status(), answer.headers().location?.split('?')[0]]).toEqual([
      path,
      302,
      '/sign-in',
    ]);
    const bare = await nobody.request.get(`${path.split('?')[0]}.data`, { maxRedirects: 0 });
    expect([path, await bare.text()]).toEqual([path, expect.not.stringContaining('Behind Doors')]);
  }
  for (const path of [
    '/clients/new',
    `${file}/plan/draft`,
    `${file}/plan/issue`,
    `${file}/details`,
    '/practise/events',
    `${file}/screen/keep`,
    `${file}/screen/record`,
    `${file}/map/keep`,
    `${file}/measure/keep`,
    `${file}/visit`,
    `${file}/visit/notes`,
    `${file}/pictures`,
    '/answers/keep',
    '/answers/record',
    '/points/keep',
    '/measures/keep',
    '/settings/account',
    '/settings/practice',
  ]) {
    const answer = await nobody.request.post(path, { form: { intent: 'change' }, maxRedirects: 0 });
    expect([path, answer.status()]).toEqual([path, 302]);
  }
  await stepInAs(nobody, 'Nuno');
  for (const path of staff)
    expect([path, (await nobody.request.get(path)).status()]).toEqual([path, 404]);
  for (const path of own)
    expect([path, (await page.request.get(path)).status()]).toEqual([path, 404]);
  for (const path of anyone) expect((await nobody.request.get(path)).status()).toBe(200);
  await context.close();
});

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
