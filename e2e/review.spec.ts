import { readFile } from 'node:fs/promises';
import {
  addClient,
  allKept,
  expect,
  fileOf,
  otherDevice,
  PHONE,
  stepInAs,
  withOwnServer,
} from './support/test';

const test = withOwnServer();

test('a therapist reads three sentences, takes what the record supports, and the client is led by it', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Benedikt Aro');
  await page.goto(`${file}/review`);
  const glance = page.getByRole('region', { name: 'At a glance' });
  await expect(glance.getByText(/no change beyond wavering/)).toBeVisible();
  await expect(glance.getByText(/pressed too hard in \d of the last 5 sessions/i)).toBeVisible();
  await expect(glance.getByText(/^The record supports: softer at /)).toBeVisible();

  // Nothing is chosen by itself, and each says what it was read from.
  const supports = page.getByRole('region', { name: /^What the record supports/ });
  await expect(supports.getByRole('checkbox', { checked: true })).toHaveCount(0);
  await expect(supports.getByRole('button', { name: /Issue version/ })).toHaveCount(0);
  await supports.getByText('Why, and what it does').first().click();
  await expect(
    supports.getByText(/Nobody presses above the ceiling of a site/).first(),
  ).toBeVisible();
  await expect(supports.getByText(/Read from the sessions of/).first()).toBeVisible();

  // The charts follow a period and a site, and what is seen can be taken out.
  await page.getByRole('button', { name: '4 weeks' }).click();
  await page
    .getByRole('combobox', { name: 'Place' })
    .selectOption({ label: 'Skull base, all of it' });
  await expect(page).toHaveURL(/period=4\+weeks&place=skull-base/);
  await expect(page.getByRole('img', { name: /^Between the blades/ })).toHaveCount(0);
  await expect(page.getByRole('img', { name: /^Skull base/ }).first()).toBeVisible();
  for (const kind of ['SVG', 'PNG', 'CSV']) {
    const taken = page.waitForEvent('download');
    await page.getByRole('button', { name: kind, exact: true }).click();
    const file = await taken;
    expect(file.suggestedFilename()).toMatch(new RegExp(`^ratings-.*\\.${kind.toLowerCase()}$`));
    expect((await readFile(await file.path())).byteLength).toBeGreaterThan(500);
  }

  // All that go down can be taken together, by keyboard; the reason is written and can be changed.
  const boxes = supports.getByRole('checkbox');
  const count = await boxes.count();
  expect(count).toBeGreaterThan(1);
  for (let n = 0; n < count; n += 1) {
    await boxes.nth(n).focus();
    await page.keyboard.press('Space');
  }
  const reason = supports.getByRole('textbox', { name: 'Why this version' });
  await expect(reason).toHaveValue(/Above the ceiling of/);
  await reason.fill('Softer everywhere: he leans with all he has.');
  await supports.getByRole('button', { name: 'Issue version 2 with them' }).click();
  await allKept(page);
  await expect(page.getByText('Softer everywhere: he leans with all he has.')).toBeVisible();
  // Nothing is known of it yet, and it says so.
  await supports.getByText(/^Kept as it is/).click();
  await expect(supports.getByText(/0 sessions at this dose so far/).first()).toBeVisible();
  await expect(supports.getByRole('checkbox')).toHaveCount(0);

  const { page: phone, context } = await otherDevice(browser, baseURL);
  await phone.setViewportSize(PHONE);
  await stepInAs(phone, 'Benedikt');
  await expect(phone.getByRole('heading', { name: /routine/ })).toBeVisible();
  await context.close();
  await page.goto(`${file}/plan`);
  await expect(page.getByRole('heading', { name: 'Routine, version 3' })).toBeVisible();
});

