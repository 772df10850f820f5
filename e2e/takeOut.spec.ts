import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ICAL from 'ical.js';
import jsqr from 'jsqr';
import { PNG } from 'pngjs';
import type { Page } from '@playwright/test';
import { expect, fileOf, otherDevice, stepInAs, test } from './support/test';

async function saved(page: Page, name: string): Promise<{ file: string; lines: string[] }> {
  const coming = page.waitForEvent('download');
  await page.getByRole('link', { name, exact: true }).click();
  const download = await coming;
  const text = await readFile(await download.path(), 'utf8');
  return { file: download.suggestedFilename(), lines: text.trimEnd().split('\r\n') };
}

test('a record is taken out as tables, by who works here and by the client alone, and the trail says so', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Hollis Verbeek');
  await page.goto(`${file}/practise`);
  const sessions = await page.getByRole('row').count();
  await page.getByRole('link', { name: 'Take them out as tables' }).click();
  await expect(page.getByRole('heading', { name: 'Take out' })).toBeVisible();
  const table = page.getByRole('region', { name: 'As tables' });
  await expect(table.getByRole('listitem').getByRole('link')).toHaveCount(5);
  const taken = await saved(page, 'Sessions');
  expect(taken.file).toBe('hollis-verbeek-sessions.csv');
  // The heading and one line each, as the page has it.
  expect(taken.lines).toHaveLength(sessions);
  const points = await saved(page, 'Tender points');
  expect(points.lines.length).toBeGreaterThan(3);
  // What the columns hold is told beside them.
  await page.getByRole('button', { name: 'Sessions: what its columns hold' }).click();
  for (const name of taken.lines[0]?.replace('\uFEFF', '').split(',') ?? [])
    await expect(
      page
        .getByRole('term')
        .filter({ hasText: new RegExp(`^${name}$`) })
        .first(),
    ).toBeVisible();

  const missing = await page.request.get(`${file}/take-out/everything`);
  expect(missing.status()).toBe(404);

  await page.goto('/settings/trail?q=took+out');
  await expect(page.getByText('took out the sessions').first()).toBeVisible();

  const { page: client } = await otherDevice(browser, baseURL);
  await stepInAs(client, 'Hollis');
  await client.goto('/course');
  const own = await saved(client, 'Sessions');
  expect(own.lines).toEqual(taken.lines);
});

/** Without what breaks lines and words apart, which paper and screen do each in their way. */
const bare = (text: string) => text.replaceAll(/\s+/g, '');

test('the hand-out as PDF says what the page says, in another reader, and its code opens the routine', async ({
  page,
  baseURL,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'entspann-pdf-'));
  const read = (pdf: Buffer) => {
    const file = join(folder, 'hand-out.pdf');
    writeFileSync(file, pdf);
    return execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' });
  };
  await stepInAs(page, 'Maren');
  for (const name of ['Hollis Verbeek', 'Ilse Marchetti', 'Tamsin Okoro', 'Nuno Castellan']) {
    const file = await fileOf(page, name);
    await page.goto(`${file}/hand-out`);
    const said = (
      await page.locator('main h1, main h2, main p, main ol ol li').allTextContents()
    ).filter((words) => !words.startsWith('Take the drawings out'));
    // The first is the line of tools.
    const told = said.filter((text) => !/^BackPrint/.test(text));
    expect(told.length).toBeGreaterThan(8);
    for (const query of ['', '?large=yes', '?paper=letter']) {
      const answer = await page.request.get(`${file}/hand-out.pdf${query}`);
      expect(answer.headers()['content-type']).toBe('application/pdf');
      const text = bare(read(await answer.body()).replaceAll(/^.* · page \d+ of \d+$/gm, ''));
      for (const one of told) expect(text).toContain(bare(one));
    }
    const brief = bare(
      read(await (await page.request.get(`${file}/hand-out.pdf?brief=yes`)).body()),
    );
    for (const one of await page.locator('main h2').allTextContents())
      expect(brief).toContain(bare(one));
    expect(brief).toContain('never above'.replace(' ', ''));
  }
  const code = await page.request.get(`${await fileOf(page, 'Hollis Verbeek')}/hand-out.pdf`);
  writeFileSync(join(folder, 'code.pdf'), await code.body());
  execFileSync('pdftoppm', [
    '-r',
    '150',
    '-png',
    '-l',
    '1',
    join(folder, 'code.pdf'),
    join(folder, 'page'),
  ]);
  const [picture = ''] = readdirSync(folder).filter((name) => name.endsWith('.png'));
  const { data, width, height } = PNG.sync.read(readFileSync(join(folder, picture)));
  expect(jsqr(new Uint8ClampedArray(data), width, height)?.data).toBe(`${baseURL ?? ''}/today`);
  rmSync(folder, { recursive: true, force: true });

  // Of nobody there is none.
  const nobody = await page.request.get(
    '/clients/00000000-0000-7000-8000-000000000000/hand-out.pdf',
  );
  expect(nobody.status()).toBe(404);
});

