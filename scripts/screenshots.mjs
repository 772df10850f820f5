// npm run screenshots: a current picture of each main view, from demo data, into docs/screenshots.
import { mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { CHROMIUM, ensureChromium } from './lib/debian.mjs';
import { checkNode, ensureBuilt, ensureInstalled, ROOT } from './lib/ready.mjs';

checkNode();
ensureInstalled();
ensureBuilt();
ensureChromium();
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
const browser = await chromium.launch({ executablePath: CHROMIUM, args: ARGS });

async function open(person, viewport, colorScheme = 'light') {
  const context = await browser.newContext({
    baseURL: server.url,
    viewport,
    colorScheme,
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
  return href.replace(/\/[a-z]+$/, '');
}

async function therapist() {
  const entry = await open(null, DESK);
  await take(entry, 'sign-in');
  const page = await open('Maren', DESK);
  await take(page, 'day-sheet');
  const hollis = await fileOf(page, 'Hollis Verbeek');
  await page.goto(`${hollis}/plan`);
  await take(page, 'plan');
  await page.getByLabel('pressure grade').fill('6');
  await page.getByLabel('points', { exact: true }).fill('4');
  await take(page, 'plan-refused');
  await page.goto(`${hollis}/review`);
  await take(page, 'review');
  await page.goto(`${hollis}/practise`);
  await take(page, 'sessions');
  await page.goto(`${await fileOf(page, 'Benedikt Aro')}/review`);
  await take(page, 'review-pressing-too-hard');
  await page.goto('/clients/new');
  await page.getByLabel('Name', { exact: true }).fill('Marguerite Finch');
  await page.getByLabel('Occupation').fill('lighting operator');
  await page.getByRole('button', { name: 'Open the file' }).click();
  await page.waitForURL(/\/plan$/);
  await page.goto(page.url().replace(/plan$/, 'details'));
  await page.getByRole('button', { name: 'Make an invitation' }).click();
  await page.getByRole('img', { name: /QR code/ }).waitFor();
  await take(page, 'invitation');
  await page.goto('/settings/about');
  await take(page, 'about-and-cautions');
  await page.goto('/settings/practice');
  await take(page, 'practice');
  const dark = await open('Maren', DESK, 'dark');
  await dark.goto(`${hollis}/plan`);
  await take(dark, 'plan-dark');
  await dark.goto(`${hollis}/review`);
  await take(dark, 'review-dark');
}

async function client() {
  const page = await open('Hollis', PHONE);
  await take(page, 'today-phone');
  await page.clock.install();
  await page.goto('/practise');
  await page.getByRole('button', { name: 'Start' }).waitFor();
  await take(page, 'opening-phone');
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
  await take(page, 'ease-off-phone');
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('button', { name: /^Numbness/ }).click();
  await take(page, 'stopped-phone');
}

await therapist();
await client();
await browser.close();
await server.stop();