test('what is left for now stays away, unissued work is not issued past, and the day sheet is answered by two keys', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Wendeline Sorg');
  await page.goto(`${file}/review`);
  const supports = page.getByRole('region', { name: /^What the record supports/ });
  const proposals = supports.getByRole('list').first().getByRole('listitem');
  await expect(proposals).toHaveCount(2);
  await proposals.last().getByRole('button', { name: 'Spoken with them' }).click();
  await expect(proposals).toHaveCount(1);
  await allKept(page);
  await page.reload();
  await expect(proposals).toHaveCount(1);

  // Somebody is at work on the plan: nothing is issued past it.
  await page.goto(`${file}/plan`);
  await page.getByLabel(/^A word to/).fill('Warm first.');
  await allKept(page);
  await page.goto(`${file}/review`);
  await supports.getByRole('checkbox').first().check();
  await expect(supports.getByText(/There is unissued work on the plan/)).toBeVisible();
  await expect(supports.getByRole('button', { name: /Issue version/ })).toHaveCount(0);

  await page.goto('/day');
  const rows = page.getByRole('row');
  const names = async () =>
    (await rows.getByRole('rowheader').allTextContents()).map((text) => text.trim());
  // What hurts stands above who is only quiet.
  const order = await names();
  const at = (name: string) => order.findIndex((text) => text.startsWith(name));
  expect(at('Benedikt Aro')).toBeLessThan(at('Odalys Brandt'));
  expect(at('Odalys Brandt')).toBeLessThan(at('Perrin Halloway'));
  const perrin = page.getByRole('row', { name: /Perrin Halloway/ });
  await expect(perrin.getByText(/^Quiet for \d+ days$/)).toBeVisible();
  await perrin.getByRole('button', { name: 'Answer' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('s');
  await expect(perrin.getByText('Spoken with today')).toBeVisible();
  await expect(perrin.getByText(/^Quiet for/)).toHaveCount(0);
  await page.reload();
  await expect(
    page.getByRole('row', { name: /Perrin Halloway/ }).getByText(/^Quiet for/),
  ).toHaveCount(0);
});

test('the day sheet answers with a prepared message, and lets a place rest that the client then reads of', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const cosmo = page.getByRole('row', { name: /Cosmo Lindqvist/ });
  await cosmo.getByRole('button', { name: 'Answer' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('w');
  const text = cosmo.getByRole('textbox');
  await expect(text).toBeFocused();
  await expect(text).toHaveValue(/^Hello Cosmo, nothing has been logged for \d+ days\./);
  await page.keyboard.press('End');
  await page.keyboard.type(' Shall we talk on Thursday?');
  // Half typed, it outlives a reload.
  await page.waitForTimeout(300);
  await page.reload();
  await cosmo.getByRole('button', { name: 'Answer' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('w');
  await expect(text).toHaveValue(/Shall we talk on Thursday\?/);
  await page.keyboard.press('Control+Enter');
  await expect(cosmo.getByText('Written to today')).toBeVisible();
  await page.goto(`${await fileOf(page, 'Cosmo Lindqvist')}/practise`);
  await expect(page.getByText(/Shall we talk on Thursday/)).toHaveCount(1);

  await page.goto('/day');
  const odalys = page.getByRole('row', { name: /Odalys Brandt/ });
  await odalys.getByRole('button', { name: 'Answer' }).focus();
  await page.keyboard.press('Enter');
  await expect(odalys.getByRole('button', { name: /^Let rest: shoulder ridge/ })).toBeVisible();
  await page.keyboard.press('r');
  await expect(odalys.getByText('Looked at today')).toBeVisible();
  await expect(odalys.getByText('Rests until you have looked: shoulder ridge')).toBeVisible();

  const { page: phone, context } = await otherDevice(browser, baseURL);
  await phone.setViewportSize(PHONE);
  await stepInAs(phone, 'Odalys');
  const resting = phone.getByRole('list', { name: 'Resting' });
  await expect(resting.getByText(/your practice lets it rest/)).toHaveCount(2);

  // It ends by their word, at one place and then the other.
  await page.goto(`${await fileOf(page, 'Odalys Brandt')}/review`);
  const rests = page.getByRole('region', { name: /^Rests now/ });
  for (const left of [1, 0]) {
    await rests.getByRole('button', { name: 'Looked at it' }).first().click();
    await page.keyboard.type('Settled.');
    await rests.getByRole('button', { name: 'It may be pressed again' }).click();
    await allKept(page);
    await expect(rests.getByRole('button', { name: 'Looked at it' })).toHaveCount(left);
  }
  await phone.goto('/today');
  await expect(phone.getByRole('heading', { name: /routine/ })).toBeVisible();
  await expect(resting).toHaveCount(0);
  await context.close();
});

test('days pulled over one chart are what all of them show, and a place is chosen by itself', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  await page.goto(`${await fileOf(page, 'Hollis Verbeek')}/review`);
  const heading = page.getByRole('heading', { name: /^Ratings before and after/ });
  const strokes = page.getByRole('img', { name: /^Side low-back, left: / });
  await expect(strokes).toHaveAccessibleName(/: 4\d rated sessions/);
  await strokes.scrollIntoViewIfNeeded();
  const box = await strokes.boundingBox();
  if (!box) throw new Error('the chart is drawn');
  await page.mouse.move(box.x + box.width * 0.3, box.y + 40);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.6, box.y + 50, { steps: 4 });
  await page.mouse.up();
  await expect(page).toHaveURL(/from=\d{4}-\d\d-\d\d&to=\d{4}/);
  await expect(strokes).toHaveAccessibleName(/: 1\d rated sessions/);
  // The others follow: what is written, and how often it was done.
  await expect(page.getByText(/^\d+ of \d+ asked$/)).not.toHaveText(/of 5\d asked/);
  const { from, to } = Object.fromEntries(new URL(page.url()).searchParams);
  await expect(page.getByLabel('from', { exact: true })).toHaveValue(from ?? '');

  // The same by keyboard; the wrong way round is meant the right way round.
  await page.getByLabel('from', { exact: true }).fill(to ?? '');
  await page.getByLabel('to', { exact: true }).fill(from ?? '');
  await page.getByRole('button', { name: 'Show these days' }).click();
  await expect(page).toHaveURL(new RegExp(`from=${from}&to=${to}`));
  await page.getByRole('combobox', { name: 'Place' }).selectOption('Side low-back, right');
  await expect(strokes).toHaveCount(0);
  await expect(page.getByRole('img', { name: /^Side low-back, right: / })).toBeVisible();
  await page.getByRole('combobox', { name: 'Place' }).selectOption('every place');
  await page.getByRole('button', { name: 'all of it' }).click();
  await expect(page).toHaveURL(/period=all/);
  await expect(heading).toContainText(' to ');
  await expect(page.getByRole('heading', { name: /^How far it sends/ })).toBeVisible();
});

test('two ways of dosing are tried on invented clients elsewhere, can be stopped, and say what they are', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  await page.goto('/notes');
  await page.getByRole('link', { name: 'a policy trial' }).click();
  await expect(page.getByText(/A thinking aid on invented clients/)).toBeVisible();
  await page.getByRole('button', { name: 'Try it' }).click();
  await expect(page.getByRole('heading', { name: /^What became of them/ })).toBeVisible();
  const flares = page.getByRole('row', { name: /^Flare-ups a client/ });
  const said = await flares.textContent();
  expect(said).toMatch(/on average/);
  // The same seed, the same clients.
  await page.getByRole('button', { name: 'Try it' }).click();
  await expect(page.getByRole('button', { name: 'Try it' })).toBeVisible();
  await expect(flares).toHaveText(said ?? '');
  await page.getByLabel('Seed').selectOption('2');
  await page.getByRole('button', { name: 'Try it' }).click();
  await expect(flares).not.toHaveText(said ?? '');
});

test('the caseload is sorted, narrowed and kept as a view, all of it in the address', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  await page.goto('/caseload');
  const names = page.getByRole('region', { name: 'Clients' }).getByRole('link');
  await expect(names).toHaveCount(10);
  await page.getByRole('button', { name: /^Tenderness/ }).click();
  await expect(page).toHaveURL(/sort=grade\.desc/);
  await expect(names.first()).toHaveText('Benedikt Aro');
  await page.getByLabel('Keep this view as').fill('most tender');
  await page.keyboard.press('Enter');
  await page.getByLabel('Look for').fill('neck');
  await expect(names).toHaveText(['Tamsin Okoro']);
  await expect(page.getByText('1 of 10 clients')).toBeVisible();
  await page.goto('/caseload?show=look');
  expect(await names.count()).toBeLessThan(10);
  await page.getByRole('link', { name: 'most tender' }).click();
  await expect(names).toHaveCount(10);
  // It goes with whoever kept it, to any device, and is let go from any.
  const { page: other, context } = await otherDevice(browser, baseURL);
  await stepInAs(other, 'Maren');
  await other.goto('/caseload');
  await other.getByRole('link', { name: 'most tender' }).click();
  await expect(other).toHaveURL(/sort=grade\.desc/);
  await other.getByRole('button', { name: 'Remove the view most tender' }).click();
  await expect(other.getByRole('link', { name: 'most tender' })).toHaveCount(0);
  await context.close();
  await names.first().click();
  await expect(page.getByRole('heading', { level: 1, name: 'Benedikt Aro' })).toBeVisible();
});

