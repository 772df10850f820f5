import type { Page } from '@playwright/test';
import {
  addClient,
  allKept,
  expect,
  inviteFrom,
  joinBy,
  otherDevice,
  PASS_PHRASE,
  screenBy,
  stepInAs,
  test,
} from './support/test';
import { practiseToTheEnd } from './support/practise';

/** Tabs until the wanted thing has the focus; fails when a whole round does not reach it. */
async function tabTo(
  page: Page,
  name: string | RegExp,
  key: 'Tab' | 'Shift+Tab' = 'Tab',
): Promise<void> {
  for (let n = 0; n < 90; n += 1) {
    await page.keyboard.press(key);
    const label = await page.evaluate(() => {
      const at = document.activeElement;
      if (!at) return '';
      const labelled =
        at instanceof HTMLInputElement || at instanceof HTMLTextAreaElement
          ? (at.labels?.[0]?.textContent ?? '')
          : '';
      const own = at instanceof HTMLInputElement ? '' : (at.textContent ?? '');
      return (at.getAttribute('aria-label') ?? (labelled || own)).trim();
    });
    if (typeof name === 'string' ? label === name : name.test(label)) return;
  }
  throw new Error(`Tabbing did not reach ${String(name)}.`);
}

/** Whether what has the focus shows it. */
const showsFocus = (page: Page) =>
  page.evaluate(() => {
    const at = document.activeElement;
    if (!at) return false;
    const style = getComputedStyle(at);
    return (
      style.outlineStyle !== 'none' ||
      style.borderBottomWidth === '2px' ||
      style.boxShadow !== 'none'
    );
  });

test('prescribing, joining, practising and reviewing by keyboard alone', async ({
  page,
  browser,
  baseURL,
}) => {
  await page.goto('/sign-in');
  await tabTo(page, /^Maren Oltmann/);
  await page.keyboard.press('Enter');
  await page.waitForURL('**/day');

  await tabTo(page, 'Add a client');
  expect(await showsFocus(page)).toBe(true);
  await page.keyboard.press('Enter');
  await page.waitForURL('**/clients/new');
  await tabTo(page, 'Name');
  await page.keyboard.type('Linnea Brook');
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/screen$/);
  const file = new URL(page.url()).pathname.replace(/\/screen$/, '');
  await tabTo(page, /^Plan/);
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/plan$/);

  await expect(page.getByRole('heading', { name: /^Add a site/ })).toBeVisible();
  // `a` goes to the search; Enter adds the first found; arrows walk the list, Enter adds there too.
  const search = page.getByRole('searchbox', { name: /^Find a site/ });
  await expect(async () => {
    await page.keyboard.press('a');
    await expect(search).toBeFocused({ timeout: 500 });
  }).toPass();
  for (const name of ['skull base', 'back-of-neck', 'thumb base']) {
    await page.keyboard.type(name);
    await page.keyboard.press('Enter');
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Delete');
  }
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(page.locator(':focus')).toHaveAccessibleName(/^Add Chewing muscle/);
  await page.keyboard.press('Enter');
  const order = page.getByRole('list', { name: 'Lines in order' });
  const names = () => order.locator('button[aria-pressed]').allInnerTexts();
  await expect(order.getByRole('listitem')).toHaveCount(4);
  const first = (await names())[0];
  // Alt and arrows move a line; so does the drag handle, by space and arrows.
  await tabTo(page, /^1Skull base/);
  await page.keyboard.press('Alt+ArrowDown');
  expect((await names())[1]?.slice(1)).toBe(first?.slice(1));
  await page.keyboard.press('Shift+Tab');
  await expect(page.locator(':focus')).toHaveAccessibleName(/^Move Skull base/);
  await page.keyboard.press('Space');
  await expect(page.getByText('Skull base is over place 2 of 4.')).toBeAttached();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText('Skull base is over place 1 of 4.')).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(async () => (await names())[0]).toBe(first);
  // Delete takes the last two away, so that the session stays short.
  await page.keyboard.press('Tab');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Delete');
  await expect(order.getByRole('listitem')).toHaveCount(3);
  await tabTo(page, /^(points|spots)$/);
  await page.keyboard.press('ArrowUp');
  await expect(page.locator(':focus')).toHaveValue('2');
  await page.keyboard.press('ArrowDown');
  await tabTo(page, 'Why without an interview');
  await page.keyboard.type('Known here.');
  await tabTo(page, /^Issue version 1/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Version 1 is issued.')).toBeVisible();

  await page.goto(`${file}/details`);
  await tabTo(page, 'Make an invitation');
  await page.keyboard.press('Enter');
  const link = await page.locator('output').innerText();

  const { page: laptop, context } = await otherDevice(browser, baseURL, {
    width: 1280,
    height: 800,
  });
  await laptop.goto(link);
  await tabTo(laptop, 'E-mail, to sign in with');
  await laptop.keyboard.type('linnea@client.example');
  await laptop.keyboard.press('Tab');
  await laptop.keyboard.type(PASS_PHRASE);
  await tabTo(laptop, /^I agree that/);
  expect(await showsFocus(laptop)).toBe(true);
  await laptop.keyboard.press('Space');
  await tabTo(laptop, 'Join');
  await laptop.keyboard.press('Enter');
  await laptop.waitForURL('**/today');
  await laptop.clock.install();
  await tabTo(laptop, 'Start');
  await laptop.keyboard.press('Enter');
  await laptop.waitForURL('**/practise');
  await tabTo(laptop, 'Start');
  await laptop.keyboard.press('Enter');
  const closing = laptop.getByRole('heading', { name: 'Get up slowly' });
  const onIt = laptop.getByRole('button', { name: 'I’m on it' });
  const caution = laptop.getByRole('button', { name: 'Find the spot' });
  for (let holds = 0; holds < 20; holds += 1) {
    await expect(onIt.or(closing).or(caution)).toBeVisible();
    if (await closing.isVisible()) break;
    // What to heed comes first where not all of it fits.
    if (await caution.isVisible()) {
      await tabTo(laptop, 'Find the spot');
      await laptop.keyboard.press('Enter');
    }
    await tabTo(laptop, 'I’m on it');
    expect(await showsFocus(laptop)).toBe(true);
    await laptop.keyboard.press('Enter');
    await laptop.clock.runFor(3_200);
    await tabTo(laptop, '3');
    await laptop.keyboard.press('Enter');
    await laptop.clock.runFor(65_000);
    await tabTo(laptop, '1');
    await laptop.keyboard.press('Enter');
  }
  await tabTo(laptop, 'Finish');
  await laptop.keyboard.press('Enter');
  await expect(laptop.getByRole('heading', { name: 'That’s it for now' })).toBeVisible();
  await laptop.clock.runFor(3_000);

  // `/` finds a client from anywhere.
  await page.goto('/settings/about');
  await page.waitForLoadState('networkidle');
  await page.keyboard.press('/');
  await page.keyboard.type('linn');
  await expect(page.getByRole('option', { name: /Linnea Brook/ })).toBeVisible();
  await page.keyboard.press('Enter');
  // Something was issued: it opens at what changed.
  await page.waitForURL(/\/review$/);
  await expect(page.getByRole('img', { name: /Skull base, left: 1 rated session/ })).toBeVisible();
  await context.close();
});

