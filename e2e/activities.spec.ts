import {
  addClient,
  allKept,
  expect,
  fileOf,
  otherDevice,
  sayHowItWas,
  stepInAs,
  test,
} from './support/test';

test('what is not pressed is prescribed by keyboard, led on the phone and logged', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Idris');
  const file = await fileOf(page, 'Wendeline Sorg');
  await page.goto(`${file}/plan`);
  const order = page.getByRole('list', { name: 'Lines in order' });
  await expect(order.getByRole('listitem')).toHaveCount(2);

  // Warm-up goes first, a cold pack last, wherever they are added from.
  await page.keyboard.press('b');
  await page.keyboard.press('Enter');
  for (const [steps, name] of [
    [3, 'contract–relax'],
    [1, 'drill'],
    [1, 'test'],
    // The same once more, after.
    [0, 'test'],
    [1, 'cold pack'],
  ] as const) {
    for (let n = 0; n < steps; n += 1) await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('button', { name, exact: true })).toBeFocused();
    await page.keyboard.press('Enter');
  }
  await expect(order.getByRole('listitem')).toHaveCount(8);
  await expect(order.getByRole('listitem').first()).toContainText('Get warm: light movement');
  await expect(order.getByRole('listitem').last()).toContainText('Cold pack');

  // Taken back and brought again.
  await order
    .getByRole('button', { name: /Cold pack/ })
    .last()
    .focus();
  await page.keyboard.press('Control+z');
  await expect(order.getByRole('listitem')).toHaveCount(7);
  await page.keyboard.press('Control+Shift+z');
  await expect(order.getByRole('listitem')).toHaveCount(8);
  await expect(order.getByText('measured before anything is pressed')).toHaveCount(1);
  await expect(order.getByText('measured after pressing and stretching')).toHaveCount(1);

  // Its figures are typed like those of a hold, and refused like them.
  await order
    .getByRole('button', { name: /Get warm/ })
    .last()
    .click();
  const minutes = page.getByRole('textbox', { name: 'for' });
  await minutes.fill('500');
  await minutes.blur();
  await expect(page.getByText(/^The minutes must be at most 30/).first()).toBeVisible();
  await minutes.fill('1');
  await minutes.blur();
  await expect(order.getByRole('listitem').first()).toContainText('1 min');
  // A line may be for the client to choose on the day.
  await order
    .getByRole('button', { name: /Cold pack/ })
    .last()
    .click();
  await page.getByRole('radio', { name: 'as needed' }).check({ force: true });
  await page.getByLabel('When it is needed').fill('when it is sore');
  await expect(order.getByRole('listitem').last()).toContainText('as needed: when it is sore');
  await page.getByLabel('Why this version').fill('Warm first; cold after.');
  await page.getByRole('button', { name: 'Issue version 2' }).click();
  await expect(page.getByRole('heading', { name: 'Routine, version 3' })).toBeVisible();
  await allKept(page);

  const { page: phone, context } = await otherDevice(browser, baseURL);
  await stepInAs(phone, 'Wendeline');
  await expect(phone.getByText('contract–relax', { exact: false }).first()).toBeVisible();
  await expect(phone.getByText('Cold pack, when you need it: when it is sore.')).toBeVisible();
  await phone.clock.install();
  await phone.goto('/practise');
  await sayHowItWas(phone);
  await phone.getByLabel('Cold pack: when it is sore').check();
  await phone.getByRole('button', { name: 'Start' }).click();
  const title = phone.getByRole('heading', { level: 1 });
  const press = async (name: string) => {
    await phone.clock.runFor(600);
    await phone.getByRole('button', { name, exact: true }).click();
  };
  await expect(title).toHaveText('Get warm: light movement');
  await press('Begin');
  // A minute and what is counted in, to the end by itself.
  await phone.clock.runFor(64_000);
  // What moves is measured before anything is pressed; a figure no neck shows is refused with a sentence.
  await expect(title).toHaveText('Look over the shoulder');
  await expect(phone.getByText('Measure first')).toBeVisible();
  await phone.getByRole('button', { name: 'I have the figure' }).click();
  await phone.getByLabel('left', { exact: true }).fill('520');
  await phone.getByLabel('left', { exact: true }).press('Enter');
  await expect(phone.getByText(/on a human body/)).toBeVisible();
  await phone.getByLabel('left', { exact: true }).fill('52');
  await phone.getByLabel('left', { exact: true }).press('Enter');
  // The other side by the phone itself, with no hand for the screen: still, turned, and held there.
  await phone.getByRole('button', { name: 'with this phone', exact: true }).click();
  await phone.getByRole('button', { name: 'Measure right with this phone' }).click();
  const tilt = async (gamma: number, seconds: number) => {
    for (let ms = 0; ms < seconds * 1000; ms += 100) {
      await phone.evaluate((to) => {
        window.dispatchEvent(
          new DeviceOrientationEvent('deviceorientation', { alpha: 0, beta: 0, gamma: to }),
        );
      }, gamma);
      await phone.clock.runFor(100);
    }
  };
  await tilt(0, 7.5);
  await expect(phone.getByText(/Now go as far as it goes easily/)).toBeVisible();
  await tilt(30, 0.3);
  await tilt(61, 1.6);
  await expect(phone.getByText('61°')).toBeVisible();
  await expect(phone.getByText('Kept, both sides. Done.')).toBeVisible();
  await press('Go on');
  await expect(title).toContainText('Skull base');
  while (!/stretch/.test((await title.textContent()) ?? '')) {
    const before = await title.textContent();
    await press('Skip');
    await phone.getByRole('button', { name: 'No time' }).click();
    await expect(title).not.toHaveText(before ?? '');
  }
  await expect(title).toHaveText('Skull-base stretch, nodding');
  await press('Begin');
  await phone.clock.runFor(4_000);
  await expect(phone.getByText('round 1 of 3').first()).toBeVisible();
  await expect(phone.getByText('push, lightly').first()).toBeVisible();
  await phone.clock.runFor(11_000);
  await expect(phone.getByText('let go, follow').first()).toBeVisible();
  // Half of it is enough to count; less would not be.
  await phone.clock.runFor(18_000);
  await expect(phone.getByText('round 2 of 3').first()).toBeVisible();
  await press('Done');
  await expect(title).toHaveText('Head over the shoulders');
  await press('Begin');
  await phone.clock.runFor(40_000);
  await expect(title).toHaveText('Look over the shoulder');
  await expect(phone.getByText('Measure again')).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Go on without a figure' })).toBeVisible();
  await phone.getByRole('button', { name: 'I have the figure' }).click();
  await phone.getByLabel('left', { exact: true }).fill('58');
  await phone.getByLabel('left', { exact: true }).press('Enter');
  await press('Go on with one side open');
  await expect(title).toHaveText('Cold pack');
  await press('Go on');
  await expect(title).toHaveText('Get up slowly');
  await phone.getByRole('button', { name: 'Finish' }).click();
  await expect(phone.getByText('Head over the shoulders')).toBeVisible();
  await expect(phone.getByText('Logged')).toBeVisible();
  await context.close();

  await page.goto(`${file}/practise`);
  await expect(page.getByRole('row', { name: /today/ })).toContainText('beside 6 of 6');
  // The figures stand with the test, each at its moment.
  await page.goto(`${file}/measure`);
  await page.getByRole('button', { name: /Look over the shoulder/ }).click();
  await expect(page.getByText(/52° → 58° within the session of today/).first()).toBeVisible();
});