test('review, caseload and trial fit a phone: nothing scrolls sideways', async ({ page }) => {
  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Odalys Brandt');
  await page.setViewportSize(PHONE);
  for (const path of [`${file}/review`, '/caseload', '/trial', '/day']) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    const wide = () =>
      page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
    await expect.poll(wide, { message: path }).toBe(0);
  }
});

test('what went numb while it was pressed rests, whatever is issued, until the therapist has looked at it', async ({
  page,
  browser,
  baseURL,
}) => {
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await phone.setViewportSize(PHONE);
  await stepInAs(phone, 'Odalys');
  await phone.goto('/practise');
  const quiet = phone.getByRole('radio', { name: 'Nothing to notice' });
  const start = phone.getByRole('button', { name: 'Start', exact: true });
  await expect(quiet.or(start)).toBeVisible();
  if (await quiet.isVisible()) {
    await quiet.check();
    await phone.getByRole('button', { name: 'Go on', exact: true }).click();
  }
  await start.click();
  // The tests before are passed over: it is about what is pressed.
  const on = phone.getByRole('button', { name: 'I’m on it' });
  const skip = phone.getByRole('button', { name: 'Skip', exact: true });
  for (;;) {
    await expect(on.or(skip).first()).toBeVisible();
    if (await on.isVisible()) break;
    const before = await phone.getByRole('main').innerText();
    await skip.click();
    await phone.getByRole('button', { name: 'No time' }).click();
    await expect.poll(() => phone.getByRole('main').innerText()).not.toBe(before);
  }
  const place = await phone.getByRole('heading').first().innerText();
  await on.click();
  await expect(phone.getByText('How tender is it?', { exact: true })).toBeVisible();
  await phone.getByRole('button', { name: 'Stop', exact: true }).click();
  await phone.getByRole('button', { name: /^Numbness, tingling/ }).click();
  await expect(phone.getByText(/do not press there again/)).toBeVisible();
  await allKept(phone);

  await phone.goto('/today');
  const resting = phone.getByRole('list', { name: 'Resting' });
  await expect(resting.getByText(`${place} rests`)).toBeVisible();
  await expect(resting.getByRole('button')).toHaveCount(0);
  await expect(phone.getByText(/eft out: it went numb/)).toBeVisible();

  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Odalys Brandt');
  await page.goto(`${file}/review`);
  const rests = page.getByRole('region', { name: /^Rests now/ });
  await expect(rests.getByText(place, { exact: true })).toBeVisible();
  const supports = page.getByRole('region', { name: /^What the record supports/ });
  await expect(supports.getByText('Take it out until somebody has looked')).toBeVisible();
  await rests.getByRole('button', { name: 'Looked at it' }).click();
  await expect(rests.getByRole('button', { name: 'It may be pressed again' })).toBeDisabled();
  await page.keyboard.type('Full feeling, no weakness; the thumb lay on the nerve.');
  await rests.getByRole('button', { name: 'It may be pressed again' }).click();
  await allKept(page);
  await expect(rests).toHaveCount(0);
  await expect(supports.getByText('Take it out until somebody has looked')).toHaveCount(0);

  await phone.goto('/today');
  await expect(phone.getByRole('heading', { name: /routine/ })).toBeVisible();
  await expect(resting).toHaveCount(0);
  await context.close();
});

