import { spawnSync } from 'node:child_process';
import type { Page } from '@playwright/test';
import {
  addClient,
  addSite,
  allKept,
  clientWithRoutine,
  expect,
  screenBy,
  stepInAs,
  test,
  toThePoint,
} from './support/test';

const figure = async (page: Page) => Number(await page.locator('strong').first().innerText());

test.describe('the atlas', () => {
  test.beforeEach(async ({ page }) => {
    await stepInAs(page, 'Maren');
    await page.goto('/atlas');
  });

  test('finds by where it hurts, in list and drawing alike', async ({ page }) => {
    await page.getByLabel('Find a site').fill('front of shoulder');
    const list = page.getByRole('navigation', { name: 'Sites' });
    await expect(list.getByRole('heading', { name: 'may be felt there' })).toBeVisible();
    await expect(list.getByRole('link', { name: /^Below the blade ridge/ })).toBeVisible();
    await expect(page.getByRole('status')).toContainText('4 of 60 sites');
    await page.getByLabel('Find a site').fill('xyzzy');
    await expect(list.getByText(/Nothing is called that/)).toBeVisible();
    // A slip of the finger is one press from what was meant; what has to be examined first is said.
    await page.getByLabel('Find a site').fill('sciatcia');
    await list.getByRole('button', { name: 'sciatica' }).click();
    await expect(list.getByRole('link', { name: /^Deep buttock/ })).toBeVisible();
    await expect(list.getByText(/needs an examination in person/)).toBeVisible();
  });

  test('is walked by keyboard, and opens a site with its drawing, cautions and sources', async ({
    page,
  }) => {
    await page.getByLabel('Find a site').focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await expect(page.locator(':focus')).toContainText('Chewing muscle');
    await expect(page.getByRole('status')).toContainText('masseter');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Chewing muscle' })).toBeVisible();
    for (const part of [
      'Find it',
      'Keep off',
      'Watch',
      'Methods',
      'Ways, gentlest first',
      'Sources',
    ]) {
      await expect(page.getByRole('heading', { name: part })).toBeVisible();
    }
    await expect(
      page.getByText('common practice, no published source', { exact: false }),
    ).toBeVisible();
    await page.getByRole('link', { name: 'temple', exact: true }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Temple' })).toBeVisible();
  });

  test('opens a site from the drawing', async ({ page }) => {
    const drawing = page.getByRole('img', { name: /^Back: \d+ sites/ });
    const box = await drawing.boundingBox();
    if (!box) throw new Error('The back is not drawn.');
    // The deep buttock lies at 52, 487 of a view 490 wide and 1024 high, from -245, -12.
    const scale = Math.min(box.width / 490, box.height / 1024);
    const x = box.x + box.width / 2 + 52 * scale;
    const y = box.y + box.height / 2 + (487 + 12 - 512) * scale;
    await page.mouse.click(x, y);
    await expect(page.getByRole('heading', { level: 1, name: 'Deep buttock' })).toBeVisible();
  });

  test('sends one from the outer-thigh band to what pulls on it', async ({ page }) => {
    await page.goto('/atlas/outer-thigh-band');
    await expect(page.getByText('Not worked itself.')).toBeVisible();
    await page.getByRole('link', { name: 'hip-front muscle' }).first().click();
    await expect(page.getByRole('heading', { level: 1, name: 'Hip-front muscle' })).toBeVisible();
  });

  test('says when there is no such site', async ({ page }) => {
    const response = await page.goto('/atlas/elbow-pit');
    expect(response?.status()).toBe(404);
    await expect(page.getByText('There is no such site.')).toBeVisible();
  });
});

test('the tool bench orders tools, says why, and refuses a load that cannot be', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  await page.goto('/tools');
  const tools = page.getByRole('radiogroup', { name: /^Tools/ });
  const names = await tools
    .getByRole('radio')
    .evaluateAll((all) => all.map((one) => one.getAttribute('aria-label') ?? ''));
  const kilopascals = names.map((name) => Number(/: ([\d.]+) kPa/.exec(name)?.[1]));
  expect(kilopascals).toEqual([...kilopascals].sort((a, b) => a - b));
  expect(names.findIndex((name) => name.startsWith('Foam roller'))).toBeLessThan(
    names.findIndex((name) => name.startsWith('Golf ball')),
  );
  await tools.getByRole('radio', { name: /^Golf ball/ }).click();
  await expect(page.getByRole('heading', { name: 'Golf ball' })).toBeVisible();
  await page.keyboard.press('ArrowUp');
  await expect(tools.getByRole('radio', { checked: true })).not.toHaveAccessibleName(/^Golf/);
  const floor = await figure(page);
  await page.getByLabel('mattress').check();
  await expect.poll(() => figure(page)).toBeLessThan(floor);
  await page.getByText('Why?').click();
  await expect(page.getByText('a² = 2Rδ − δ²', { exact: false })).toBeVisible();
  await expect(page.getByText('our estimate', { exact: true }).first()).toBeVisible();
  await expect(page.getByText(/^10000 random draws/)).toBeVisible();
  await page.getByRole('button', { name: 'Show pounds' }).click();
  await expect(page.getByLabel('load', { exact: true })).toHaveValue('22');
  await page.getByLabel('load', { exact: true }).fill('-3');
  await expect(page.getByRole('alert')).toHaveText(/^The load must be a number between .* lb\.$/);
});

