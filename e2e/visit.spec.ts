import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { pointsOfSample, SAMPLES } from '#core/measurement';
import {
  addClient,
  clientWithRoutine,
  expect,
  inviteFrom,
  joinBy,
  otherDevice,
  PHONE,
  screenBy,
  stepInAs,
  test,
} from './support/test';
import { newFolder } from './support/server';

interface XY {
  x: number;
  y: number;
}

/** Types points into the entry line, one after the other. */
async function mapPoints(page: Page, file: string, ...lines: string[]) {
  await page.goto(`${file}/map`);
  for (const line of lines) {
    await page.getByLabel(/^Add a point/).fill(line);
    await expect(page.getByText('Enter adds it')).toBeVisible();
    await page.keyboard.press('Enter');
  }
  await expect(
    page.getByRole('heading', { name: `${lines.length} tender points` }).first(),
  ).toBeVisible();
  await allKept(page);
}

/** Waits until nothing of the map is on its way any more. */
const allKept = (page: Page) => expect(page.getByText('keeping', { exact: true })).toBeHidden();

/** Types a figure and waits until it is kept. */
async function measure(page: Page, file: string, testId: string, left: string, right: string) {
  await page.goto(`${file}/measure?test=${testId}`);
  await page.getByLabel('left', { exact: true }).first().fill(left);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'take back' })).toHaveCount(1);
  await page.getByLabel('right', { exact: true }).first().fill(right);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'take back' })).toHaveCount(2);
}

test('a first visit takes under a minute scripted, and the second says truthfully what changed', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Sabine Kolk');
  const begun = Date.now();
  await screenBy(page, file);
  await mapPoints(
    page,
    file,
    'side low-back l 6',
    'calf r 4',
    'chest l 5',
    'piriformis l 7',
    'skull base r 3',
    'breastbone 2',
  );
  await page.getByRole('button', { name: /Deep buttock, left/ }).click();
  await page.keyboard.press('w');
  await expect(page.getByText('the worst', { exact: true })).toBeVisible();
  await allKept(page);
  for (const [test_, left, right] of [
    ['neck-turn', '50 54 52', '60'],
    ['straight-leg', '60', '62'],
    ['hip-turn', '30', '38'],
    ['shoulder-overhead', '150', '160'],
  ] as const) {
    await measure(page, file, test_, left, right);
  }
  await page.goto(`${file}/visit`);
  await page.getByRole('textbox', { name: 'Notes of the visit' }).click();
  await page.keyboard.type('Left hip since the tour.');
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Finish the visit' }).click();
  await expect(page.getByText('6 tender points.')).toBeVisible();
  expect(Date.now() - begun).toBeLessThan(60_000);
  await expect(page.getByText('The worst: Deep buttock, left, 7 of 10.')).toBeVisible();
  await expect(page.getByText('Look over the shoulder: turn, left: 52°.')).toBeVisible();
  await expect(page.getByText('Left hip since the tour.')).toBeVisible();

  // The second visit: one point gone, one less, one new, the others not looked at.
  await page.goto(`${file}/map`);
  await expect(page.getByRole('heading', { name: 'To press again' })).toBeVisible();
  const again = page.getByRole('button', { name: /Deep buttock, left/ });
  await again.focus();
  await page.keyboard.press('3');
  await expect(page.getByText('less, was 7')).toBeVisible();
  await page.getByRole('button', { name: /^Calf, right/ }).focus();
  await page.keyboard.press('0');
  await expect(page.getByText('gone, was 4')).toBeVisible();
  await page.getByLabel(/^Add a point/).fill('hip-front l 4');
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 new · 1 less tender · 1 gone · 4 not looked at')).toBeVisible();
  await allKept(page);
  await measure(page, file, 'neck-turn', '66', '62');
  await expect(page.getByText(/52° → 66° since .*: changed, for the better/)).toBeVisible();
  await expect(page.getByText(/60° → 62° since .*: within measurement error/)).toBeVisible();
  await page.getByText('why').first().click();
  await expect(page.getByText('1.96 × √2 × 3 = 8.3', { exact: false }).first()).toBeVisible();
  await page.goto(`${file}/visit`);
  await expect(
    page.getByText(
      '2 tender points, 6 at the visit before: 1 new, 1 gone, 1 less tender, 4 not looked at.',
    ),
  ).toBeVisible();
});