test('a course is ended with what the record says, rests on the phone, and is taken up again', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Yara Fontaine');
  await page.goto(`${file}/discharge`);
  const ends = page.getByRole('button', { name: 'End the course' });
  await expect(ends).toBeDisabled();
  await expect(page.getByLabel(/^Summary/)).toHaveValue(
    /of \d+ sessions that were asked for were done/,
  );
  await page.getByLabel('Referred to somebody else').check();
  await page.getByLabel('A word to them').fill('The eye clinic first.');
  await ends.click();
  await expect(
    page.getByRole('heading', { name: /^The course ended today: referred/ }),
  ).toBeVisible();
  await allKept(page);
  await page.goto('/day');
  await expect(page.getByRole('link', { name: '1 client whose course has ended' })).toBeVisible();

  const { page: phone, context } = await otherDevice(browser, baseURL);
  await phone.setViewportSize(PHONE);
  await stepInAs(phone, 'Yara');
  await expect(phone.getByText('Your course ended today.')).toBeVisible();
  await expect(phone.getByText('“The eye clinic first.”')).toBeVisible();
  await expect(phone.getByRole('link', { name: 'Start', exact: true })).toHaveCount(0);

  await page.goto(`${file}/discharge`);
  await page.getByLabel('Why it is taken up again').fill('Cleared by the eye clinic.');
  await page.getByRole('button', { name: 'Take it up again' }).click();
  await expect(page.getByRole('heading', { name: 'End the course' })).toBeVisible();
  await allKept(page);
  await phone.reload();
  await expect(phone.getByRole('link', { name: 'Start', exact: true })).toBeVisible();
  await context.close();
});

