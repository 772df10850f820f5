import type { Page } from '@playwright/test';
import {
  addClient,
  addSite,
  allKept,
  clientWithRoutine,
  expect,
  inviteFrom,
  joinBy,
  otherDevice,
  sayHowItWas,
  stepInAs,
  test,
  withoutInterview,
  findTheSpot,
  toThePoint,
} from './support/test';

/** Goes through a session by its clock: full holds, ratings that fall. Returns the holds it did. */
async function practise(page: Page, word: string): Promise<number> {
  await page.clock.install();
  await page.goto('/practise');
  await page.getByRole('button', { name: 'Start' }).click();
  let holds = 0;
  const onIt = page.getByRole('button', { name: 'I’m on it' });
  const rate = (grade: number) =>
    page.getByRole('button', { name: String(grade), exact: true }).click();
  const closing = page.getByRole('heading', { name: 'Get up slowly' });
  for (; holds < 40; holds += 1) {
    await expect(onIt.or(closing).or(findTheSpot(page))).toBeVisible();
    if (await closing.isVisible()) break;
    await toThePoint(page);
    // A second tap of the same finger is not taken for the next button.
    await page.clock.runFor(500);
    await onIt.click();
    await page.clock.runFor(3_200);
    await rate(3);
    const fades = await page.getByText('Hold. stay until it fades.').isVisible();
    if (fades) {
      await page.clock.runFor(25_000);
      await rate(1);
    } else {
      // The whole hold goes by; nothing is shortened.
      await page.clock.runFor(61_000);
      await rate(2);
    }
  }
  await page.getByLabel('A word for the day').fill(word);
  await page.getByRole('button', { name: 'Finish' }).click();
  await expect(page.getByRole('heading', { name: 'That’s it for now' })).toBeVisible();
  return holds;
}

test('a therapist prescribes four sites, the client joins and practises, the therapist sees the strokes', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Juniper Sallow');
  for (const site of [
    'Side low-back',
    'Below the blade ridge',
    'Middle of the thigh',
    'Breastbone',
  ]) {
    await addSite(page, site);
  }
  const order = page.getByRole('list', { name: 'Lines in order' });
  await expect(order.getByRole('listitem')).toHaveCount(4);

  // Choose a line, change its method and its dose; totals and the strip follow.
  await order.getByText('Side low-back').click();
  const before = await page
    .getByRole('img', { name: /^The routine along time/ })
    .getAttribute('aria-label');
  await page.getByRole('radio', { name: 'until it fades' }).check({ force: true });
  await page.getByRole('textbox', { name: 'at most' }).fill('1:00');
  await page.getByLabel('points', { exact: true }).fill('2');
  await expect(order).toContainText('until it fades, 0:20–1:00 · 2 points a side');
  const after = await page
    .getByRole('img', { name: /^The routine along time/ })
    .getAttribute('aria-label');
  expect(after).not.toBe(before);

  // Above the ceiling is refused with its reason and cannot be issued.
  await page.getByLabel('pressure grade').fill('6');
  await expect(page.getByText(/Grade 6 is above the ceiling of 5/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Issue version/ })).toBeDisabled();
  await page.getByLabel('pressure grade').fill('4');
  await page.getByLabel('times a week').fill('5');
  await withoutInterview(page);
  await page.getByRole('button', { name: 'Issue version 1' }).click();
  await expect(page.getByText('Version 1 is issued.')).toBeVisible();

  const link = await inviteFrom(page, file);
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await joinBy(phone, link, 'juniper@client.example');
  await expect(phone.getByRole('heading', { name: 'Today’s routine' })).toBeVisible();
  const holds = await practise(phone, 'lighter than last week');
  // 2 points × 2 sides until it fades, and one hold a side for the two others, and the breastbone.
  expect(holds).toBe(9);
  await phone.clock.runFor(5_000);

  // The last of the log is on its way while the therapist opens the review.
  await expect(async () => {
    await page.goto(`${file}/review`);
    await expect(page.getByText('lighter than last week')).toBeVisible({ timeout: 2_000 });
  }).toPass({ timeout: 20_000 });
  await expect(
    page.getByRole('img', { name: /Side low-back, left: 1 rated session/ }),
  ).toBeVisible();
  await expect(page.getByRole('img', { name: /Breastbone: 1 rated session/ })).toBeVisible();
  await page.goto(`${file}/practise`);
  await expect(page.getByText('9 of 9')).toBeVisible();
  await expect(page.getByText('finished')).toBeVisible();
  await page.goto('/day');
  await expect(page.getByRole('row', { name: /Juniper Sallow/ })).toContainText('1 of');

  // A change makes version 2, with its reason; the client sees it.
  await page.goto(`${file}/plan`);
  await page.getByLabel('times a week').fill('4');
  await allKept(page);
  await page.reload();
  await expect(page.getByLabel('times a week')).toHaveValue('4');
  await page.getByRole('button', { name: 'Issue version 2' }).click();
  await expect(page.getByText(/Say why this version replaces the last one/)).toBeVisible();
  await page.getByLabel('A word to the client').fill('Evenings, please. ');
  await page.getByLabel('Why this version').fill('A day less, rehearsals.');
  await page.getByRole('button', { name: 'Issue version 2' }).click();
  await expect(page.getByText('Version 2 is issued.')).toBeVisible();
  // What was issued is no draft any more, though its text was stored without the last blank.
  await allKept(page);
  await page.reload();
  await expect(page.getByText(/^version 2,/)).not.toContainText('draft');
  await page.goto(`${file}/review`);
  await expect(page.getByText('A day less, rehearsals.')).toBeVisible();
  await context.close();
});