test('the plan takes what the map found, worst first, by one key, on its own side', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  await page.goto(`${await fileOf(page, 'Yara Fontaine')}/plan`);
  const found = page.getByRole('region', { name: /^Found on the map/ });
  const open = found.getByRole('button', { name: /^Take / });
  await expect(open.first()).toBeVisible();
  const waiting = found.locator('li button:enabled:not([data-off="true"])');
  const order = page.getByRole('list', { name: 'Lines in order' });
  const before = await order.getByRole('listitem').count();
  // What is a line already only learns which points they are: nothing is added.
  const toFollow = found.getByRole('button').filter({ hasText: 'follow' });
  for (let more = await toFollow.count(); more > 0; more -= 1) {
    await toFollow.first().click();
    await expect(toFollow).toHaveCount(more - 1);
    await expect(order.getByRole('listitem')).toHaveCount(before);
  }
  const name = (await waiting.first().getAttribute('aria-label')) ?? '';
  const [, site, sides] = /^Take ([^,]+), (.+), rated/.exec(name) ?? [];
  expect([name, site, sides]).not.toContain(undefined);
  await page.keyboard.press('m');
  await expect(order.getByRole('listitem')).toHaveCount(before + 1);
  const line = order.getByRole('listitem').filter({ hasText: site ?? '' });
  // Found on one side, it is taken on that side alone.
  const isBoth = /left.*right/.test(sides ?? '');
  const side = /left|right/.exec(sides ?? '')?.[0] ?? '';
  await expect(line).toContainText(isBoth ? 'a side' : `, ${side} only`);
  await expect(found.getByRole('button', { name: `Take ${site ?? ''}` })).toBeDisabled();
});