test('two files of one person are looked at side by side and joined; the old address leads to the new', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  const twice = await addClient(page, 'Yara Fontane');
  const file = await fileOf(page, 'Yara Fontaine');
  await page.goto(`${file}/details`);
  await page.getByRole('link', { name: 'Join the two' }).click();
  await expect(page).toHaveURL(/\/join$/);
  // Whose name is most alike stands first.
  const other = page.getByLabel('The other file');
  await expect(other.getByRole('option').nth(1)).toHaveText(/^Yara Fontane/);
  await other.selectOption({ index: 1 });
  await page.getByRole('button', { name: 'Look at both' }).click();
  await expect(page.getByText('nothing kept yet')).toBeVisible();
  await expect(page.getByText(/^\d+ sessions$/)).toBeVisible();
  await page.getByRole('button', { name: 'Join the two files' }).click();
  // Nothing happens before it is said that they are the same.
  await expect(page).toHaveURL(/\/join\?other=/);
  await page.getByRole('checkbox', { name: /are the same person$/ }).check();
  await page.getByRole('button', { name: 'Join the two files' }).click();
  await expect(page).toHaveURL(new RegExp(`${file}/screen$`));
  await page.goto(`${twice}/review`);
  await expect(page.getByRole('heading', { level: 1, name: 'Yara Fontaine' })).toBeVisible();
  await page.goto('/caseload');
  await expect(page.getByRole('link', { name: /^Yara/ })).toHaveCount(1);
});