test('an address that names what nobody knows says so', async ({ page }) => {
  await stepInAs(page, 'Maren');
  await page.goto('/tools?tool=spoon');
  await expect(
    page.getByText('“spoon” is not a tool this edition knows.', { exact: false }),
  ).toBeVisible();
  await page.goto('/scale?site=nowhere');
  await expect(
    page.getByText('“nowhere” is not known in this edition', { exact: false }),
  ).toBeVisible();
});

test('leaning and lying: by mouse, by keys, by figures, in either unit', async ({ page }) => {
  await stepInAs(page, 'Maren');
  await page.goto('/lean');
  const start = await figure(page);
  await page.getByRole('slider', { name: /^Distance of the feet/ }).focus();
  for (let step = 0; step < 6; step += 1) await page.keyboard.press('ArrowRight');
  await expect.poll(() => figure(page)).toBeGreaterThan(start);
  const knob = await page.getByRole('slider', { name: 'Height of the ball' }).boundingBox();
  if (!knob) throw new Error('There is no ball.');
  const before = await page.getByLabel('ball above the ground').inputValue();
  await page.mouse.move(knob.x + knob.width / 2, knob.y + knob.height / 2);
  await page.mouse.down();
  await page.mouse.move(knob.x + knob.width / 2, knob.y + 90, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByLabel('ball above the ground')).not.toHaveValue(before);
  const off = await figure(page);
  await page.getByLabel(/^hips on the wall/).check();
  await expect.poll(() => figure(page)).toBeLessThan(off);
  await page.getByLabel('body mass').fill('7');
  await expect(page.getByRole('alert')).toHaveText(
    'Body mass must be a number between 30 and 250 kg.',
  );
  await page.getByLabel('body mass').fill('70');
  await page.getByRole('button', { name: 'Use pounds and inches' }).click();
  await expect(page.getByLabel('body mass')).toHaveValue('154');
  await page.getByRole('button', { name: 'on the floor' }).click();
  const plain = await figure(page);
  await page.getByLabel(/^ankle crossed/).check();
  await expect.poll(() => figure(page)).toBeGreaterThan(plain);
  await page.waitForURL(/adjust=ankle-crossed/);
  await page.reload();
  await expect(page.getByLabel(/^ankle crossed/)).toBeChecked();
});

test('the simulated scale says so, follows what presses on it and says when it is right', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  await page.goto('/scale?site=side-low-back&tool=tennis-ball&grade=4&rated=4');
  await expect(page.getByText('This scale is simulated.', { exact: false })).toBeVisible();
  await expect(page.getByRole('status')).toHaveText('Lean in a little more.');
  const [low, high] = (await page.locator('strong').first().innerText()).split(' to ').map(Number);
  const aim = ((low ?? 0) + (high ?? 0)) / 2;
  await page.getByLabel('press on it').fill(String(Math.round(2 * aim) / 2));
  await expect(page.getByRole('status')).toHaveText('That is it: stay and breathe.');
  await page.getByLabel('press on it').fill('40');
  await expect(page.getByRole('status')).toHaveText('Ease off.');
  // More than one grade above what was rated is not learnt, and nothing says to lean in.
  await page.goto('/scale?site=below-ridge&grade=7&rated=3');
  await expect(page.getByText('learn at most 4 next', { exact: false })).toBeVisible();
  await expect(page.getByRole('status')).toHaveText('Do not press for that grade.');
});