test('a client takes their week into a calendar, without a word of their health unless wanted', async ({
  browser,
  baseURL,
}) => {
  const { page } = await otherDevice(browser, baseURL);
  await stepInAs(page, 'Odalys');
  await page.goto('/reminders');
  const taken = async (name: string) => {
    const coming = page.waitForEvent('download');
    await page.getByRole('link', { name }).click();
    const download = await coming;
    const text = await readFile(await download.path(), 'utf8');
    const events = new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent');
    return {
      file: download.suggestedFilename(),
      text,
      events: events.map((one) => new ICAL.Event(one)),
    };
  };
  const plain = await taken('Put it into my calendar');
  expect(plain.file).toBe('practice.ics');
  expect(plain.events.length).toBeGreaterThan(1);
  expect(plain.text).not.toMatch(/shoulder|skull|ridge|Sandholm|Odalys/i);
  const told = await taken('The same with what is practised');
  expect(told.events.map(({ uid }) => uid)).toEqual(plain.events.map(({ uid }) => uid));
  expect(told.text).toMatch(/shoulder ridge/i);
});

test('a whole record is one file, taken out by either side, and read in again with a sentence for what is wrong', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Hollis Verbeek');
  await page.goto(`${file}/take-out`);
  const coming = page.waitForEvent('download');
  await page.getByRole('link', { name: 'One file' }).click();
  const download = await coming;
  expect(download.suggestedFilename()).toBe('hollis-verbeek-record.zip');
  const path = await download.path();

  await page.goto('/clients/new');
  await page.getByRole('link', { name: 'Bring in a record instead' }).click();
  const field = page.locator('input[type="file"]');
  const bringIn = page.getByRole('button', { name: 'Bring it in' });
  await bringIn.click();
  await expect(page.getByText('Choose the file of a record first.')).toBeVisible();
  await field.setInputFiles({
    name: 'x.zip',
    mimeType: 'application/zip',
    buffer: (await readFile(path)).subarray(0, 4000),
  });
  await bringIn.click();
  await expect(
    page.getByText(/cannot be opened as an archive\. Nothing was brought/),
  ).toBeVisible();
  await field.setInputFiles(path);
  await bringIn.click();
  await expect(page.getByText('is here already. Nothing was changed.')).toBeVisible();
  await page.getByRole('main').getByRole('link', { name: 'Hollis Verbeek' }).click();
  await expect(page.getByRole('heading', { name: 'Hollis Verbeek' })).toBeVisible();

  const { page: client } = await otherDevice(browser, baseURL);
  await stepInAs(client, 'Hollis');
  await client.goto('/course');
  const own = client.waitForEvent('download');
  await client.getByRole('link', { name: 'Your whole record as one file' }).click();
  expect((await own).suggestedFilename()).toBe('hollis-verbeek-record.zip');
  const refused = await client.request.get('/settings/practice/practice.zip');
  expect(refused.status()).toBe(403);
});

test('a calendar asks by an address that is told once and can be ended', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Yara');
  await page.goto('/reminders');
  const part = page.getByRole('region', { name: 'A calendar that keeps itself up to date' });
  await part.getByRole('button', { name: 'Make an address' }).click();
  await expect(part.getByText('This is the address.')).toBeVisible();
  const address = (await part.locator('output').textContent()) ?? '';
  // A calendar has no cookie.
  const { context, page: calendar } = await otherDevice(browser, baseURL);
  const answer = await calendar.request.get(address);
  expect(answer.headers()['content-type']).toContain('text/calendar');
  const root = new ICAL.Component(ICAL.parse(await answer.text()) as unknown[]);
  expect(root.getAllSubcomponents('vevent').length).toBeGreaterThan(0);
  await page.reload();
  await expect(part.getByText('This is the address.')).toBeHidden();
  await expect(part.getByText(/Last asked/)).toBeVisible();
  await part.getByRole('button', { name: 'End the address' }).click();
  await expect(part.getByRole('button', { name: 'Make an address' })).toBeVisible();
  expect((await calendar.request.get(address)).status()).toBe(404);
  await context.close();
});