test('points: by click and key, refused on what is kept off, undone, and seen at earlier visits', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Lio Brandt');
  await page.goto(`${file}/map`);
  const back = page.getByRole('img', { name: /^Back/ });
  const box = await back.boundingBox();
  if (!box) throw new Error('The figure is not drawn.');
  // The back’s frame is centred: find the spine, and a hand’s breadth beside it.
  const scale = box.height / 1040;
  const middle = box.x + box.width / 2;
  await page.mouse.click(middle, box.y + 300 * scale);
  await expect(page.getByText(/^Keep off: spine/)).toBeVisible();
  await page.mouse.click(middle - 45 * scale, box.y + 420 * scale);
  const point = page.getByRole('region', { name: 'The point' });
  await expect(point.getByRole('heading')).toHaveText(/, left$/);
  await page.keyboard.press('6');
  await page.keyboard.press('t');
  await expect(point.getByRole('button', { name: '6', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { name: '0 tender points' }).first()).toBeVisible();
  // Hollis has been here three times: the slider walks through them.
  await page.goto('/day');
  const href = await page.getByRole('link', { name: 'Hollis Verbeek' }).getAttribute('href');
  await page.goto((href ?? '').replace(/\/[a-z]+$/, '/map'));
  const slider = page.getByRole('slider', { name: 'Visit' });
  await slider.focus();
  await page.keyboard.press('Home');
  await expect(page.getByText('An earlier map: to look at.')).toBeVisible();
  const first = await page
    .getByRole('heading', { name: /tender points,/ })
    .first()
    .innerText();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: /tender points,/ }).first()).not.toHaveText(first);
  await expect(page.getByRole('heading', { name: /^Since/ })).toBeVisible();
});