test.describe('the plan', () => {
  test('steps a line up and down its ladder by key, and the client reads the way it is done', async ({
    page,
    browser,
    baseURL,
  }) => {
    await stepInAs(page, 'Maren');
    await addClient(page, 'Ludo Marsh');
    await addSite(page, 'Side low-back');
    const today = page.locator('[data-today="true"]');
    const first = await today.innerText();
    await page.keyboard.press('Escape');
    await page.getByRole('heading', { name: 'Ladder' }).click();
    await page.keyboard.press('.');
    await expect(today).not.toHaveText(first, { useInnerText: true });
    await page.keyboard.press(',');
    await page.getByRole('button', { name: /^one step firmer/ }).click();
    await page.locator('[aria-labelledby="ladder-title"] summary').click();
    await expect(page.getByText(/kg on the skin/)).toBeVisible();
    const { phone, context } = await clientWithRoutine(page, browser, baseURL, 'Mina Sable', [
      'Side low-back',
    ]);
    await phone.getByRole('link', { name: /Start/ }).click();
    await phone.getByRole('button', { name: 'Start' }).click();
    await toThePoint(phone);
    await expect(phone.getByText(/Tennis ball · wall, back to it/)).toBeVisible();
    await context.close();
  });

  test('refuses what the screening rules out, with the reason, and lifts it when it was cleared', async ({
    page,
  }) => {
    await stepInAs(page, 'Maren');
    const file = await addClient(page, 'Orla Finch');
    await page.goto(`${file}/brings`);
    await page.getByLabel('Body mass, kg').fill('500');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Body mass must be at most 250 kg.').first()).toBeVisible();
    await screenBy(page, file, ['Allergic to latex or rubber?', /^Rheumatoid disease/]);
    await page.goto(`${file}/plan`);
    await expect(page.getByRole('button', { name: /^Add Skull base,.*off: / })).toBeVisible();
    await addSite(page, 'Side low-back');
    await expect(
      page.getByText('Latex or rubber allergy: no rubber balls, no latex gloves.'),
    ).toBeVisible();
    await expect(page.getByText(/medical clearance first/).first()).toBeVisible();
    await expect(page.getByRole('button', { name: 'Issue version 1' })).toBeDisabled();
    await allKept(page);
    await page.goto(`${file}/screen`);
    await page.getByRole('button', { name: 'Record a clearance' }).click();
    await page.getByLabel('Cleared by').fill('Dr Amsel');
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await expect(page.getByText(/cleared by Dr Amsel, on/).first()).toBeVisible();
    await page.goto(`${file}/plan`);
    await expect(
      page.getByText('Latex or rubber allergy: no rubber balls, no latex gloves.'),
    ).toBeVisible();
    await expect(page.getByText(/medical clearance first/)).toHaveCount(0);
    // What is possible instead is named, and one key away.
    await expect(page.getByText(/Possible: /)).toHaveCount(2);
    await page.getByRole('heading', { name: 'Checks' }).click();
    await page.keyboard.press('i');
    await expect(
      page.getByText('Latex or rubber allergy: no rubber balls, no latex gloves.'),
    ).toHaveCount(0);
    await expect(page.getByText(/Possible: /)).toHaveCount(0);
    await page.keyboard.press('Control+z');
    await expect(page.getByText(/Possible: /)).toHaveCount(2);
    await page
      .getByRole('button', { name: /^Take it/ })
      .first()
      .click();
    await expect(page.getByText(/Possible: /)).toHaveCount(0);
  });
});

test('a site is drawn for the phone on the side that is meant, and what nobody knows is not', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  const drawn = async (path: string) => (await page.request.get(path)).text();
  // From the back the right side lies right of the middle, from the front left of it.
  for (const [site, kept] of [
    ['neck-groove', 'right'],
    ['chest', 'left'],
  ] as const) {
    const other = kept === 'left' ? 'right' : 'left';
    expect(await drawn(`/drawings/${site}?side=${kept}`)).not.toContain('scale(-1 1)');
    expect(await drawn(`/drawings/${site}?side=${other}`)).toContain('scale(-1 1)');
  }
  const { headers, status } = await page.request
    .get('/drawings/calf?side=nowhere')
    .then((answer) => ({ headers: answer.headers(), status: answer.status() }));
  expect([status, headers['content-type']]).toEqual([200, 'image/svg+xml; charset=utf-8']);
  expect((await page.request.get('/drawings/elbow-of-doom')).status()).toBe(404);
  // With a tool and a posture it is how the body gets there; the other side is its mirror image.
  const way = await drawn('/drawings/calf?with=foam-roller&in=sitting-floor&side=left');
  expect(way).toContain('Foam roller, floor, sitting: calf, left.');
  expect(way).not.toBe(await drawn('/drawings/calf?with=foam-roller&in=sitting-floor&side=right'));
  expect(await drawn('/drawings/stretch/calf-wall?side=left')).toContain('Calf stretch');
  expect(await drawn('/drawings/drill/shoulders')).toContain('Shoulders up, then down');
  for (const nothing of [
    '/drawings/calf?with=spoon&in=seated',
    '/drawings/calf?with=foam-roller&in=hammock',
    '/drawings/stretch/splits',
    '/drawings/dance/waltz',
  ]) {
    expect([nothing, (await page.request.get(nothing)).status()]).toEqual([nothing, 404]);
  }
});

test('the core answers from the command line, and bad input exits with a sentence', () => {
  const ask = (...args: string[]) =>
    spawnSync(process.execPath, ['scripts/ask.mjs', ...args], { encoding: 'utf8' });
  const good = ask(
    'load',
    '--site',
    'between-blades',
    '--posture',
    'wall-back',
    '--mass',
    '70',
    '--stature',
    '1.75',
  );
  expect(good.status).toBe(0);
  expect(JSON.parse(good.stdout)).toMatchObject({ unit: 'kg', inputs: { massKilograms: 70 } });
  const help = ask('--help');
  expect([help.status, help.stdout.includes('ladder')]).toEqual([0, true]);
  for (const args of [
    ['load', '--site', 'nowhere'],
    ['load', '--bogus', '1'],
    ['pressure', '--tool', 'tennis-ball', '--load', '-3'],
    ['fly'],
  ]) {
    const bad = ask(...args);
    expect([args, bad.status, /\.\s*$/.test(bad.stderr), bad.stdout]).toEqual([args, 1, true, '']);
  }
});
