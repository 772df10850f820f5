import { Secret, TOTP } from 'otpauth';
import { noteWord } from './support/log';
import {
  addClient,
  DEMO_PASS_PHRASE,
  expect,
  otherDevice,
  PASS_PHRASE,
  stepInAs,
  test,
} from './support/test';

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

test('a therapist turns two-factor sign-in on, and is asked for a code, or a recovery code, once each', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Idris');
  await page.goto('/settings/account');
  await page.getByRole('link', { name: /^See how it stands/ }).click();
  await page.getByLabel('Your pass phrase').fill(DEMO_PASS_PHRASE);
  await page.getByRole('button', { name: 'Turn it on' }).click();
  await page.getByRole('img', { name: /^QR code/ }).waitFor();
  const key = (await page.getByText(/^([A-Z2-7]{4} ?){8}$/).innerText()).replaceAll(' ', '');
  noteWord(key);
  const app = new TOTP({ secret: Secret.fromBase32(key) });
  await page.getByLabel('The six digits').fill('12 34');
  await page.getByRole('button', { name: 'Confirm' }).click();
  await expect(page.getByText(/^That code does not match/)).toBeVisible();
  await page.getByLabel('The six digits').fill(app.generate());
  await page.getByRole('button', { name: 'Confirm' }).click();
  await page.getByRole('heading', { name: 'Your recovery codes' }).waitFor();
  const codes = await page
    .getByRole('listitem')
    .filter({ hasText: /^(\w{4}-){3}/ })
    .allInnerTexts();
  expect(codes).toHaveLength(10);
  for (const code of codes) noteWord(code);

  const { context, page: other } = await otherDevice(browser, baseURL);
  const passPhrase = async () => {
    await other.goto('/sign-in?to=/tools');
    await other.getByLabel('E-mail').fill('idris@sandholmquay.example');
    await other.getByLabel('Pass phrase').fill(DEMO_PASS_PHRASE);
    await other.getByRole('button', { name: 'Sign in', exact: true }).click();
    await other.waitForURL('**/sign-in/code?to=%2Ftools');
  };
  const code = async (given: string) => {
    await other.getByLabel('Code').fill(given);
    await other.getByRole('button', { name: 'Sign in', exact: true }).click();
  };
  await passPhrase();
  // The pass phrase alone opens nothing.
  await other.goto('/day');
  await expect(other).toHaveURL(/\/sign-in\?to=/);
  await other.goto('/sign-in/code?to=/tools');
  await code(codes[0] ?? '');
  await other.waitForURL('**/tools');
  await other.getByRole('button', { name: 'Sign out' }).click();
  // What is unsent is sealed first: the page leaves by itself, and whoever goes elsewhere before is in its way.
  await other.waitForURL('**/sign-in');
  await passPhrase();
  await code(codes[0] ?? '');
  await expect(other.getByText('it was used already')).toBeVisible();
  // The next half minute's, as from a phone whose clock is a little fast: the present one was used above.
  await code(app.generate({ timestamp: Date.now() + 30_000 }));
  await other.waitForURL('**/tools');
  await context.close();

  await page.reload();
  await expect(page.getByText('9 recovery codes are left.')).toBeVisible();
  await page.getByLabel('A code').fill(codes[1] ?? '');
  await page.getByRole('button', { name: 'Turn it off' }).click();
  await expect(page.getByText(/^It is off/)).toBeVisible();
});

test('an owner reads who saw and did what, looks for it, and nobody else does', async ({
  page,
  browser,
  baseURL,
}) => {
  const { page: theirs, context } = await otherDevice(browser, baseURL);
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Trail Walker');
  await stepInAs(theirs, 'Idris');
  await theirs.goto(`${file}/plan`);
  await theirs.goto(`${file}/map`);
  await theirs.goto(`${file}/referral`);
  await page.goto('/settings/trail');
  const lines = page.getByRole('row').filter({ hasText: 'Trail Walker' });
  await expect(
    lines.filter({ hasText: 'Idris' }).filter({ hasText: 'saw a client file' }),
  ).toHaveCount(1);
  await expect(lines.filter({ hasText: 'took out a referral note' })).toHaveCount(1);
  await expect(lines.filter({ hasText: 'opened a client file' })).toHaveCount(1);
  await page.getByLabel('Person, client or what was done').fill('walker referral');
  await page.getByRole('button', { name: 'Look' }).click();
  await expect(page).toHaveURL(/q=walker/);
  await expect(lines).toHaveCount(1);
  await lines.getByRole('link', { name: 'Trail Walker' }).click();
  await page.waitForURL((url) => url.pathname.startsWith(file));
  // What cannot be is said, and the trail stays.
  await page.goto('/settings/trail?from=2026-03-02&until=2026-03-01');
  await expect(page.getByText('The first day is after the last.')).toBeVisible();
  await expect(lines.first()).toBeVisible();
  await page.goto('/settings/trail?q=nobody-of-that-name');
  await expect(page.getByText('Nothing of that kind was done.')).toBeVisible();
  // A therapist who does not own the practice is told so, and is shown no way there.
  await theirs.goto('/settings/account');
  await expect(theirs.getByRole('link', { name: 'Audit trail' })).toHaveCount(0);
  expect((await theirs.goto('/settings/trail'))?.status()).toBe(403);
  await expect(theirs.getByText('Only an owner of the practice can do that.')).toBeVisible();
  await expect(theirs.getByText('Trail Walker')).toHaveCount(0);
  await context.close();
});
