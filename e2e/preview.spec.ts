import { expect, fileOf, stepInAs, test } from './support/test';

test('the therapist goes through the client’s session at any speed, and nothing of it is logged', async ({
  page,
}) => {
  await stepInAs(page, 'Idris');
  const file = await fileOf(page, 'Ilse Marchetti');
  await page.goto(`${file}/practise`);
  const rows = page.getByRole('row');
  await expect(rows.first()).toBeVisible();
  const before = await rows.count();
  const sent: string[] = [];
  page.on('request', (request) => {
    if (request.method() !== 'GET') sent.push(request.url());
  });
  await page.goto(`${file}/plan`);
  await page.getByRole('link', { name: 'See the session as the client does' }).click();
  await expect(page.getByText('Nothing of it is logged.')).toBeVisible();
  await page.getByRole('button', { name: 'sixteen times as fast' }).click();
  await page.getByRole('button', { name: 'Start' }).click();
  await page.getByRole('button', { name: 'Find the spot' }).click();
  await page.getByRole('button', { name: 'I’m on it' }).click();
  // A hold of a quarter of a minute is through in a second or two.
  await page.getByRole('button', { name: '2', exact: true }).click();
  await expect(page.getByText('And on letting go?')).toBeVisible({
    timeout: 6_000,
  });
  await page.getByRole('button', { name: 'From the beginning' }).click();
  await expect(page.getByRole('button', { name: 'Start' })).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  await page.waitForURL('**/plan');
  await page.goto(`${file}/practise`);
  await expect(rows).toHaveCount(before);
  expect(sent.filter((url) => url.includes('/keep'))).toEqual([]);
});