test('two tabs on one client never overwrite each other without a word', async ({
  page,
  context,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Enna Tide');
  await mapPoints(page, file, 'calf l 5', 'chest l 4');
  const other = await context.newPage();
  await other.goto(`${file}/map`);
  await other.getByRole('button', { name: /^Calf, left/ }).click();
  await page.getByRole('button', { name: /^Calf, left/ }).click();
  await page.keyboard.press('7');
  await expect(page.getByRole('button', { name: /^Calf, left/ })).toContainText('7');
  await page.waitForTimeout(600);
  await other.keyboard.press('2');
  await expect(other.getByText(/changed this point elsewhere/)).toBeVisible();
  await expect(other.getByRole('button', { name: /^Calf, left/ })).toContainText('7');
  // The notes: both texts are there, and both can be kept.
  await page.goto(`${file}/visit`);
  await other.goto(`${file}/visit`);
  await page.getByRole('textbox', { name: 'Notes of the visit' }).click();
  await page.keyboard.type('From the first tab.');
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
  await other.getByRole('textbox', { name: 'Notes of the visit' }).click();
  await other.keyboard.type('From the second tab.');
  await other.getByRole('button', { name: 'Both, theirs first' }).click();
  await expect(other.getByText('kept', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByText('From the first tab.')).toBeVisible();
  await expect(page.getByText('From the second tab.')).toBeVisible();
});

test('a lost connection in the middle of the interview loses nothing', async ({
  page,
  context,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Aske Rowan');
  await page.goto(`${file}/screen`);
  await page.waitForLoadState('networkidle');
  await page.keyboard.press('n');
  await expect(page.getByRole('heading', { name: /^2/ })).toBeVisible();
  await page.waitForTimeout(1_200);
  await context.setOffline(true);
  await page.keyboard.press('5');
  await page.keyboard.press('n');
  await expect(page.getByText('no connection: kept on this device')).toBeVisible();
  await context.setOffline(false);
  await page.reload();
  await expect(page.getByRole('heading', { name: /^3/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^2 ?Lately/ })).toContainText(
    'Constant night pain',
  );
  await expect(page.getByText('In person first').first()).toBeVisible();
});

test('a lost connection loses no point, no figure and no last answer', async ({
  page,
  context,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Runa Lindgren');
  const waiting = page.getByText(/^No connection: kept on this page/);
  await page.goto(`${file}/map`);
  await context.setOffline(true);
  await page.getByLabel(/^Add a point/).fill('calf r 4');
  await page.keyboard.press('Enter');
  await expect(waiting).toBeVisible();
  await expect(page.getByRole('heading', { name: '1 tender point' }).first()).toBeVisible();
  await context.setOffline(false);
  await expect(waiting).toBeHidden();
  await page.goto(`${file}/measure?test=neck-turn`);
  await context.setOffline(true);
  await page.getByLabel('left', { exact: true }).first().fill('50');
  await page.keyboard.press('Enter');
  await expect(waiting).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByRole('button', { name: 'take back' })).toHaveCount(1);
  // The last answers and the recording itself, all without a line.
  await page.goto(`${file}/screen`);
  await page.waitForLoadState('networkidle');
  const none = page.getByRole('button', { name: /^None of/ });
  for (let group = 1; group <= 5; group += 1) {
    await expect(page.getByRole('heading', { name: new RegExp(`^${group}`) })).toBeVisible();
    await none.click();
  }
  await context.setOffline(true);
  await none.click();
  await page.getByRole('button', { name: 'Record the interview' }).click();
  await expect(waiting).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText(/^Asked today by/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^Asked today by/)).toBeVisible();
});

test('a client’s red flag stops the plan at once, tells both what to do, and is lifted with a record', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const { phone, file, context } = await clientWithRoutine(page, browser, baseURL, 'Bram Vesper', [
    'Breastbone',
  ]);
  await phone.goto('/today');
  await phone.getByRole('link', { name: 'A few questions before you begin' }).click();
  await phone.getByRole('button', { name: 'None of these' }).click();
  await phone
    .getByRole('group', { name: 'A calf that is hot, swollen and painful?' })
    .getByRole('button', { name: 'Yes' })
    .click();
  await expect(phone.getByRole('heading', { name: 'Please do not practise now' })).toBeVisible();
  for (let group = 2; group <= 6; group += 1) {
    await phone.getByRole('button', { name: /^None of/ }).click();
  }
  await phone.getByRole('button', { name: /^Send to/ }).click();
  await expect(phone.getByRole('heading', { name: 'A few questions first' })).toHaveCount(0);
  await expect(phone.getByText('A note to take along')).toBeVisible();
  await phone.goto('/practise');
  await expect(phone.getByRole('heading', { name: 'Please do not practise now' })).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Start' })).toHaveCount(0);
  await phone.goto('/referral');
  await expect(
    phone.getByRole('listitem').filter({ hasText: 'hot, swollen' }).last(),
  ).toContainText('yes');
  await page.goto('/day');
  await expect(page.getByRole('row', { name: /Bram Vesper/ })).toContainText('with a red flag');
  await page.goto(`${file}/plan`);
  await expect(page.getByText(/Hot swollen painful calf: refer/).first()).toBeVisible();
  await page.goto(`${file}/screen`);
  await page.getByRole('button', { name: 'Confirm with the client' }).click();
  await expect(page.getByText(/^Asked today by/)).toBeVisible();
  await page.getByRole('button', { name: 'Record a clearance' }).click();
  await page.getByLabel('Cleared by').fill('Dr Amsel');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByText(/^Lifted: cleared by Dr Amsel/).first()).toBeVisible();
  await phone.goto('/today');
  await expect(phone.getByRole('heading', { name: 'Today’s routine' })).toBeVisible();
  await context.close();
});

test('what a client answers limits the session at once, and says why', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const { phone, file, context } = await clientWithRoutine(page, browser, baseURL, 'Mika Strand', [
    'Jaw muscle, inside approach',
    'Breastbone',
  ]);
  await screenBy(page, file, [/^A locked jaw/]);
  await phone.goto('/practise');
  await expect(
    phone.getByText('Jaw muscle, inside approach is left out: Nothing inside the mouth.'),
  ).toBeVisible();
  await phone.getByRole('button', { name: 'Start' }).click();
  await expect(phone.getByRole('heading', { name: 'Breastbone' })).toBeVisible();
  // What asks for a doctor’s word first leaves nothing to start.
  await screenBy(page, file, [/^Rheumatoid disease/]);
  await phone.goto('/practise');
  await expect(phone.getByRole('button', { name: 'Nothing to do today' })).toBeDisabled();
  await context.close();
});

