import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { pointsOfSample, SAMPLES } from '#core/poses';
import {
  addClient,
  allKept,
  clientIdOf,
  expect,
  PHONE,
  postLetters,
  stepInAs,
  test,
} from './support/test';
import { newFolder } from './support/server';

interface XY {
  x: number;
  y: number;
}

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
  // The usual areas are offered, and none is chosen for whoever feels it.
  await point.getByRole('button', { name: 'yes, to' }).click();
  const usual = point.getByRole('group', { name: 'Usually felt at' });
  await expect(usual.getByRole('button', { pressed: false }).first()).toBeVisible();
  await expect(usual.getByRole('button', { pressed: true })).toHaveCount(0);
  await usual.getByRole('button').first().click();
  await expect(usual.getByRole('button', { pressed: true })).toHaveCount(1);
  await expect(point.getByRole('group', { name: 'Stops on release' })).toBeVisible();
  await usual.getByRole('button', { pressed: true }).click();
  await expect(point.getByRole('group', { name: 'Stops on release' })).toHaveCount(0);
  await point.getByRole('button', { name: 'done' }).click();
  const none = page.getByRole('heading', { name: '0 tender points' }).first();
  for (let undone = 0; undone < 8 && !(await none.isVisible()); undone += 1) {
    await page.keyboard.press('Control+z');
  }
  await expect(page.getByRole('heading', { name: '0 tender points' }).first()).toBeVisible();
  // Hollis has been here three times: the slider walks through them.
  await page.goto('/day');
  const href = await page.getByRole('link', { name: 'Hollis Verbeek' }).getAttribute('href');
  await page.goto(`${href ?? ''}/map`);
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

test('measuring by tilt and by picture, and what is no picture', async ({ page }) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Tord Alm');
  await page.goto(`${file}/measure?test=straight-leg`);
  await page.getByRole('button', { name: 'tilt' }).first().click();
  await page.getByRole('button', { name: 'Use this machine’s sensor' }).click();
  // Some browsers have none and say nothing, some do not let it be read.
  await expect(page.getByText(/has no tilt sensor|not allowed to read the tilt/)).toBeVisible();
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

test('the map stays smooth with 120 points and 20 visits', async ({ page }) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Many Points');
  const sites = ['calf', 'chest', 'side-low-back'];
  for (let visit = 0; visit < 20; visit += 1) {
    const letters = Array.from({ length: 6 }, (_, n) => ({
      kind: 'point',
      clientId: clientIdOf(file),
      thing: crypto.randomUUID(),
      body: {
        visitId: null,
        point: {
          thread: crypto.randomUUID(),
          siteId: sites[n % 3],
          side: n < 3 ? 'left' : 'right',
          across: 0,
          down: n,
          rating: (visit + n) % 8,
        },
      },
    }));
    const { answers } = await postLetters(page.request, letters);
    expect(answers.map(({ is }) => is)).toEqual(letters.map(() => 'kept'));
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

test('what brings a client: written down, pointed out, asked at the visit and at home, and begun from', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Runa Steen');
  await page.goto(`${file}/complaint`);
  const words = page.getByLabel('In their own words');
  await words.fill('Stiff neck, cannot turn');
  await words.press('Enter');
  await page.getByLabel('Since when').fill('next week');
  await expect(page.getByText(/not after today/)).toBeVisible();
  await page.getByLabel('Since when').fill('3 weeks');
  await expect(page.getByText(/about 3 weeks/)).toBeVisible();
  await page.getByLabel('What it stops').fill('reversing the van');
  // The neck is a small place: what is not hit by hand is found by name.
  const where = page.getByRole('combobox', { name: 'Where it is felt' });
  await where.fill('neck, left');
  await page.getByRole('option', { name: 'neck, left' }).click();
  await expect(page.getByRole('link', { name: 'Neck end of the blade lifter' })).toBeVisible();
  const ask = (of: Page, question: RegExp, number: number) =>
    of.getByRole('group', { name: question }).getByText(String(number), { exact: true }).click();
  await ask(page, /how many of the last seven/, 6);
  const keep = page.getByRole('button', { name: 'Keep the answer' });
  await expect(keep).toBeDisabled();
  await ask(page, /how strong/i, 7);
  await ask(page, /keep you from/, 5);
  await keep.click();
  await expect(page.getByText('today: 6 days of 7, 7 at its strongest')).toBeVisible();
  await allKept(page);
  await page.reload();
  await expect(page.getByText('today: 6 days of 7, 7 at its strongest')).toBeVisible();
  // The map names what sends there, the plan what is begun from.
  await page.goto(`${file}/map`);
  await expect(page.getByRole('heading', { name: 'For “Stiff neck, cannot turn”' })).toBeVisible();
  await page.goto(`${file}/plan`);
  const begun = page.getByRole('list', { name: 'Complaints' }).getByRole('button').first();
  await expect(begun).toHaveAttribute('aria-pressed', 'true');
  await expect(begun).toHaveText(/^Stiff neck, cannot turn/);

  // A client of the demo is asked at home, without a line too.
  const context = await browser.newContext({ ...PHONE, baseURL });
  const phone = await context.newPage();
  await stepInAs(phone, 'Hollis');
  await phone.getByRole('link', { name: 'How is it this week?' }).click();
  await expect(phone.getByRole('heading', { name: 'How it goes' })).toBeVisible();
  await context.setOffline(true);
  await ask(phone, /how many of the last seven/, 0);
  await expect(phone.getByRole('group', { name: /how strong/i })).toHaveCount(0);
  await phone.getByRole('button', { name: 'Tell' }).click();
  await expect(phone.getByText('Not there in the last seven days.')).toBeVisible();
  await context.setOffline(false);
  await allKept(phone);
  await page.goto('/day');
  const hollis = await page.getByRole('link', { name: 'Hollis Verbeek' }).getAttribute('href');
  await page.goto(`${hollis ?? ''}/review`);
  await expect(page.getByText('Not there in the last seven days.').first()).toBeVisible();
  await context.close();
});

test('answers that are half given stay when what was written before them is kept meanwhile', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Signe Holt');
  await page.goto(`${file}/complaint`);
  // The page is read anew late: by then the first answers are given.
  await page.route('**/complaint.data**', async (route) => {
    await new Promise((later) => setTimeout(later, 2_500));
    await route.continue();
  });
  const words = page.getByLabel('In their own words');
  await words.fill('Tired hands');
  await words.press('Enter');
  const answered = page.waitForResponse(/complaint\.data/);
  const ask = (question: RegExp, number: number) =>
    page.getByRole('group', { name: question }).getByText(String(number), { exact: true }).click();
  await ask(/how many of the last seven/, 3);
  await ask(/how strong/i, 4);
  await ask(/keep you from/, 2);
  await answered;
  await page.waitForTimeout(500);
  await expect(page.getByRole('button', { name: 'Keep the answer' })).toBeEnabled();
});