test('a session survives a closed page and a lost network, and nothing is logged twice', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const { file, phone, context } = await clientWithRoutine(page, browser, baseURL, 'Corin Vetch', [
    'Breastbone',
  ]);
  await phone.clock.install();
  await phone.goto('/practise');

  // Every second answer of the server is lost after it stored the batch.
  let posts = 0;
  await phone.route('**/keep', async (route) => {
    posts += 1;
    if (posts % 2 === 1) {
      await route.fetch();
      await route.abort();
    } else await route.continue();
  });
  await phone.getByRole('button', { name: 'Start' }).click();
  await toThePoint(phone);
  await phone.clock.runFor(500);
  await phone.getByRole('button', { name: 'I’m on it' }).click();
  await phone.clock.runFor(3_200);
  await phone.getByRole('button', { name: '3', exact: true }).click();
  await phone.clock.runFor(5_000);
  await phone.reload();
  // Nobody knows what was done meanwhile: it is asked, and the clock stands still until then.
  await expect(phone.getByText(/Did you stay on it\?$/)).toBeVisible();
  await phone.clock.runFor(40_000);
  await phone.getByRole('button', { name: 'Yes, all along' }).click();
  await phone.clock.runFor(1_000);
  await expect(phone.getByText('Let go', { exact: true })).toBeVisible();
  await phone.getByRole('button', { name: '1', exact: true }).click();
  await phone.getByRole('button', { name: 'Finish' }).click();
  await expect(phone.getByRole('heading', { name: 'That’s it for now' })).toBeVisible();
  await expect
    .poll(async () => {
      await phone.clock.runFor(3_000);
      await page.goto(`${file}/practise`);
      return page.getByRole('row').filter({ hasText: 'finished' }).count();
    })
    .toBe(1);
  await expect(page.getByRole('row')).toHaveCount(2);
  expect(posts).toBeGreaterThan(2);
  await context.close();
});