test('measuring by tilt and by picture, and what is no picture', async ({ page }) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Tord Alm');
  await page.goto(`${file}/measure?test=straight-leg`);
  await page.getByRole('button', { name: 'tilt' }).first().click();
  await page.getByRole('button', { name: 'Use this machine’s sensor' }).click();
  await expect(page.getByText(/has no tilt sensor/)).toBeVisible();
  await page.getByRole('button', { name: 'Use the simulated phone' }).click();
  await expect(page.getByText(/^Simulated/)).toBeVisible();
  await page.getByRole('button', { name: 'Zero here' }).click();
  await page.getByRole('slider', { name: 'Tilt the phone' }).fill('28');
  const take = page.getByRole('button', { name: /^Take 6[123]°/ });
  await expect(take).toBeVisible();
  await take.click();
  await expect(page.getByText('by tilt')).toBeVisible();

  // Points of a drawn sample are put by keyboard; the angle follows.
  await page.getByRole('button', { name: 'picture' }).nth(1).click();
  await page.getByRole('button', { name: /^Straight leg, 62/ }).click();
  const value = page.getByRole('dialog').getByRole('status');
  const before = await value.innerText();
  await page.getByRole('button', { name: /^Point 2/ }).focus();
  for (let step = 0; step < 4; step += 1) await page.keyboard.press('Shift+ArrowDown');
  await expect(value).not.toHaveText(before);
  await page.getByRole('button', { name: 'Zoom in' }).click();
  await expect(page.getByText('150 %')).toBeVisible();

  const folder = newFolder();
  const text = join(folder, 'note.jpg');
  writeFileSync(text, 'this is no picture');
  await page.getByLabel('Picture file').setInputFiles(text);
  await expect(page.getByText('That is no picture this can read.', { exact: false })).toBeVisible();
  const large = join(folder, 'large.jpg');
  writeFileSync(large, Buffer.alloc(12_000_001));
  await page.getByLabel('Picture file').setInputFiles(large);
  await expect(page.getByText('larger than 12 MB', { exact: false })).toBeVisible();
  const real = join(folder, 'real.png');
  writeFileSync(real, await page.screenshot());
  await page.getByLabel('Picture file').setInputFiles(real);
  await page.getByLabel('Keep the picture in the file, without its metadata').check();
  await page.getByRole('button', { name: /^Take \d/ }).click();
  const link = page.getByRole('link', { name: 'see it' });
  await expect(link).toBeVisible();
  const kept = await page.request.get((await link.getAttribute('href')) ?? '');
  expect(kept.headers()['content-type']).toBe('image/jpeg');

  // What cannot be is said, and stays as typed.
  await page.getByLabel('left', { exact: true }).first().fill('400');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('400° was given');
});

test('an angle is read by fingers alone, zoomed by two of them, to half a degree', async ({
  browser,
  baseURL,
}) => {
  const sample = SAMPLES.find(
    ({ testId, read }) => testId === 'straight-leg' && read === 'three points',
  );
  const [end, corner, other] = sample ? pointsOfSample(sample) : [];
  if (!sample || !end || !corner || !other) throw new Error('There is a sample of a straight leg.');
  const context = await browser.newContext({ baseURL, viewport: PHONE, hasTouch: true });
  const page = await context.newPage();
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Finn Touch');
  await page.goto(`${file}/measure?test=straight-leg`);
  await page.getByRole('button', { name: 'picture' }).first().click();
  await page.getByRole('button', { name: `${sample.name}, ${sample.degrees}°` }).click();
  const surface = page.getByRole('group', { name: /^Picture with points/ });
  await surface.scrollIntoViewIfNeeded();
  const cdp = await context.newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...touchPoints: XY[]) =>
    cdp.send('Input.dispatchTouchEvent', { type, touchPoints });
  /** Where a place of the drawing is on the screen now. */
  const onScreen = ([x, y]: readonly [number, number]): Promise<XY> =>
    surface.evaluate(
      (svg, at) => {
        const matrix = (svg.firstElementChild as SVGGElement).getScreenCTM();
        const { x: left, y: top } = new DOMPoint(...at).matrixTransform(matrix ?? new DOMMatrix());
        return { x: left, y: top };
      },
      [x, y] as [number, number],
    );
  const part = (to: readonly [number, number], share: number) =>
    [corner[0] + (to[0] - corner[0]) * share, corner[1] + (to[1] - corner[1]) * share] as const;

  // Two fingers apart about the corner.
  const { x, y } = await onScreen(corner);
  await touch('touchStart', { x: x - 20, y }, { x: x + 20, y });
  for (let by = 24; by <= 36; by += 4) await touch('touchMove', { x: x - by, y }, { x: x + by, y });
  await touch('touchEnd');
  await expect(page.getByText('180 %')).toBeVisible();

  const value = page.getByRole('dialog').getByRole('status');
  const targets = [part(end, 0.3), corner, part(other, 0.3)];
  for (const [index, target] of targets.entries()) {
    const box = await page
      .getByRole('button', { name: `Point ${index + 1}:` })
      .locator('circle')
      .first()
      .boundingBox();
    if (!box) throw new Error('The point is not drawn.');
    const from = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    const to = await onScreen(target);
    await touch('touchStart', from);
    await touch('touchMove', { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 });
    await touch('touchMove', to);
    await touch('touchEnd');
  }
  const degrees = Number.parseFloat(await value.innerText());
  expect(Math.abs(degrees - sample.degrees)).toBeLessThan(0.5);
  await context.close();
});

