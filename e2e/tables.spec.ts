import { addClient, expect, stepInAs, test, withOwnServer } from './support/test';

withOwnServer();

const asFile = (text: string) => ({
  name: 'kept.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from(text),
});

test('figures from a spreadsheet come in after they were looked over, once, and a mistake is told by its row', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Sunniva Holt');
  await page.goto(`${file}/take-out`);
  await page.getByRole('link', { name: 'bring in a table' }).click();
  const look = async (text: string) => {
    await page.locator('input[type="file"]').setInputFiles(asFile(text));
    await page.getByRole('button', { name: 'Look at it' }).click();
  };
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.getByText('Choose a file first.')).toBeVisible();

  await look(
    'when?;movement;side;degrees\n2026-03-03;neck-turn;left;54,5\n3.13.2026;neck-turn;left;60\n',
  );
  // A column with a name of its own is chosen by hand.
  await expect(page.getByText('say which column it stands in').first()).toBeVisible();
  await page.getByLabel('Day, needed').selectOption('when?');
  await page.getByLabel('Figure, needed').selectOption('degrees');
  await page.getByRole('button', { name: 'Look again' }).click();
  await expect(page.getByText('Row 3, Day: “3.13.2026” is no day')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Bring .* in$/ })).toHaveCount(0);

  const good =
    'day;test;side;value\n2026-03-03;neck-turn;left;54,5\n2026-03-10;neck-turn;left;60\n';
  await look(good);
  await expect(page.getByRole('heading', { name: '2 rows would come in' })).toBeVisible();
  await expect(page.getByText('Look over the shoulder, turn, left: 54.5')).toBeVisible();
  await page.getByRole('button', { name: 'Bring 2 rows in' }).click();
  await expect(page.getByText('2 rows brought in.')).toBeVisible();
  await look(good);
  await expect(page.getByRole('heading', { name: 'All of it is here already' })).toBeVisible();

  // The file has them, and the trail says who brought them.
  const table = await page.request.get(`${file}/take-out/measures`);
  expect(await table.text()).toMatch(/2026-03-03.*54\.5[\s\S]*2026-03-10.*60/);
  await page.goto('/settings/trail?q=from+a+table');
  await expect(page.getByText('brought in figures from a table')).toBeVisible();
});

test('a list of clients opens a file for each who has none', async ({ page }) => {
  await stepInAs(page, 'Maren');
  await page.goto('/clients/new');
  await page.getByRole('link', { name: 'Bring in a list' }).click();
  await page
    .locator('input[type="file"]')
    .setInputFiles(
      asFile('Name,Birthday,Job\nIlse Brandt,29.2.1984,organ tuner\nOle Rask,,rigger\n'),
    );
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.getByText('Ilse Brandt, born 1984-02-29, organ tuner')).toBeVisible();
  await page.getByRole('button', { name: 'Bring 2 rows in' }).click();
  await expect(page.getByText('2 rows brought in.')).toBeVisible();
  await page.goto('/caseload');
  await expect(page.getByRole('link', { name: 'Ilse Brandt' })).toBeVisible();
});