test('how the day after was is asked before the next session, and decides what comes', async ({
  page,
  browser,
  baseURL,
}) => {
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await stepInAs(phone, 'Tamsin');
  await expect(phone.getByText(/^First you are asked how it was after your last/)).toBeVisible();
  await phone.goto('/practise');
  await expect(phone.getByRole('button', { name: 'Go on' })).toBeDisabled();
  await phone.getByLabel('Numb or tingling').check();
  await phone.getByLabel('Bruised').check();
  await expect(phone.getByText(/Leave the bruised place alone/)).toBeVisible();
  // Without a line it goes on by what is known here.
  await phone.getByRole('button', { name: 'Say where' }).click();
  const place = (await phone.locator('label').first().textContent()) ?? '';
  // On the figure too: a touch turns the place nearest to it, and again back.
  const figure = phone.getByRole('img', { name: /nowhere yet/ }).first();
  await figure.click();
  await expect(phone.getByRole('checkbox', { checked: true })).toHaveCount(1);
  await phone.getByRole('checkbox', { checked: true }).uncheck();
  await expect(figure).toBeVisible();
  await phone.getByRole('checkbox').first().check();
  await context.setOffline(true);
  await phone.getByRole('button', { name: 'Go on' }).click();
  await context.setOffline(false);
  await phone.getByRole('button', { name: 'Start' }).waitFor();
  await allKept(phone);
  await phone.goto('/practise');
  await expect(phone.getByRole('button', { name: 'Start' })).toBeVisible();
  await expect(phone.getByText(/is left out: it is bruised and rests/)).toBeVisible();
  // It rests until it is said to have gone.
  await phone.goto('/today');
  await expect(phone.getByText(`${place} rests.`)).toBeVisible();
  await phone.getByRole('button', { name: 'The bruise has gone' }).click();
  await expect(phone.getByText(`${place} rests.`)).toBeHidden();

  await context.close();

  const { page: second, context: hers } = await otherDevice(browser, baseURL);
  await stepInAs(second, 'Odalys');
  await second.goto('/practise');
  await second.getByLabel('Numb or tingling').check();
  await second.getByRole('button', { name: 'Say where' }).click();
  await second.getByRole('checkbox').first().check();
  await second.getByRole('button', { name: /^Tell / }).click();
  await expect(second.getByText(/After your session .*: numb or tingling/)).toBeVisible();
  await expect(second.getByText(/Nothing starts here until/)).toBeVisible();
  await second.goto('/today');
  await expect(second.getByText(/Nothing starts here until/)).toBeVisible();
  await hers.close();

  await stepInAs(page, 'Maren');
  await expect(page.getByText(/^After .*: bruised \(/).first()).toBeVisible();
  await page.getByRole('link', { name: 'Odalys Brandt' }).click();
  await page.getByRole('link', { name: 'Practise' }).click();
  await expect(page.getByText(/^the day after: numb or tingling \(/)).toBeVisible();
});

test('stopping for a reason tells the client what to do and the therapist at once', async ({
  page,
  browser,
  baseURL,
}) => {
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await stepInAs(phone, 'Ilse');
  await phone.goto('/practise');
  await sayHowItWas(phone);
  await phone.getByRole('button', { name: 'Start' }).click();
  await phone.getByRole('button', { name: 'Stop' }).click();
  await phone.getByRole('button', { name: /^Chest pain/ }).click();
  await expect(phone.getByRole('heading', { name: 'Get help now' })).toBeVisible();
  await expect(phone.getByText(/Call emergency services now/)).toBeVisible();
  await phone.getByRole('link', { name: 'Close' }).click();
  // Nothing starts until somebody has asked, on Today and on the page of the session alike.
  await expect(phone.getByText(/You stopped today: chest pain/)).toBeVisible();
  await expect(phone.getByText(/Nothing starts here until/)).toBeVisible();
  await expect(phone.getByRole('link', { name: /^(Start|We have spoken)/ })).toHaveCount(0);
  await phone.goto('/practise');
  await expect(phone.getByText(/Nothing starts here until/)).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Start' })).toHaveCount(0);
  await stepInAs(page, 'Maren');
  await expect(page.getByRole('row', { name: /Ilse Marchetti/ })).toContainText(
    'Stopped today: chest pain',
  );
  await context.close();
});

test('a client writes without a line, it is sent when there is one, and the answer reaches them', async ({
  page,
  browser,
  baseURL,
}) => {
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await stepInAs(phone, 'Nuno');
  await phone.goto('/course');
  await phone.getByLabel('Your message').fill('May I use the door frame?');
  // Half typed, it outlives a reload.
  await phone.waitForTimeout(300);
  await phone.reload();
  await expect(phone.getByLabel('Your message')).toHaveValue('May I use the door frame?');
  await context.setOffline(true);
  await phone.getByRole('button', { name: 'Send' }).click();
  await expect(phone.getByText(/not with the practice yet$/)).toBeVisible();
  await context.setOffline(false);
  await allKept(phone);
  await expect(phone.getByText(/not with the practice yet$/)).toBeHidden();
  await expect(phone.getByText('May I use the door frame?')).toBeVisible();

  await stepInAs(page, 'Maren');
  await expect(page.getByText('Wrote today')).toBeVisible();
  await page.getByRole('link', { name: 'Nuno' }).first().click();
  await page.getByRole('link', { name: 'Practise' }).click();
  await expect(page.getByText('May I use the door frame?')).toBeVisible();
  await page.getByLabel(/^Write to Nuno/).fill('Yes, hips back.');
  await page.getByRole('button', { name: 'Send' }).click();
  await allKept(page);
  await phone.goto('/course');
  await expect(phone.getByText('Yes, hips back.')).toBeVisible();
  await page.goto('/day');
  await expect(page.getByText('Wrote today')).toBeHidden();
  await context.close();
});