test('a client adds a tender place and a home measure; the therapist finds both', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Ode Marsh');
  const link = await inviteFrom(page, file);
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await joinBy(phone, link, 'ode@client.example');
  await page.goto(`${file}/measure?test=neck-turn`);
  await page.getByRole('combobox', { name: 'Ask for it at home' }).click();
  await page.getByRole('option', { name: 'once a week' }).click();
  await page.waitForTimeout(500);
  await phone.goto('/measures');
  await phone.getByLabel('left').fill('70');
  await phone.getByLabel('left').blur();
  await expect(phone.getByLabel('left')).toHaveValue('70');
  await phone.goto('/points');
  await phone.getByRole('combobox', { name: 'Or choose it from the list' }).fill('calf');
  await phone.getByRole('option', { name: 'Calf' }).click();
  await phone.getByRole('button', { name: '6', exact: true }).click();
  await phone.getByRole('button', { name: 'Keep it' }).click();
  await expect(phone.getByText('Calf, right, 6')).toBeVisible();
  await page.goto(`${file}/map`);
  await expect(page.getByRole('heading', { name: 'Added at home' })).toBeVisible();
  await page.getByRole('button', { name: /^Calf, right/ }).focus();
  await page.keyboard.press('5');
  await expect(page.getByRole('heading', { name: '1 tender point' }).first()).toBeVisible();
  await page.goto(`${file}/measure?test=neck-turn`);
  await expect(page.getByRole('paragraph').filter({ hasText: 'at home: 70°' })).toBeVisible();
  await context.close();
});

test('the map stays smooth with 120 points and 20 visits', async ({ page }) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Many Points');
  const keep = (body: unknown) => page.request.post(`${file}/map/keep`, { data: body });
  const sites = ['calf', 'chest', 'side-low-back'];
  for (let visit = 0; visit < 20; visit += 1) {
    for (let n = 0; n < 6; n += 1) {
      const answer = await keep({
        intent: 'add',
        id: crypto.randomUUID(),
        point: {
          thread: crypto.randomUUID(),
          siteId: sites[n % 3],
          side: n < 3 ? 'left' : 'right',
          across: 0,
          down: n,
          rating: (visit + n) % 8,
        },
      });
      expect(answer.status()).toBe(200);
    }
    if (visit < 19) {
      await page.request.post(`${file}/visit`, { form: { intent: 'finish' } });
    }
  }
  await page.goto(`${file}/map`);
  await page.waitForLoadState('networkidle');
  // The page’s own work for one move of the pointer, from the event to the next paint’s start: what 95 of
  // 100 moves stay under. What else the machine does only adds to it, so the best of some rounds counts.
  const round = () =>
    page.evaluate(async () => {
      const field = document.querySelectorAll<SVGRectElement>('figure rect')[1];
      if (!field) throw new Error('The figure is not drawn.');
      const box = field.getBoundingClientRect();
      const taken: number[] = [];
      for (let n = 0; n < 120; n += 1) {
        const from = performance.now();
        field.dispatchEvent(
          new PointerEvent('pointermove', {
            bubbles: true,
            clientX: box.left + box.width * (0.3 + (n % 40) / 100),
            clientY: box.top + box.height * (0.1 + n / 150),
          }),
        );
        // What React has to draw for it is done before this message arrives.
        await new Promise<void>((done) => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => done();
          port2.postMessage(null);
        });
        taken.push(performance.now() - from);
        await new Promise((done) => requestAnimationFrame(done));
      }
      taken.sort((a, b) => a - b);
      return taken[Math.floor(taken.length * 0.95)] ?? Infinity;
    });
  let best = Infinity;
  for (let rounds = 0; rounds < 5 && best >= 16; rounds += 1) best = Math.min(best, await round());
  expect(best).toBeLessThan(16);
});
