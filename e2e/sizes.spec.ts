import AxeBuilder from '@axe-core/playwright';
import { chromium, type Page } from '@playwright/test';
import { addClient, addSite, allKept, expect, otherDevice, stepInAs, test } from './support/test';

const STAGES = [
  'screen',
  'map',
  'measure',
  'plan',
  'practise',
  'review',
  'details',
  'discharge',
  'join',
  'take-out',
  'record',
  'bring-in',
  'brings',
  'complaint',
];
const STAFF = [
  ...[
    '/day',
    '/caseload',
    '/trial',
    '/atlas',
    '/atlas/side-low-back',
    '/notes',
    '/tools',
    '/lean',
    '/clients/new',
    '/clients/bring-in',
    '/clients/bring-in-list',
  ],
  '/settings/practice',
  '/settings/trail',
  '/settings/away',
  '/settings/post',
];

/** Every page of a client’s. */
const CLIENT = [
  ...['/today', '/practise', '/answers', '/points', '/measures', '/complaint', '/places'],
  ...['/course', '/by-hand', '/record', '/reminders', '/week'],
];

async function staffScreens(page: Page): Promise<string[]> {
  await page.goto('/day');
  const file = (await page.getByRole('link', { name: 'Benedikt Aro' }).getAttribute('href')) ?? '';
  return [...STAFF, ...[...STAGES, 'visit'].map((stage) => `${file}/${stage}`)];
}

/** Names of what lies over something else that is read or pressed, and how far the page runs over. */
const seenWrong = (page: Page) =>
  page.evaluate(() => {
    const parts = [
      ...document.querySelectorAll(
        'a, button, input, select, textarea, h1, h2, h3, summary, th, dt',
      ),
    ].filter((part) => {
      const { width, height } = part.getBoundingClientRect();
      return width > 2 && height > 2 && !part.closest('svg, [aria-hidden="true"]');
    });
    const isSeen = (part: Element) => {
      const { left, right, top, bottom } = part.getBoundingClientRect();
      const hit = document.elementFromPoint((left + right) / 2, (top + bottom) / 2);
      return hit !== null && (part.contains(hit) || hit.contains(part));
    };
    const wrong: string[] = [];
    parts.forEach((one, index) => {
      for (const other of parts.slice(index + 1)) {
        if (one.contains(other) || other.contains(one)) continue;
        // What belongs to a field lies in it.
        if (one.closest('.mantine-Input-wrapper')?.contains(other)) continue;
        const [a, b] = [one.getBoundingClientRect(), other.getBoundingClientRect()];
        const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left);
        const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
        if (wide > 3 && high > 3 && isSeen(one) && isSeen(other)) {
          wrong.push(
            `${one.textContent || one.tagName} lies on ${other.textContent || other.tagName}`,
          );
        }
      }
    });
    const over = document.documentElement.scrollWidth - window.innerWidth;
    return over > 0 ? [...wrong, `runs over by ${over} px`] : wrong;
  });

/** Whatever takes the focus can be seen: nothing that stands still lies over it. */
const coveredWhenFocused = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('main a, main button, main input, main textarea')]
      .filter((part) => {
        const { width, height } = part.getBoundingClientRect();
        return (
          width > 2 && height > 2 && !part.closest('[aria-hidden="true"]') && part.tabIndex >= 0
        );
      })
      .filter((part) => {
        part.focus();
        if (document.activeElement !== part) return false;
        // A choice is seen by its label.
        const shown = part.matches('[type="radio"], [type="checkbox"]')
          ? part.closest('label')
          : null;
        const { left, right, top, bottom } = (shown ?? part).getBoundingClientRect();
        const hit = document.elementFromPoint((left + right) / 2, (top + bottom) / 2);
        return hit === null || !(part.contains(hit) || hit.contains(part) || hit.closest('label'));
      })
      .map(
        (part) =>
          part.closest('label')?.textContent ||
          part.textContent ||
          part.getAttribute('aria-label') ||
          part.tagName,
      ),
  );

test('at 1024 px and at 150 % nothing collides', async ({ page }) => {
  await stepInAs(page, 'Maren');
  for (const path of await staffScreens(page)) {
    await page.goto(path);
    for (const [name, width, height] of [
      ['1024 px', 1024, 3000],
      ['150 %', 853, 3000],
    ] as const) {
      await page.setViewportSize({ width, height });
      expect([path, name, await seenWrong(page)]).toEqual([path, name, []]);
    }
  }
});

test('with letters twice as large nothing collides', async ({ baseURL }, { project }) => {
  const { launchOptions = {} } = project.use;
  const browser = await chromium.launch({
    ...launchOptions,
    args: [...(launchOptions.args ?? []), '--blink-settings=defaultFontSize=32'],
  });
  for (const [name, viewport] of [
    ['Maren', { width: 1280, height: 3000 }],
    ['Yara', { width: 390, height: 3000 }],
  ] as const) {
    const context = await browser.newContext({ baseURL, viewport });
    const page = await context.newPage();
    await stepInAs(page, name);
    expect(await page.evaluate(() => getComputedStyle(document.documentElement).fontSize)).toBe(
      '32px',
    );
    const paths = name === 'Maren' ? await staffScreens(page) : [...CLIENT, '/settings/account'];
    for (const path of paths) {
      await page.goto(path);
      expect([path, await seenWrong(page)]).toEqual([path, []]);
    }
    await context.close();
  }
  await browser.close();
});