test('a first plan starts from what somebody complains of, held against their body', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  await addClient(page, 'Elvira Nord');
  await page.getByRole('button', { name: /^Knee gives way/ }).click();
  const preview = page.getByRole('group', { name: /what it adds$/ });
  await expect(preview.getByRole('listitem')).toHaveCount(7);
  await expect(preview).toContainText('Locking, swelling or falls: an examination first.');
  await preview.getByRole('button', { name: 'Take 7 lines' }).click();
  const order = page.getByRole('list', { name: 'Lines in order' });
  await expect(order.getByRole('listitem')).toHaveCount(7);
  await expect(order.getByRole('button', { pressed: true })).toBeFocused();
  await expect(order.getByRole('listitem').last()).toContainText('Cold pack');

  // Issued, the next steps stand beside it.
  await page
    .getByLabel('Why without an interview')
    .fill('Seen at the theatre door; interview on Friday.');
  await page.getByRole('button', { name: 'Issue version 1' }).click();
  await expect(page.getByText('The client sees it once they join.')).toBeVisible();
  await page.getByRole('link', { name: 'invite them' }).click();
  await expect(page.getByRole('button', { name: 'Make an invitation' })).toBeVisible();
  await page.goBack();
  await expect(order.getByRole('listitem')).toHaveCount(7);

  // A second one adds only what is not there yet.
  await page.getByRole('button', { name: 'Start from' }).click();
  await page.getByRole('button', { name: /^Front of the knee/ }).click();
  await expect(preview.getByText('It is in the routine already.').first()).toBeVisible();
  await preview.getByRole('button', { name: 'Take 1 line' }).click();
  await expect(order.getByRole('listitem')).toHaveCount(8);
  // One step back takes all of it back.
  await page.keyboard.press('Control+z');
  await expect(order.getByRole('listitem')).toHaveCount(7);

  // Its lines become a template of the practice, which another file may begin from.
  await page.getByRole('button', { name: 'Start from' }).click();
  await page.getByRole('radio', { name: 'a template' }).check({ force: true });
  await page.getByLabel('Keep the lines of this routine as a template').fill('First weeks, knee');
  await page.keyboard.press('Enter');
  const templates = page.getByRole('list', { name: 'Templates' });
  await expect(templates.getByText('First weeks, knee')).toBeVisible();
  await allKept(page);
  await page.getByRole('button', { name: 'Close' }).click();

  // What another client is led by, held against this body; neither sides nor points go along.
  await page.getByRole('button', { name: 'Start from' }).click();
  await page.getByRole('radio', { name: 'another client’s routine' }).check({ force: true });
  await page.getByRole('list', { name: 'Clients' }).getByText('Hollis Verbeek').click();
  await page
    .getByRole('group', { name: 'Hollis Verbeek: what it adds' })
    .getByRole('button', { name: /^Take \d line/ })
    .click();
  await expect(order.getByRole('listitem').filter({ hasText: 'Side low-back' })).toBeVisible();
  const more = await order.getByRole('listitem').count();
  expect(more).toBeGreaterThan(7);
  await page.getByLabel('Why this version').fill('Low back as well.');
  await page.getByRole('button', { name: 'Issue version 2' }).click();
  await expect(page.getByRole('heading', { name: 'Routine, version 3' })).toBeVisible();

  // The version before stands line by line beside that of now, and comes back whole.
  await page.getByRole('button', { name: 'Start from' }).click();
  await page.getByRole('radio', { name: 'a version of before' }).check({ force: true });
  await page.getByRole('list', { name: 'Versions' }).getByText('Version 1').click();
  const differs = page.getByRole('group', { name: 'Version 1: what differs' });
  await expect(differs.getByText('there now, not then: it would go').first()).toBeVisible();
  await differs.getByRole('button', { name: 'Put version 1 in place of it' }).click();
  await expect(order.getByRole('listitem')).toHaveCount(7);
  await page.keyboard.press('Control+z');
  await expect(order.getByRole('listitem')).toHaveCount(more);

  await addClient(page, 'Sigrun Voss');
  await page.getByRole('radio', { name: 'a template' }).check({ force: true });
  await templates.getByText('First weeks, knee').click();
  await page
    .getByRole('group', { name: 'First weeks, knee: what it adds' })
    .getByRole('button', { name: 'Take 7 lines' })
    .click();
  await expect(order.getByRole('listitem')).toHaveCount(7);
});
