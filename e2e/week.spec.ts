import { expect, fileOf, otherDevice, stepInAs, test } from './support/test';

test('a client chooses their days: the week is drawn and explained before it is kept, and everything that plans by it follows', async ({
  page,
  browser,
  baseURL,
}) => {
  const { page: client } = await otherDevice(browser, baseURL);
  await stepInAs(client, 'Odalys');
  await client.getByRole('link', { name: 'Change my days and times' }).click();
  await expect(client.getByRole('heading', { name: 'Your week' })).toBeVisible();
  const second = await client.context().newPage();
  await second.goto('/week');
  const drawn = client.getByRole('region', { name: 'As it would be' });
  await expect(drawn).not.toContainText('fewer');
  await client.getByRole('checkbox', { name: 'Saturday' }).check();
  await client.getByRole('checkbox', { name: 'Sunday' }).check();
  await expect(drawn).toContainText(
    '5 sessions a week are asked for, and 2 days are free: 3 fewer.',
  );
  await expect(drawn).toContainText('Two of the days lie side by side');
  await client.getByRole('textbox', { name: 'in the evening anyway' }).fill('after the bath');
  await client.getByRole('button', { name: 'Keep it' }).click();
  await expect(client.getByText('Kept.')).toBeVisible();
  await client.reload();
  await expect(client.getByRole('checkbox', { name: 'Sunday' })).toBeChecked();
  await expect(client.getByRole('checkbox', { name: 'Monday' })).not.toBeChecked();

  // A second tab that was open all along writes nothing over it.
  await second.getByRole('checkbox', { name: 'Monday' }).check();
  await second.getByRole('button', { name: 'Keep it' }).click();
  await expect(second.getByText('Your week was changed elsewhere.')).toBeVisible();
  await expect(second.getByRole('checkbox', { name: 'Sunday' })).toBeChecked();
  await expect(second.getByRole('checkbox', { name: 'Monday' })).not.toBeChecked();

  await client.goto('/today');
  const week = client.getByRole('table', { name: 'The week' });
  await expect(week.getByTitle('the routine', { exact: true })).toHaveCount(2);
  const calendar = await client.request.get('/calendar.ics');
  expect(await calendar.text()).toMatch(/BYDAY=SA,SU/);

  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Odalys Brandt');
  await page.goto(`${file}/plan`);
  await page.getByText('Over the week').click();
  await expect(page.getByText('Sat, Sun · evening')).toBeVisible();
  await page.getByRole('link', { name: 'Change their days and times' }).click();
  await page.getByRole('checkbox', { name: 'Wednesday' }).check();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved. The plan and the ladder reckon with it.')).toBeVisible();
  await client.goto('/week');
  await expect(client.getByRole('checkbox', { name: 'Wednesday' })).toBeChecked();
});

test('reminders that were changed in another tab are shown as they stand, and can be changed from there', async ({
  page,
}) => {
  await stepInAs(page, 'Odalys');
  await page.goto('/reminders');
  const second = await page.context().newPage();
  await second.goto('/reminders');
  await page.getByRole('checkbox', { name: 'Remind me' }).check();
  await page.getByLabel('Evening').fill('19:15');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await second.getByRole('checkbox', { name: 'Remind me' }).check();
  await second.getByLabel('Evening').fill('21:00');
  await second.getByRole('button', { name: 'Keep it' }).click();
  await expect(second.getByText('Your reminders were changed elsewhere.')).toBeVisible();
  await expect(second.getByLabel('Evening')).toHaveValue('19:15');
  await second.getByLabel('Evening').fill('20:45');
  await second.getByRole('button', { name: 'Keep it' }).click();
  await expect(second.getByText('Kept.')).toBeVisible();
});
