import { clientWithRoutine, expect, screenBy, stepInAs, test } from './support/test';

test('a client’s red flag stops the plan at once, tells both what to do, and is lifted with a record', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const { phone, file, context } = await clientWithRoutine(page, browser, baseURL, 'Bram Vesper', [
    'Breastbone',
  ]);
  await phone.goto('/today');
  await phone.getByRole('link', { name: 'A few questions before you begin' }).click();
  // An emergency is brought into view, and nothing invites to go on until it was a slip.
  const worst = phone.getByRole('group', { name: 'A sudden headache, the worst ever?' });
  await worst.getByRole('button', { name: 'Yes' }).click();
  await expect(phone.getByRole('heading', { name: 'Call for help now' })).toBeInViewport();
  await expect(phone.getByRole('button', { name: /^None of/ })).toHaveCount(0);
  await phone.getByRole('button', { name: /^That was a slip/ }).click();
  await worst.getByRole('button', { name: 'No', exact: true }).click();
  await expect(phone.getByRole('heading', { name: 'Call for help now' })).toHaveCount(0);
  await phone.getByRole('button', { name: /^None of/ }).click();
  await phone
    .getByRole('group', { name: 'A calf that is hot, swollen and painful?' })
    .getByRole('button', { name: 'Yes' })
    .click();
  await expect(phone.getByRole('heading', { name: 'Please do not practise now' })).toBeVisible();
  for (let group = 2; group <= 6; group += 1) {
    await phone.getByRole('button', { name: /^None of/ }).click();
  }
  await phone.getByRole('button', { name: /^Send to/ }).click();
  await expect(phone.getByRole('heading', { name: 'A few questions first' })).toHaveCount(0);
  await expect(phone.getByText('A note to take along')).toBeVisible();
  await phone.goto('/practise');
  await expect(phone.getByRole('heading', { name: 'Please do not practise now' })).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Start' })).toHaveCount(0);
  await phone.goto('/referral');
  await expect(
    phone.getByRole('listitem').filter({ hasText: 'hot, swollen' }).last(),
  ).toContainText('yes');
  await page.goto('/day');
  await expect(page.getByRole('row', { name: /Bram Vesper/ })).toContainText('with a red flag');
  await page.goto(`${file}/plan`);
  await expect(page.getByText(/Hot swollen painful calf: refer/).first()).toBeVisible();
  await page.goto(`${file}/screen`);
  await page.getByRole('button', { name: 'Confirm with the client' }).click();
  await expect(page.getByText(/^Asked today by/)).toBeVisible();
  await page.getByRole('button', { name: 'Record a clearance' }).click();
  await page.getByLabel('Cleared by').fill('Dr Amsel');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByText(/^Lifted: cleared by Dr Amsel/).first()).toBeVisible();
  await phone.goto('/today');
  await expect(phone.getByRole('heading', { name: 'Today’s routine' })).toBeVisible();
  await context.close();
});

test('what a client answers limits the session at once, and says why', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const { phone, file, context } = await clientWithRoutine(page, browser, baseURL, 'Mika Strand', [
    'Jaw muscle, inside approach',
    'Breastbone',
  ]);
  await screenBy(page, file, [/^A locked jaw/]);
  await phone.goto('/practise');
  await expect(
    phone.getByText('Jaw muscle, inside approach is left out: Nothing inside the mouth.'),
  ).toBeVisible();
  await phone.getByRole('button', { name: 'Start' }).click();
  await expect(phone.getByRole('heading', { name: 'Breastbone' })).toBeVisible();
  // What asks for a doctor’s word first leaves nothing to start.
  await screenBy(page, file, [/^Rheumatoid disease/]);
  await phone.goto('/practise');
  await expect(phone.getByRole('button', { name: 'Nothing to do today' })).toBeDisabled();
  await context.close();
});
