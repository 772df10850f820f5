import AxeBuilder from '@axe-core/playwright';
import type { Browser, Page } from '@playwright/test';
import {
  addClient,
  addSite,
  expect,
  PHONE,
  stepInAs,
  test,
  sayHowItWas,
  toThePoint,
  fileOf,
} from './support/test';

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

type Depth = 'all' | 'light' | 'fit';

async function expectFitAndAccessible(page: Page, name: string, how: Depth): Promise<void> {
  const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect([name, 'horizontal scroll', over]).toEqual([name, 'horizontal scroll', Math.min(0, over)]);
  if (how === 'fit') return;
  // Only what fails is described, in the page itself: the same rules in a third of the time.
  const axe = () =>
    new AxeBuilder({ page })
      .options({ resultTypes: ['violations'], preload: false })
      .setLegacyMode();
  const light = await axe().withTags(TAGS).analyze();
  // The dark scheme changes colours and nothing else. A page whose clock is held does not answer to the media.
  const inScheme = (scheme: string) =>
    page.evaluate((name) => {
      document.documentElement.setAttribute('data-mantine-color-scheme', name);
      // Looked at when every colour has arrived.
      for (const change of document.getAnimations()) {
        if (change instanceof CSSTransition) change.finish();
      }
    }, scheme);
  let dark = light;
  if (how === 'all') {
    await inScheme('dark');
    dark = await axe().withRules('color-contrast').analyze();
    await inScheme('light');
  }
  const said = [light, dark].map(({ violations }) =>
    violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`),
  );
  expect([name, ...said]).toEqual([name, [], []]);
}

/** What a page throws, and what its own security policy keeps it from, as it happens. */
function troublesOf(page: Page): string[] {
  const troubles: string[] = [];
  page.on('pageerror', (error) => troubles.push(error.message));
  page.on('console', (message) => {
    if (message.text().includes('Content Security Policy')) troubles.push(message.text());
  });
  return troubles;
}

const DESK = { width: 1280, height: 800 };
// Each side is looked at whole where it is used most, and for fit where it is used too.
const VIEWS = [
  { viewport: DESK, staff: 'all', client: 'fit' },
  { viewport: PHONE, staff: 'fit', client: 'all' },
] as const;

for (const { viewport, staff, client } of VIEWS) {
  const where = `${viewport.width}×${viewport.height}`;
  // The busiest screens are looked at in the dark; the tests of the theme hold for all.
  const once: Depth = staff === 'all' ? 'light' : staff;

  /** A page of a therapist, with what makes a screen sound; errors of the page are gathered. */
  const opened = async (browser: Browser, baseURL: string | undefined, how: Depth = staff) => {
    const context = await browser.newContext({ baseURL, viewport });
    const page = await context.newPage();
    const errors = troublesOf(page);
    const sound = (name: string) => expectFitAndAccessible(page, name, how);
    const see = async (...paths: string[]) => {
      for (const path of paths) {
        await page.goto(path);
        await sound(path);
      }
    };
    return { context, page, errors, sound, see };
  };

  test(`the screens of a client’s file fit and pass axe: ${where}`, async ({
    browser,
    baseURL,
  }) => {
    const { context, page, errors, sound, see } = await opened(browser, baseURL);
    await page.goto('/sign-in');
    await sound('sign-in');
    await stepInAs(page, 'Maren');
    await sound('day sheet');
    const file = await fileOf(page, 'Benedikt Aro');
    await see(
      ...[
        'plan',
        'practise',
        'review',
        'hand-out',
        'complaint',
        'details',
        'discharge',
        'join',
        'take-out',
        'record',
        'bring-in',
        'brings',
        'visit',
        'referral',
      ].map((stage) => `${file}/${stage}`),
    );
    expect(errors).toEqual([]);
    await context.close();
  });

  test(`the screens of the first visit fit and pass axe: ${where}`, async ({
    browser,
    baseURL,
  }) => {
    const { context, page, errors, sound, see } = await opened(browser, baseURL);
    await stepInAs(page, 'Maren');
    const file = await fileOf(page, 'Nuno Castellan');
    await see(`${file}/screen`);
    // A group that is open, with a follow-up and what follows from it.
    await page.getByRole('button', { name: /^4/ }).click();
    const clot = page.getByRole('group', { name: /^A blood clot/ });
    const yes = clot.getByRole('button', { name: 'Yes' });
    // Kept from the last time it was looked at.
    if ((await yes.getAttribute('aria-pressed')) !== 'true') await yes.click();
    await expect(page.getByText('Which side?')).toBeVisible();
    await sound('screen, a follow-up');
    await see(`${file}/map`);
    await page
      .getByRole('button', { name: /Deep buttock/ })
      .first()
      .focus();
    await page.keyboard.press('4');
    await page
      .getByRole('button', { name: /Deep buttock/ })
      .first()
      .click();
    await expect(page.getByRole('region', { name: 'The point' })).toBeVisible();
    await page.getByRole('button', { name: 'yes, to' }).click();
    await expect(page.getByRole('group', { name: 'Usually felt at' })).toBeVisible();
    await sound('map, a point');
    await page.getByRole('button', { name: 'done' }).click();
    await page.getByRole('button', { name: 'Head and jaw' }).click();
    await sound('map, the head');
    await see(`${file}/measure`, `${file}/measure?test=edge-of-bed`, `${file}/visit`);
    await page.goto(`${file}/measure?test=straight-leg`);
    await page.getByRole('button', { name: 'tilt' }).first().click();
    await page.getByRole('button', { name: 'Use the simulated phone' }).click();
    await page.getByRole('button', { name: 'Zero here' }).click();
    await sound('tilt meter');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'picture' }).first().click();
    await page.getByRole('button', { name: /^Straight leg, 62/ }).click();
    await sound('angle from a picture');
    expect(errors).toEqual([]);
    await context.close();
  });

  test(`the screens of the trade and the settings fit and pass axe: ${where}`, async ({
    browser,
    baseURL,
  }) => {
    const { context, page, errors, sound, see } = await opened(browser, baseURL, once);
    await stepInAs(page, 'Maren');
    await see(
      '/atlas',
      '/atlas?q=front%20of%20shoulder',
      '/atlas/side-low-back',
      '/atlas/outer-thigh-band',
      '/notes',
      '/tools',
      '/lean',
      '/lean?mode=floor&adjust=ankle-crossed',
      '/clients/new',
      '/clients/bring-in',
      '/clients/bring-in-list',
      '/settings/about',
      '/settings/account',
      '/settings/account/two-factor',
      '/settings/practice',
      '/settings/practice/records',
      '/settings/trail',
      '/settings/away',
      '/settings/post',
    );
    // The scale is asked several times a second: its page is never idle.
    await page.goto('/scale');
    await expect(page.getByRole('status')).toHaveText(/\.$/);
    await sound('/scale');
    expect(errors).toEqual([]);
    await context.close();
  });

  test(`screens with a refusal, a trouble or nothing fit and pass axe: ${where}`, async ({
    browser,
    baseURL,
  }) => {
    const { context, page, errors, sound, see } = await opened(browser, baseURL, once);
    await stepInAs(page, 'Maren');
    const file = await fileOf(page, 'Benedikt Aro');
    await page.goto(`${file}/plan`);
    await page.getByLabel('pressure grade').fill('nine');
    await expect(
      page.getByText('The pressure grade must be a whole number.').first(),
    ).toBeVisible();
    await page.getByLabel('points', { exact: true }).fill('6');
    await expect(page.getByText('Refused.').first()).toBeVisible();
    await sound('plan, refused');
    const empty = await addClient(page, `Empty ${where}`);
    await sound('plan, empty');
    await see(
      ...['screen', 'map', 'measure', 'visit', 'practise', 'review', 'details'].map(
        (stage) => `${empty}/${stage}`,
      ),
    );
    await page.getByRole('button', { name: 'Make an invitation' }).click();
    await page.getByRole('img', { name: /QR code/ }).waitFor();
    await sound('invitation');
    const link = await page.locator('output').innerText();
    await page.goto('/clients/00000000-0000-7000-8000-000000000000/plan');
    await expect(page.getByText('There is no such client.')).toBeVisible();
    await sound('nothing here');
    await context.clearCookies();
    await page.goto(link);
    await sound('join');
    await page.getByRole('button', { name: 'Join' }).click();
    await expect(page.getByText('Enter an e-mail address like name@example.org.')).toBeVisible();
    await sound('join, refused');
    expect(errors).toEqual([]);
    await context.close();
  });

  test(`the client’s screens fit and pass axe: ${where}`, async ({ browser, baseURL }) => {
    const context = await browser.newContext({ baseURL, viewport });
    const page = await context.newPage();
    const sound = (name: string) => expectFitAndAccessible(page, name, client);
    const errors = troublesOf(page);
    await stepInAs(page, 'Yara');
    await sound('today');
    for (const path of [
      '/settings/about',
      '/settings/account',
      '/answers',
      '/points',
      '/measures',
      '/complaint',
      '/places',
      '/course',
      '/by-hand',
      '/reminders',
      '/week',
      '/record',
      '/print',
      '/referral',
    ]) {
      await page.goto(path);
      await sound(path);
    }
    await page.clock.install();
    await page.goto('/practise');
    await sound('the day after');
    await sayHowItWas(page);
    await sound('opening');
    await page.getByRole('button', { name: 'Start' }).click();
    await sound('find');
    const place = page.getByRole('button', { name: /^Where to press, drawn/ });
    const drawn = place.locator('img');
    await expect
      .poll(() => drawn.evaluate((img: HTMLImageElement) => img.complete && img.naturalWidth > 0))
      .toBe(true);
    await place.click();
    await sound('the drawing, large');
    await page.getByRole('button', { name: 'Close' }).click();
    await page.getByRole('button', { name: 'Skip' }).click();
    await sound('skip');
    await page.keyboard.press('Escape');
    await toThePoint(page);
    await page.clock.runFor(500);
    await sound('how to get there');
    await page.getByRole('button', { name: 'I’m on it' }).click();
    await page.clock.runFor(1_000);
    await sound('count-in');
    await page.clock.runFor(2_500);
    await page.getByRole('button', { name: '8', exact: true }).click();
    await expect(page.getByText(/^Ease off/)).toBeVisible();
    await sound('hold, too much');
    await page.getByRole('button', { name: 'Pause' }).click();
    await sound('paused');
    await page.getByRole('button', { name: 'Go on' }).click();
    await page.getByRole('button', { name: 'Come off' }).click();
    await sound('rating after');
    await page.getByRole('button', { name: 'Stop' }).click();
    await sound('stop');
    await page.clock.runFor(1_100);
    // No numbness: the place would rest, and the tests after this one would be of another routine.
    await page.getByRole('button', { name: /^Too sore/ }).click();
    await expect(page.getByRole('heading', { name: 'Come out slowly' })).toBeVisible();
    await sound('stopped');
    expect(errors).toEqual([]);
    await context.close();
  });
}

for (const lying of [
  { width: 844, height: 390 },
  { width: 568, height: 320 },
]) {
  test(`Stop and the ratings are in reach on a phone on its side: ${lying.width} px`, async ({
    browser,
    baseURL,
  }) => {
    const context = await browser.newContext({ baseURL, viewport: lying });
    const page = await context.newPage();
    await stepInAs(page, 'Yara');
    await page.clock.install();
    await page.goto('/practise');
    await sayHowItWas(page);
    await page.getByRole('button', { name: 'Start' }).click();
    const reached = async (...names: string[]) => {
      for (const name of [...names, 'Stop']) {
        const button = page.getByRole('button', { name, exact: true });
        await expect(button).toBeInViewport({ ratio: 1 });
      }
      await expectFitAndAccessible(page, names.join(), 'fit');
    };
    const caution = page.getByRole('list', { name: 'Before you press' });
    await expect(caution.getByRole('listitem').last()).toBeInViewport({ ratio: 1 });
    await reached('Skip', 'Find the spot');
    await page.getByRole('button', { name: 'Find the spot' }).click();
    await reached('Skip', 'I’m on it');
    await page.clock.runFor(500);
    await page.getByRole('button', { name: 'I’m on it' }).click();
    await page.clock.runFor(3_500);
    await reached('0', '10', 'Pause', 'Come off');
    await page.getByRole('button', { name: 'Stop' }).click();
    await page.clock.runFor(1_100);
    await expect(page.getByRole('button', { name: /^Chest pain/ })).toBeInViewport({ ratio: 1 });
    await expect(page.getByRole('button', { name: 'Back to the session' })).toBeInViewport();
    await context.close();
  });
}

test('a device that is dark makes the pages dark', async ({ page }) => {
  await stepInAs(page, 'Maren');
  const scheme = page.locator('html');
  for (const colorScheme of ['dark', 'light'] as const) {
    await page.emulateMedia({ colorScheme });
    await expect(scheme).toHaveAttribute('data-mantine-color-scheme', colorScheme);
  }
});

test('every screen fits a phone before its scripts have run', async ({ browser, baseURL }) => {
  const asked = await browser.newContext({ baseURL });
  const page = await asked.newPage();
  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Benedikt Aro');
  const stages = [
    'screen',
    'map',
    'measure',
    'plan',
    'practise',
    'review',
    'details',
    'visit',
    'discharge',
    'join',
  ];
  const screens = {
    Maren: [
      ...[
        '/day',
        '/caseload',
        '/trial',
        '/atlas',
        '/atlas/side-low-back',
        '/notes',
        '/tools',
        '/lean',
        '/scale',
      ],
      ...[
        '/clients/new',
        '/clients/bring-in',
        '/settings/practice',
        '/settings/trail',
        '/settings/away',
        '/settings/post',
        ...stages.map((stage) => `${file}/${stage}`),
      ],
    ],
    Yara: [
      '/today',
      '/practise',
      '/answers',
      '/points',
      '/measures',
      '/complaint',
      '/settings/account',
    ],
  };
  for (const [name, paths] of Object.entries(screens)) {
    await asked.clearCookies();
    await stepInAs(page, name);
    const still = await browser.newContext({
      baseURL,
      viewport: PHONE,
      javaScriptEnabled: false,
      storageState: await asked.storageState(),
    });
    const phone = await still.newPage();
    for (const path of paths) {
      expect([path, (await phone.goto(path))?.status()]).toEqual([path, 200]);
      await expectFitAndAccessible(phone, path, 'fit');
    }
    await still.close();
  }
  await asked.close();
});

test('the practise screen is light: under 200 kB of script over the wire, usable at once', async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({ baseURL, viewport: PHONE });
  const page = await context.newPage();
  await stepInAs(page, 'Yara');
  const cdp = await context.newCDPSession(page);
  await cdp.send('Network.enable');
  await cdp.send('Network.setCacheDisabled', { cacheDisabled: true });
  const scripts = new Map<string, number>();
  const kinds = new Map<string, string>();
  cdp.on('Network.responseReceived', ({ requestId, type }) => kinds.set(requestId, type));
  cdp.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (kinds.get(requestId) === 'Script' || kinds.get(requestId) === 'Other') {
      scripts.set(requestId, encodedDataLength);
    }
  });
  await page.goto('/practise');
  await page
    .getByRole('button', { name: 'Start' })
    .or(page.getByRole('heading', { name: 'How was it afterwards?' }))
    .waitFor();
  await page.waitForLoadState('networkidle');
  const bytes = [...scripts.values()].reduce((sum, size) => sum + size, 0);
  expect(bytes).toBeGreaterThan(20_000);
  expect(bytes).toBeLessThan(200_000);
  await context.close();
});

test('the order of a routine can be changed by dragging', async ({ page }) => {
  await stepInAs(page, 'Maren');
  await addClient(page, 'Drag Test');
  for (const site of ['Skull base', 'Thumb base', 'Breastbone']) await addSite(page, site);
  const order = page.getByRole('list', { name: 'Lines in order' });
  const from = await page.getByRole('button', { name: /^Move Breastbone/ }).boundingBox();
  const to = await page.getByRole('button', { name: /^Move Skull base/ }).boundingBox();
  if (!from || !to) throw new Error('The handles are not drawn.');
  await page.mouse.move(from.x + 5, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(from.x + 5, from.y - 20, { steps: 4 });
  await page.mouse.move(to.x + 5, to.y + 2, { steps: 8 });
  await page.mouse.up();
  await expect(order.getByRole('listitem').first()).toContainText('Breastbone');
});