test('a record goes to another program as FHIR, and one from there becomes a file with what is kept beside it', async ({
  page,
  browser,
  baseURL,
}) => {
  const { page: client } = await otherDevice(browser, baseURL);
  await stepInAs(client, 'Hollis');
  await client.goto('/course');
  const own = client.waitForEvent('download');
  await client.getByRole('link', { name: 'the same as FHIR' }).click();
  const download = await own;
  expect(download.suggestedFilename()).toBe('hollis-verbeek-record.json');
  const text = await readFile(await download.path(), 'utf8');
  const bundle = JSON.parse(text) as { entry: { resource: { resourceType: string } }[] };
  expect(bundle.entry.length).toBeGreaterThan(50);

  await stepInAs(page, 'Maren');
  await page.goto('/clients/bring-in');
  const bringIn = async (buffer: string) => {
    await page
      .locator('input[type="file"]')
      .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from(buffer) });
    await page.getByRole('button', { name: 'Bring it in' }).click();
  };
  await bringIn(text.slice(0, 900));
  await expect(page.getByText(/no JSON, or not whole\. Nothing was brought in/)).toBeVisible();
  await bringIn(text.replace('"resourceType":"Patient"', '"resourceType":"Person"'));
  await expect(page.getByText(/The Bundle is of nobody/)).toBeVisible();
  await bringIn(text);
  await expect(page.getByText('is here already. Nothing was changed.')).toBeVisible();
  // As the program of another clinic would write it: ids of its own, and things nobody here knows.
  const subject = { reference: 'Patient/77' };
  await bringIn(
    JSON.stringify({
      resourceType: 'Bundle',
      type: 'collection',
      entry: [
        { resource: { resourceType: 'Patient', id: '77', name: [{ text: 'Ilse Brandt' }] } },
        {
          resource: {
            ...{ resourceType: 'Condition', id: '78', subject, code: { text: 'Stiff neck' } },
            clinicalStatus: { text: 'active' },
          },
        },
        {
          resource: {
            ...{ resourceType: 'Immunization', id: '79', patient: subject, status: 'completed' },
            ...{ vaccineCode: { text: 'Tetanus' }, occurrenceString: '2019' },
          },
        },
      ],
    }),
  );
  await expect(page.getByRole('heading', { name: 'Ilse Brandt' })).toBeVisible();
  await expect(page.getByText('1 × Immunization: this product has no place for it')).toBeVisible();
  await page.getByRole('link', { name: 'what brings them' }).click();
  await expect(page.getByText('Stiff neck').first()).toBeVisible();
});

test('the simulated clinic says what another program understands of a record and of a calendar', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  await page.goto(`${await fileOf(page, 'Hollis Verbeek')}/take-out`);
  await page.getByRole('button', { name: 'Send it there' }).click();
  const received = page.getByRole('region', { name: 'A receiving clinic, simulated' });
  await expect(received.getByText('Simulated clinic, received: Hollis Verbeek')).toBeVisible();
  await expect(received.getByText('pain rating, 0–10 (LOINC 72514-3)')).toBeVisible();
  await expect(received.getByText('care plan, active')).toBeVisible();

  const { page: client } = await otherDevice(browser, baseURL);
  await stepInAs(client, 'Odalys');
  await client.goto('/reminders');
  await client.getByRole('button', { name: 'Send it there' }).click();
  await expect(client.getByText(/“Time to practise”, first/).first()).toBeVisible();
});