test('from complaint and map to an issued routine of nine kinds by keyboard alone, in under sixty strokes, and practised to the end', async ({
  page,
  browser,
  baseURL,
}) => {
  test.slow();
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Arvid Quist');
  await screenBy(page, file);
  await page.goto(`${file}/visit`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Arvid Quist');
  let strokes = 0;
  const press = async (...keys: string[]) => {
    for (const key of keys) {
      strokes += 1;
      await page.keyboard.press(key);
    }
  };
  // Free text beside them.
  const type = (text: string) => page.keyboard.type(text);

  await press('Alt+0');
  await expect(page.getByLabel('In their own words')).toBeVisible();
  await press('n');
  await type('Tight shoulders');
  await press('Enter');
  await expect(page.getByRole('list', { name: 'Complaints' })).toContainText('Tight shoulders');
  await press('Escape', 'Alt+2');
  await expect(page.getByRole('heading', { name: 'For “Tight shoulders”' })).toBeVisible();
  await press('a');
  for (const found of ['blade corner r 7', 'shoulder ridge l 4']) {
    await type(found);
    await press('Enter');
  }
  await expect(page.getByRole('heading', { name: '2 tender points' }).first()).toBeVisible();
  await allKept(page);
  await press('Escape', 'Alt+4');
  await expect(page.getByRole('heading', { name: /^Found on the map/ })).toBeVisible();
  const order = page.getByRole('list', { name: 'Lines in order' });
  await press('Shift+M');
  await expect(order.getByRole('listitem')).toHaveCount(2);
  // Eight kinds beside pressing: all but the instruction, which is words.
  const kinds = page.getByRole('heading', { name: /^Beside pressing/ });
  await expect(kinds).toBeVisible();
  await press('b');
  for (const skip of [0, 1, 1, 1, 1, 1, 1, 2]) {
    for (let n = 0; n < skip; n += 1) await press('ArrowRight');
    await press('Enter');
  }
  await expect(order.getByRole('listitem')).toHaveCount(10);
  // What the checks refuse is mended by one key, as often as there is something.
  const issue = page.getByRole('button', { name: /^Issue version 1/ });
  for (let n = 0; n < 6 && !(await issue.isEnabled()); n += 1) await press('i');
  await expect(issue).toBeEnabled();
  await press('Control+Enter');
  await expect(page.getByText('Version 1 is issued.')).toBeVisible();
  expect(strokes).toBeLessThan(60);
  expect(strokes).toBeGreaterThan(20);

  // Practised on the phone to the end, by what its screens say.
  const link = await inviteFrom(page, file);
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await joinBy(phone, link, 'arvid@example.org');
  await phone.clock.install();
  await phone.goto('/practise');
  await phone.getByRole('button', { name: 'Start' }).click();
  const screens = (await practiseToTheEnd(phone)).join(' · ');
  for (const part of ['Get warm', 'Breathing', 'Blade corner', 'Shoulder ridge', 'stretch']) {
    expect(screens).toContain(part);
  }
  expect(screens).toMatch(/Look over the shoulder.*Blade corner.*Cold pack.*Get up slowly/);
  await context.close();
  await page.goto(`${file}/practise`);
  await expect(page.getByRole('row', { name: /today/ })).toBeVisible();
});
