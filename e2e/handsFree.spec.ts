import { expect, otherDevice, PHONE, sayHowItWas, stepInAs, withOwnServer } from './support/test';

const test = withOwnServer();

test('hands free: it goes on by a count, is said aloud and captioned, and only a rating takes a touch', async ({
  browser,
  baseURL,
}) => {
  const { page, context } = await otherDevice(browser, baseURL);
  // What the browser was asked to say aloud.
  await page.addInitScript(() => {
    const said: string[] = [];
    Object.assign(window, { said });
    window.speechSynthesis.speak = (words) => void said.push(words.text);
  });
  await page.setViewportSize(PHONE);
  await stepInAs(page, 'Odalys');
  await page.clock.install();
  await page.goto('/practise');
  await sayHowItWas(page);
  await page.getByText('How you are led').click();
  await page.getByLabel(/^Goes on by itself/).check();
  await page.getByLabel(/^Says what to do aloud/).check();
  await page.getByText('left hand').click();
  await page.getByRole('button', { name: 'Try it' }).click();
  const said = () => page.evaluate(() => (window as unknown as { said: string[] }).said);
  expect(await said()).toEqual(['This is how it sounds.']);

  // It outlives a reload.
  await page.goto('/practise');
  await page.getByText('How you are led').click();
  await expect(page.getByLabel(/^Goes on by itself/)).toBeChecked();
  await expect(page.getByRole('radio', { name: 'left hand' })).toBeChecked();

  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByText(/^Goes on by itself in \d+$/)).toBeVisible();
  // “Wait” holds the count.
  await page.getByRole('button', { name: 'Wait' }).click();
  const before = await page.getByRole('heading', { level: 1 }).textContent();
  await page.clock.runFor(60_000);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(before ?? '');
  await page.keyboard.press(' ');

  let ratings = 0;
  const finish = page.getByRole('button', { name: 'Finish' });
  const letGo = page.getByRole('group', { name: /^And on letting go/ });
  const whilePressing = page.getByRole('group', { name: /^How tender is it/ });
  for (let turn = 0; turn < 600 && (await finish.count()) === 0; turn += 1) {
    if ((await letGo.count()) > 0 || (await whilePressing.count()) > 0) {
      await page.keyboard.press('1');
      ratings += 1;
    }
    await page.clock.runFor(5_000);
  }
  await expect(finish).toBeVisible();
  expect(ratings).toBeGreaterThan(5);
  const all = await said();
  expect(all).toContain('Let go slowly. How is it now?');
  expect(all.at(-1)).toBe('All through. Get up slowly.');
  await expect(page.getByText('All through. Get up slowly.')).toBeVisible();
  await context.close();
});

test('leaving early is asked about once, with the reason', async ({ browser, baseURL }) => {
  const { page, context } = await otherDevice(browser, baseURL);
  await page.setViewportSize(PHONE);
  await stepInAs(page, 'Yara');
  await page.clock.install();
  await page.goto('/practise');
  await sayHowItWas(page);
  await page.getByRole('button', { name: 'Start' }).click();
  const intoHold = async () => {
    for (let turn = 0; turn < 60; turn += 1) {
      await page.clock.runFor(1_000);
      if ((await page.getByRole('button', { name: 'Come off' }).count()) > 0) return;
      for (const name of ['Find the spot', 'I’m on it', 'Begin', 'Found one', 'Go on']) {
        const button = page.getByRole('button', { name, exact: true });
        if ((await button.count()) === 1 && (await button.isEnabled())) await button.click();
      }
    }
  };
  await intoHold();
  await page.getByRole('button', { name: 'Come off' }).click();
  await expect(page.getByRole('dialog', { name: 'Leave it already?' })).toBeVisible();
  await page.getByRole('button', { name: 'Stay on it' }).click();
  await page.getByRole('button', { name: 'Come off' }).click();
  await page.getByRole('group', { name: /^And on letting go/ }).waitFor();
  await expect(page.getByRole('dialog')).toBeHidden();
  await context.close();
});