test('the figure, the strip and the drawings are taken out as they are seen', async ({ page }) => {
  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Hollis Verbeek');
  for (const [path, says, holds] of [
    ['map', 'Take the figure out as', /<path|<circle/],
    ['plan', 'Take the strip out as', /The routine along time/],
    ['hand-out', 'Take the drawings out as', /Routine \d+ of/],
  ] as const) {
    await page.goto(`${file}/${path}`);
    const row = page.locator('p', { hasText: says });
    const coming = page.waitForEvent('download');
    await row.getByRole('button', { name: 'SVG' }).click();
    const svg = await readFile(await (await coming).path(), 'utf8');
    expect(svg).toMatch(holds);
    // It stands by itself: no class of a sheet that is not there, nothing fetched.
    expect(svg).not.toMatch(/ class="|href="http/);
    const image = page.waitForEvent('download');
    await row.getByRole('button', { name: 'PNG' }).click();
    const png = PNG.sync.read(await readFile(await (await image).path()));
    expect(png.width).toBeGreaterThan(600);
    const [first] = png.data;
    expect(png.data.some((byte, at) => at % 4 === 0 && byte !== first)).toBe(true);
  }
});

test('the referral note and the brief as PDF say what their pages say, in another reader', async ({
  page,
  browser,
  baseURL,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'entspann-note-'));
  const read = (pdf: Buffer) => {
    const file = join(folder, 'note.pdf');
    writeFileSync(file, pdf);
    return bare(execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' }));
  };
  const words = async (of: Page, address: string) => {
    const answer = await of.request.get(address);
    expect(answer.headers()['content-type']).toBe('application/pdf');
    return read(await answer.body());
  };
  await stepInAs(page, 'Maren');
  const file = await fileOf(page, 'Hollis Verbeek');
  await page.goto(`${file}/referral`);
  const note = await words(page, `${file}/referral.pdf`);
  for (const said of await page.locator('main h1, main h3, main li span').allTextContents())
    expect(note).toContain(bare(said));
  await page.goto(`${file}/review`);
  const brief = await words(page, `${file}/brief.pdf?paper=letter&large=yes`);
  const glance = page.getByRole('region', { name: 'At a glance' });
  for (const said of await glance.getByRole('definition').allTextContents())
    expect(brief).toContain(bare(said));
  // A client has their own note, and nobody else’s brief.
  const { page: client } = await otherDevice(browser, baseURL);
  await stepInAs(client, 'Hollis');
  expect(await words(client, '/referral.pdf')).toContain('HollisVerbeek');
  expect((await client.request.get(`${file}/brief.pdf`)).status()).toBe(404);
  rmSync(folder, { recursive: true });
});

test('a practice is taken out by its owner, who is told how far it is and what became of it', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  await page.goto('/settings/practice');
  const link = page.getByRole('link', { name: 'The whole practice' });
  // Cut off half-way nothing is saved, and it says so.
  await page.evaluate(() => {
    const real = fetch;
    // The line goes after the first of it.
    window.fetch = async (...asked) => {
      const answer = await real(...asked);
      const body = answer.body?.pipeThrough(
        new TransformStream({ flush: (end) => end.error(new Error('The line is gone.')) }),
      );
      window.fetch = real;
      return new Response(body, answer);
    };
  });
  await link.click();
  await expect(page.getByRole('alert')).toContainText('did not come through whole');

  // Held up, it says how far it is, and can be stopped.
  await page.evaluate(() => {
    const real = fetch;
    window.fetch = async (...asked) => {
      const answer = await real(...asked);
      const body = answer.body?.pipeThrough(
        new TransformStream({ flush: () => new Promise((done) => setTimeout(done, 60_000)) }),
      );
      window.fetch = real;
      return new Response(body, answer);
    };
  });
  await link.click();
  await expect(page.getByText(/^\d+ of \d+ clients, [\d.]+ [kM]B$/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeHidden();

  const coming = page.waitForEvent('download');
  await link.click();
  const download = await coming;
  expect(download.suggestedFilename()).toMatch(/-practice\.zip$/);
  await expect(page.getByText(/^Saved: \d+ clients, [\d.]+ [kM]B/)).toBeVisible();
  const said = (await page.getByText(/^Saved: /).textContent()) ?? '';
  const bytes = readFileSync(await download.path());
  const told = spawnSync(
    process.execPath,
    ['scripts/data.mjs', 'check', '--from', await download.path()],
    {
      encoding: 'utf8',
    },
  );
  expect(bytes.length).toBeGreaterThan(10_000);
  expect(told.stdout).toContain(`is whole: ${/\d+ clients/.exec(said)?.[0] ?? 'nothing'}`);
});
