import { packed } from './support/packed';
import {
  allKept,
  expect,
  fileOf,
  otherDevice,
  PHONE,
  sayHowItWas,
  stepInAs,
  withOwnServer,
} from './support/test';

const test = withOwnServer();

test('a session done without the phone is written down, put right and taken back, to be seen by both', async ({
  page,
  browser,
  baseURL,
}) => {
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await phone.setViewportSize(PHONE);
  await stepInAs(phone, 'Ilse');
  await packed(phone);
  await phone.getByRole('link', { name: 'A session you did without the phone' }).click();
  await expect(phone.getByRole('heading', { name: 'Without the phone' })).toBeVisible();

  // What is still to come, and what was nothing, is refused with a sentence and changes nothing.
  await phone.getByLabel('About when').fill('23:59');
  await phone.getByRole('button', { name: 'Write it down' }).click();
  await expect(phone.getByRole('alert')).toContainText('still to come');
  await phone.getByRole('button', { name: 'yesterday' }).click();
  const boxes = phone.getByRole('checkbox');
  for (const box of await boxes.all()) await box.uncheck();
  await phone.getByRole('button', { name: 'Write it down' }).click();
  await expect(phone.getByRole('alert')).toContainText('Nothing is ticked');
  await boxes.first().check();
  await phone.getByLabel('tender at first').selectOption('6');
  await phone.getByLabel('on letting go').selectOption('3');
  await phone.getByLabel('A word for the day').fill('on the night train');

  // Without a line as well.
  await context.setOffline(true);
  await phone.getByRole('button', { name: 'Write it down' }).click();
  await expect(phone.getByText('on the night train')).toBeVisible();
  await context.setOffline(false);
  await phone.evaluate(() => window.dispatchEvent(new Event('online')));
  await allKept(phone);
  await phone.reload();
  await phone
    .getByRole('listitem')
    .filter({ hasText: 'on the night train' })
    .getByRole('link')
    .click();
  // What was done counts, whatever was done that day besides.
  await expect(phone.getByText(/Written down afterwards, [12] of 5 holds/)).toBeVisible();
  await phone.getByRole('button', { name: /6, while pressing. Correct it/ }).click();
  await phone.getByRole('group', { name: 'What it was' }).getByText('4', { exact: true }).click();
  await expect(phone.getByText(/a rating of 6 was 4/)).toBeVisible();
  await allKept(phone);

  await stepInAs(page, 'Idris');
  await page.goto(`${await fileOf(page, 'Ilse Marchetti')}/practise`);
  const row = page.getByRole('row', { name: /on the night train/ });
  await expect(row).toContainText('written down afterwards');
  await expect(row).toContainText('a rating of 6 was 4');

  await phone.getByRole('button', { name: 'This session was not done at all' }).click();
  await phone.getByRole('button', { name: 'It was not done' }).click();
  await expect(phone.getByText('Taken back: not done.')).toBeVisible();
  await allKept(phone);
  await page.reload();
  await expect(page.getByRole('row', { name: /on the night train/ })).toContainText('taken back');
  await context.close();
});

test('who is not well today presses nothing: it is told, and nothing starts until somebody has asked', async ({
  page,
  browser,
  baseURL,
}) => {
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await phone.setViewportSize(PHONE);
  await stepInAs(phone, 'Tamsin');
  await phone.goto('/practise');
  await sayHowItWas(phone);
  await phone.getByRole('button', { name: 'Not well today' }).click();
  await phone.getByRole('button', { name: 'Dizzy or sick' }).click();
  await expect(phone.getByText(/No more sessions until your therapist/)).toBeVisible();
  await allKept(phone);
  await phone.goto('/practise');
  await expect(phone.getByRole('heading', { name: 'Not yet' })).toBeVisible();
  await stepInAs(page, 'Maren');
  await page.goto('/day');
  await expect(page.getByRole('row', { name: /Tamsin/ })).toContainText('dizzy or sick');
  await context.close();
});
