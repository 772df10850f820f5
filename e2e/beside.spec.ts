import { openBench } from './support/plan';
import { expect, test } from './support/test';

test('a routine stands beside a version and beside itself away from home, and either can be taken', async ({
  page,
}) => {
  const { order, before } = await openBench(page);
  await page.keyboard.press('v');
  const panel = page.getByRole('region', { name: 'Beside another' });
  const choices = panel.getByRole('list', { name: 'Beside what' }).getByRole('button');
  await expect(choices.first()).toHaveText('version 2 the one in force');
  await expect(panel.getByRole('img')).toHaveCount(2);
  await expect(panel.getByRole('row', { name: /^a session/ })).toBeVisible();

  await choices.filter({ hasText: 'at a desk' }).click();
  await expect(panel.getByText(/^Nothing at hand reaches it by its method/).first()).toBeVisible();
  await choices.filter({ hasText: 'one ball and a wall' }).click();
  await expect(panel.getByText(/about \d+ % of the pressure at home/).first()).toBeVisible();
  await panel.getByRole('button', { name: 'Put it in place of what is here' }).click();
  await expect(panel).toBeHidden();
  await expect(order).not.toHaveText(before);
  await page.keyboard.press('Control+z');
  await expect.poll(() => order.innerText()).toBe(before);
});

test('postures are grouped by one key, undone without limit, and the keys are told', async ({
  page,
}) => {
  const { order, before } = await openBench(page);
  await expect(page.getByRole('button', { name: /^Group postures, \d:\d\d less/ })).toBeVisible();
  await page.keyboard.press('g');
  await expect(page.getByRole('button', { name: /^Group postures/ })).toBeHidden();
  await expect.poll(() => order.innerText()).not.toBe(before);
  await page.keyboard.press('Control+z');
  await expect.poll(() => order.innerText()).toBe(before);
  await page.keyboard.press('Shift+?');
  const keys = page.getByRole('dialog', { name: 'Keys of the bench' });
  await expect(keys.getByText('group postures: get down and up once')).toBeVisible();
  // Nothing behind it hears a key.
  await page.keyboard.press('g');
  await page.keyboard.press('Escape');
  await expect(keys).toBeHidden();
  expect(await order.innerText()).toBe(before);
});
