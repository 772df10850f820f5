// npm run screenshots: a current picture of each main view, from demo data, into docs/screenshots.
import { mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { chromium as browserPath, ensureChromium } from './lib/debian.mjs';
import { checkNode, ensureBuilt, ensureInstalled, ROOT } from './lib/ready.mjs';

checkNode();
ensureInstalled();
ensureBuilt();
await ensureChromium();
const { chromium } = await import('@playwright/test');
const { startDemoServer } = await import('./lib/demoServer.mjs');

const FOLDER = join(ROOT, 'docs/screenshots');
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
];

mkdirSync(FOLDER, { recursive: true });
for (const old of readdirSync(FOLDER)) if (old.endsWith('.png')) rmSync(join(FOLDER, old));

const server = await startDemoServer();
const browser = await chromium.launch({ executablePath: browserPath(), args: ARGS });

async function open(person, viewport) {
  const context = await browser.newContext({
    baseURL: server.url,
    viewport,
    colorScheme: 'light',
    locale: 'en-GB',
    timezoneId: 'Europe/Copenhagen',
  });
  const page = await context.newPage();
  await page.goto('/sign-in');
  if (person) {
    await page.getByRole('button', { name: new RegExp(`^${person}`) }).click();
    await page.waitForURL(/\/(day|today)$/);
  }
  return page;
}

async function take(page, name) {
  await page.waitForLoadState('networkidle');
  await page.evaluate('document.fonts.ready');
  await page.waitForTimeout(250);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
}

async function fileOf(page, name) {
  await page.goto('/day');
  const href = await page.getByRole('link', { name }).getAttribute('href');
  return href;
}

/** A second visit half done: some points pressed again, one test measured. */
async function firstVisit(page) {
  const cosmo = await fileOf(page, 'Cosmo Lindqvist');
  await page.goto(`${cosmo}/screen`);
  await page.getByRole('button', { name: /^6/ }).click();
  await take(page, 'screen');
  const nuno = await fileOf(page, 'Nuno Castellan');
  await page.goto(`${nuno}/map`);
  await page.waitForLoadState('networkidle');
  for (const [name, grade] of [
    ['Side low-back, right', '2'],
    ['Deep buttock, right', '4'],
  ]) {
    await page.getByRole('button', { name: new RegExp(`^${name}`) }).focus();
    await page.keyboard.press(grade);
    await page.waitForTimeout(400);
  }
  for (const line of ['hip-front r 5', 'inside hip bone r 3']) {
    await page.getByLabel(/^Add a point/).fill(line);
    await page.keyboard.press('Enter');
    await page.waitForTimeout(400);
  }
  await page.getByRole('button', { name: /^Hip-front muscle/ }).click();
  await page.keyboard.press('w');
  await page.getByRole('button', { name: 'yes, to' }).click();
  await page.getByRole('button', { name: 'done' }).click();
  await take(page, 'map');
  await page.goto(`${nuno}/measure`);
  await page.getByLabel('left', { exact: true }).first().fill('47 50 48');
  await page.keyboard.press('Enter');
  await page.getByLabel('right', { exact: true }).first().fill('43');
  await page.keyboard.press('Enter');
  await page.getByText('median').first().waitFor();
  await page.evaluate('globalThis.scrollTo(0, 0)');
  await take(page, 'measure');
  await page.goto(`${nuno}/visit`);
  await page.getByRole('textbox', { name: 'Notes of the visit' }).click();
  await page.keyboard.type(
    'Hip freer since the bench was lowered. Buttock sore after the understudy week.',
  );
  await page.getByText('kept', { exact: true }).waitFor();
  await take(page, 'visit');
}

async function therapist() {
  const page = await open('Maren', DESK);
  await take(page, 'day-sheet');
  for (const [name, path] of [
    ['atlas', '/atlas'],
    ['tool-bench', '/tools?tool=firm-ball&on=mat&load=12'],
    ['lean-and-load', '/lean'],
  ]) {
    await page.goto(path);
    await take(page, name);
  }
  await page.goto(`${await fileOf(page, 'Ilse Marchetti')}/complaint`);
  await take(page, 'complaint');
  await page.goto(`${await fileOf(page, 'Odalys Brandt')}/plan`);
  await take(page, 'plan');
  await page.goto(`${await fileOf(page, 'Cosmo Lindqvist')}/plan`);
  await page.getByRole('button', { name: 'Start from' }).click();
  await page.getByRole('button', { name: /^Tight, heavy/ }).click();
  await take(page, 'start-from');
  const hollis = await fileOf(page, 'Hollis Verbeek');
  await page.goto(`${hollis}/plan`);
  await page.getByRole('heading', { name: 'Ladder' }).scrollIntoViewIfNeeded();
  await page.mouse.wheel(0, 420);
  await take(page, 'plan-ladder');
  await page.goto(`${hollis}/review`);
  await take(page, 'review');
  await firstVisit(page);
}

async function client() {
  const page = await open('Hollis', PHONE);
  await take(page, 'today-phone');
  await page.goto('/answers');
  await take(page, 'questions-phone');
  await page.goto('/points');
  await page.waitForLoadState('networkidle');
  // A touch on the drawing brings it nearer.
  const figure = await page.getByRole('img', { name: /tender points/ }).boundingBox();
  await page.mouse.click(figure.x + figure.width / 2 + 26, figure.y + figure.height * 0.3);
  await page.getByRole('heading', { name: 'Which place is it?' }).waitFor();
  await page.evaluate(() => globalThis.scrollTo(0, 0));
  await take(page, 'points-phone');
  await page.clock.install();
  await page.goto('/practise');
  await page.getByLabel('A little sore').check();
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'Start' }).waitFor();
  await page.waitForLoadState('networkidle');
  await page.getByRole('button', { name: 'Start' }).click();
  await take(page, 'find-phone');
  await page.getByRole('button', { name: 'I’m on it' }).click();
  await page.clock.runFor(3_500);
  for (const [grade, seconds] of [
    [5, 15],
    [4, 16],
    [3, 9],
  ]) {
    await page.getByRole('button', { name: String(grade), exact: true }).click();
    await page.clock.runFor(seconds * 1000);
  }
  await take(page, 'hold-phone');
  await page.getByRole('button', { name: '7', exact: true }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('button', { name: /^Numbness/ }).click();
  await take(page, 'stopped-phone');
}

try {
  await therapist();
  await client();
} finally {
  // Left running, they would keep the command from ending.
  await browser.close();
  await server.stop();
}