test('a client’s pages fit a small phone, one with its browser’s bars, and one that lies on its side', async ({
  browser,
  baseURL,
}) => {
  const { page, context } = await otherDevice(browser, baseURL);
  await stepInAs(page, 'Yara');
  // The session scrolls within itself; its screens are looked at in screens.spec.
  for (const path of CLIENT.filter((one) => one !== '/practise')) {
    await page.goto(path);
    for (const [width, height] of [
      [390, 844],
      [390, 664],
      [320, 568],
      [844, 390],
    ] as const) {
      await page.setViewportSize({ width, height });
      const axe = await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
        .analyze();
      const broken = axe.violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html ?? ''}`);
      expect([path, width, height, await seenWrong(page), broken]).toEqual([
        ...[path, width, height],
        ...[[], []],
      ]);
    }
  }
  await context.close();
});

test('with scripts off it says what they are needed for, and what needs none works', async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({ baseURL, javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByRole('button', { name: /Yara/ }).click();
  await page.waitForURL('**/today');
  await expect(page.getByText(/Scripts are switched off/)).toBeVisible();
  await page.goto('/practise');
  await expect(page.getByText(/to be led through a session/)).toBeVisible();
  await page.goto('/reminders');
  await page.getByLabel('Remind me').check();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await context.close();
});

test('nothing that has the focus is covered', async ({ page, browser, baseURL }) => {
  await stepInAs(page, 'Maren');
  for (const path of await staffScreens(page)) {
    await page.goto(path);
    expect([path, await coveredWhenFocused(page)]).toEqual([path, []]);
  }
  const context = await browser.newContext({ baseURL, viewport: { width: 390, height: 664 } });
  const phone = await context.newPage();
  await stepInAs(phone, 'Yara');
  for (const path of ['/today', '/practise', '/answers', '/points', '/measures', '/complaint']) {
    await phone.goto(path);
    expect([path, await coveredWhenFocused(phone)]).toEqual([path, []]);
  }
  await context.close();
});

/** What has the focus, by its name; the page itself when it was dropped. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const part = document.activeElement;
    return part === null || part === document.body
      ? 'nothing'
      : (part.getAttribute('aria-label') ?? part.textContent ?? part.tagName);
  });

test('the focus stays where one works: map, measures and plan', async ({ page }) => {
  await stepInAs(page, 'Maren');
  await page.goto('/day');
  const nuno =
    (await page.getByRole('link', { name: 'Nuno Castellan' }).getAttribute('href')) ?? '';
  // A point of the visit before is pressed again: it goes to the list of now, and the focus with it.
  await page.goto(`${nuno}/map`);
  await page.getByRole('button', { name: /^Deep buttock, right/ }).focus();
  await page.keyboard.press('4');
  await expect.poll(() => focused(page)).toMatch(/^Deep buttock, right/);
  await page.keyboard.press('5');
  await expect(page.getByRole('button', { name: /^Deep buttock, right/ })).toContainText('5');
  await expect.poll(() => focused(page)).toMatch(/^Deep buttock, right/);
  await page.keyboard.press('Delete');
  await expect.poll(() => focused(page)).not.toBe('nothing');
  const line = page.getByLabel(/^Add a point/);
  await line.fill('calf l 5');
  await page.keyboard.press('Enter');
  await expect(line).toBeFocused();
  await expect(line).toHaveValue('');

  await page.goto(`${nuno}/measure`);
  const left = page.getByLabel('left', { exact: true }).first();
  await left.fill('17');
  await page.keyboard.press('Enter');
  await expect.poll(() => focused(page)).not.toBe('nothing');
  await allKept(page);

  await addClient(page, 'Focus Kept');
  for (const site of ['Skull base', 'Thumb base']) await addSite(page, site);
  await page.keyboard.press('a');
  await page.keyboard.type('breastb');
  await page.keyboard.press('Enter');
  await expect.poll(() => focused(page)).not.toBe('nothing');
  const lines = page.getByRole('list', { name: 'Lines in order' });
  await lines.locator('button[aria-pressed]', { hasText: 'Thumb base' }).focus();
  await page.keyboard.press('Delete');
  await expect(lines.getByRole('listitem')).toHaveCount(2);
  await expect.poll(() => focused(page)).not.toBe('nothing');
  const grade = page.getByLabel('pressure grade');
  await grade.fill('2');
  await page.keyboard.press('Enter');
  await expect.poll(() => focused(page)).not.toBe('nothing');
});
