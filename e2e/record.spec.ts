import {
  addClient,
  expect,
  inviteFrom,
  joinBy,
  otherDevice,
  PHONE,
  stepInAs,
  test,
  withOwnServer,
} from './support/test';

withOwnServer();

test('a client agrees on joining, asks to be erased, and is: what stays is that there was a record', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Sunniva Holt');
  const link = await inviteFrom(page, file);
  const { page: phone } = await otherDevice(browser, baseURL);
  await phone.setViewportSize(PHONE);
  // Without saying that the record may be kept there is none.
  await phone.goto(link);
  await phone.getByLabel('E-mail, to sign in with').fill('sunniva@quay.example');
  await phone.getByLabel('Pass phrase', { exact: true }).fill('lantern on the quay');
  await phone.getByRole('button', { name: 'Join' }).click();
  await expect(phone.getByText('without it there is none')).toBeVisible();
  await joinBy(phone, link, 'sunniva@quay.example');

  await phone.goto('/course');
  await phone.getByRole('link', { name: /having it erased/ }).click();
  await expect(phone.getByText('It may be kept')).toBeVisible();
  await expect(phone.getByText(/^It has to be kept 10 years/)).toBeVisible();
  await phone.getByRole('button', { name: 'Ask for erasure' }).click();
  await expect(phone.getByText(/You asked on/)).toBeVisible();

  await page.goto('/day');
  await page.getByRole('link', { name: '1 record asked to be erased' }).click();
  await expect(page.getByText(/^asked to be erased on/)).toBeVisible();
  await page.getByRole('link', { name: 'Look at it' }).click();
  await expect(page.getByText('It cannot be erased before that.')).toBeVisible();
  const keepFor = async (years: string) => {
    await page.goto('/settings/practice');
    await page.getByLabel('Years a record has to be kept after the last contact').fill(years);
    await page.getByRole('button', { name: 'Save' }).click();
  };
  await keepFor('ten');
  await expect(page.getByText(/must be a whole number to 50, or empty/).first()).toBeVisible();
  await keepFor('');
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.goto(`${file}/record`);
  await expect(page.getByText(/^Before a record can be erased/)).toBeVisible();
  await keepFor('0');
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.goto(`${file}/record`);
  await page.getByLabel('Type Sunniva Holt to erase it').fill('Sunniva');
  await page.getByRole('button', { name: 'Erase this record' }).click();
  await expect(page.getByText('nothing was erased')).toBeVisible();
  await page.getByLabel('Type Sunniva Holt to erase it').fill('sunniva holt');
  await page.getByRole('button', { name: 'Erase this record' }).click();
  await expect(page.getByText('The record is erased.')).toBeVisible();

  expect((await page.goto(file))?.status()).toBe(410);
  await expect(page.getByText(/This record was erased on/)).toBeVisible();
  // Her phone is signed out, and what it would still send is refused.
  await phone.goto('/today');
  await expect(phone).toHaveURL(/\/sign-in/);
  await page.goto('/settings/trail?q=erased');
  await expect(page.getByText('a record that was erased').first()).toBeVisible();
  await page.goto(`/caseload?q=Sunniva`);
  await expect(page.getByText('Sunniva')).toHaveCount(0);
});

test('what is said in the room is put down by who heard it', async ({ page }) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Pim Rook');
  await page.goto(`${file}/details`);
  await page.getByRole('link', { name: 'Their record' }).click();
  await expect(page.getByText('Nothing is put down about it.')).toBeVisible();
  await page.getByLabel('it may be kept').check();
  await page.getByLabel('By', { exact: true }).fill('Ane Rook, his mother');
  await page.getByRole('button', { name: 'Put it down' }).click();
  await expect(
    page.getByText('It may be kept, said Ane Rook, his mother to Maren Oltmann'),
  ).toBeVisible();
});
