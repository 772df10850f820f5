import type { APIRequestContext } from '@playwright/test';
import {
  addClient,
  addSite,
  clientIdOf,
  clientWithRoutine,
  expect,
  inviteFrom,
  joinBy,
  otherDevice,
  PASS_PHRASE,
  postLetters,
  stepInAs,
  test,
  type TestLetter,
  withoutInterview,
  toThePoint,
} from './support/test';

const HOSTILE = [
  '',
  '   ',
  '-1',
  '0',
  '1e9',
  '99999999999999999999',
  '10 kg',
  "'; drop table client; --",
  '<script>alert(1)</script>',
  'x'.repeat(5000),
  '\u0000',
  '２',
  'NaN',
];

const CLIENT_FIELDS = [
  'name',
  'occupation',
  'timeZone',
  'minutesPerDay',
  'affectedSide',
  'nextVisit',
  'notes',
];
const GOOD: Record<string, string> = {
  name: 'Probe',
  occupation: 'tester',
  timeZone: 'UTC',
  minutesPerDay: '10',
  affectedSide: '',
  nextVisit: '',
  notes: '',
};

/** What may answer a hostile form: taken, turned down, or sent on, but never broken. */
async function expectNoBreak(
  request: APIRequestContext,
  path: string,
  form: Record<string, string>,
) {
  const answer = await request.post(path, { form, maxRedirects: 0 });
  expect([path, form, answer.status() < 500]).toEqual([path, form, true]);
  return answer.status();
}

test('every form takes hostile values with a refusal and never breaks', async ({ page }) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Hostile Ground');
  for (const field of CLIENT_FIELDS) {
    for (const value of HOSTILE) {
      await expectNoBreak(page.request, `${file}/details`, {
        intent: 'change',
        ...GOOD,
        [field]: value,
      });
    }
  }
  for (const value of HOSTILE) {
    await expectNoBreak(page.request, `${file}/details`, { intent: value });
    for (const field of ['name', 'timeZone', 'quietAfterDays', 'rescreenAfterDays']) {
      const practice = {
        name: 'Sandholm Quay Practice',
        timeZone: 'Europe/Copenhagen',
        quietAfterDays: '4',
        rescreenAfterDays: '90',
      };
      await expectNoBreak(page.request, '/settings/practice', {
        intent: 'change',
        ...practice,
        [field]: value,
      });
    }
  }
  await expectNoBreak(page.request, '/settings/practice', {
    intent: 'change',
    name: 'Sandholm Quay Practice',
    timeZone: 'Europe/Copenhagen',
    quietAfterDays: '4',
    rescreenAfterDays: '90',
  });
  expect(await expectNoBreak(page.request, '/clients/new', { ...GOOD, minutesPerDay: '-5' })).toBe(
    422,
  );
  expect(await expectNoBreak(page.request, '/clients/new', {})).toBe(422);
  expect(await expectNoBreak(page.request, '/clients/new', GOOD)).toBe(302);
});

test('joining, signing in, one’s account and finding take hostile values too', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Hostile Guest');
  const path = new URL(await inviteFrom(page, file)).pathname;
  const { page: guest, context } = await otherDevice(browser, baseURL);
  const good = {
    name: 'Guest',
    email: 'hostile@client.example',
    passPhrase: PASS_PHRASE,
    timeZone: 'UTC',
  };
  for (const value of HOSTILE) {
    // As a pass phrase some of these would do: only those of a wrong length are refused.
    const fields = value.length < 12 || value.length > 200 ? ['passPhrase'] : [];
    for (const field of ['email', 'timeZone', ...fields]) {
      const status = await expectNoBreak(guest.request, path, { ...good, [field]: value });
      expect([field, value, status]).toEqual([field, value, 422]);
    }
    const email = `${encodeURIComponent(value).slice(0, 20)}@guess.example`;
    const forms: Record<string, string>[] = [
      { intent: 'pass phrase', email: value, passPhrase: value },
      { intent: 'pass phrase', email, passPhrase: value },
      { intent: 'demo', userId: value },
      { intent: value },
    ];
    for (const form of forms) {
      const status = await expectNoBreak(guest.request, '/sign-in', form);
      expect([form, status >= 400]).toEqual([form, true]);
    }
    const asked = await page.request.get(`/find?q=${encodeURIComponent(value)}`);
    expect([value, asked.status() < 500]).toEqual([value, true]);
    await expectNoBreak(page.request, '/settings/account', { intent: value });
    await expectNoBreak(page.request, '/settings/practice', { intent: 'renew', userId: value });
  }
  for (const [present, passPhrase] of [
    ['', ''],
    ['wrong', 'short'],
    ['wrong', 'x'.repeat(300)],
  ] as const) {
    const form = { intent: 'pass phrase', present, passPhrase };
    expect(await expectNoBreak(page.request, '/settings/account', form)).toBe(422);
  }
  await context.close();
});

test('the plan takes no damaged routine', async ({ page }) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Damaged Plans');
  await addSite(page, 'Skull base');
  const issued = page.waitForRequest(
    (request) => request.method() === 'POST' && request.postData()?.includes('"issue"') === true,
  );
  await withoutInterview(page);
  await page.getByRole('button', { name: 'Issue version 1' }).click();
  const sent = JSON.parse((await issued).postData() ?? '{}') as { letters: TestLetter[] };
  const good = sent.letters.find(({ kind }) => kind === 'issue');
  if (!good) throw new Error('Nothing was issued.');
  await expect(page.getByText('Version 1 is issued.')).toBeVisible();
  const body = good.body as { content: { items: Record<string, unknown>[] } };
  const [item] = body.content.items;
  const asIssue = (change: object): TestLetter => ({
    ...good,
    id: crypto.randomUUID(),
    thing: crypto.randomUUID(),
    body: { ...body, baseNumber: 1, reason: 'probe', ...change },
  });
  const withItem = (change: Record<string, unknown>) =>
    asIssue({ content: { ...body.content, items: [{ ...item, ...change }] } });
  const draft = (content: unknown): TestLetter => ({
    kind: 'draft',
    clientId: good.clientId,
    thing: String(good.clientId),
    base: 1,
    body: content,
  });
  const bad = [
    asIssue({ content: null }),
    { ...asIssue({}), body: 'issue' },
    { ...asIssue({}), body: null },
    ...[-1, 11, 1.5, '4', null, 1e300].map((grade) => withItem({ grade })),
    ...[0, -3, 7, 1e9].map((points) => withItem({ points })),
    withItem({ siteId: 'elbow-of-doom' }),
    withItem({ toolId: '../../etc/passwd' }),
    withItem({ dose: { method: 'hammer' } }),
    withItem({ dose: { method: 'timed', holdSeconds: 5000 } }),
    withItem({ sides: 'mid' }),
    withItem({ instructions: 'x'.repeat(601) }),
    draft({}),
    draft({ baseNumber: 1, content: { items: 'none' } }),
    draft({ baseNumber: 'x', content: null }),
  ];
  const { answers } = await postLetters(page.request, bad);
  bad.forEach((letter, at) => {
    expect([letter.body, answers[at]?.is]).toEqual([letter.body, 'refused']);
    expect(answers[at]?.says).toMatch(/^[A-Z“].*\.$/);
  });
  // What is no letter at all is turned down whole.
  for (const post of [
    { letters: [] },
    { letters: 'all' },
    { letters: [{ ...good, id: 'x' }] },
    { sentAt: -1 },
  ]) {
    expect([post, (await postLetters(page.request, [good], post)).status]).toEqual([post, 422]);
  }
  for (const wrong of [{ kind: 'gossip' }, { thing: 'x' }, { base: -1 }, { at: 0 }]) {
    const { status } = await postLetters(page.request, [{ ...good, ...wrong }]);
    expect([wrong, status]).toEqual([wrong, 422]);
  }
  const unreadable = await page.request.post('/keep', {
    data: Buffer.from('{"letters":'),
    headers: { 'Content-Type': 'application/json' },
  });
  expect(unreadable.status()).toBe(400);
  // The same letter again is the same version, not another.
  expect((await postLetters(page.request, [good])).answers).toMatchObject([{ is: 'kept' }]);
  await page.goto(`${file}/plan`);
  await expect(page.getByRole('button', { name: 'Issue version 2' })).toBeVisible();
});

test('typed figures that cannot be read say why, stay as typed and stop the issue', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  await addClient(page, 'Typed Figures');
  await addSite(page, 'Side low-back');
  await page.getByText('timed hold', { exact: true }).click();
  const hold = page.getByLabel('hold', { exact: true });
  await withoutInterview(page);
  const issue = page.getByRole('button', { name: 'Issue version 1' });
  for (const [text, says] of [
    ['30 kg', 'The hold time is a length of time: write 45, 1:30 or 2 min.'],
    ['', 'The hold time is a length of time: write 45, 1:30 or 2 min.'],
    ['-4', 'The hold time must be at least 1 s.'],
    ['999999', 'The hold time must be at most 600 s.'],
  ] as const) {
    await hold.fill(text);
    await expect(page.getByText(says).first()).toBeVisible();
    await expect(hold).toHaveValue(text);
    await expect(issue).toBeDisabled();
  }
  await hold.fill('1 min');
  await expect(issue).toBeEnabled();
  await expect(page.getByRole('list', { name: 'Lines in order' })).toContainText('hold 1:00');
});

test('a form that another version has overtaken is refused, shows both and keeps the work', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Two Therapists');
  await addSite(page, 'Skull base');
  await withoutInterview(page);
  await page.getByRole('button', { name: 'Issue version 1' }).click();
  await expect(page.getByText('Version 1 is issued.')).toBeVisible();

  const { page: other, context } = await otherDevice(browser, baseURL, {
    width: 1280,
    height: 800,
  });
  await stepInAs(other, 'Idris');
  await other.goto(`${file}/plan`);
  await addSite(other, 'Breastbone');
  await other.getByLabel('Why this version').fill('Breastbone too.');
  await other.getByRole('button', { name: 'Issue version 2' }).click();
  await expect(other.getByText('Version 2 is issued.')).toBeVisible();

  await addSite(page, 'Thumb base');
  await page.getByLabel('Why this version').fill('Thumb too.');
  await page.getByRole('button', { name: 'Issue version 2' }).click();
  await expect(page.getByText(/Idris Falk issued version 2 while you were working/)).toBeVisible();
  await expect(page.getByText('“Breastbone too.”')).toBeVisible();
  await expect(page.getByRole('img', { name: /Breastbone/ })).toBeVisible();
  const order = page.getByRole('list', { name: 'Lines in order' });
  await expect(order).toContainText('Thumb base');
  await expect(page.getByLabel('Why this version')).toHaveValue('Thumb too.');
  await page.getByRole('button', { name: 'Go on with mine, as version 3' }).click();
  await page.getByRole('button', { name: 'Issue version 3' }).click();
  await expect(page.getByText('Version 3 is issued.')).toBeVisible();
  await context.close();
});

test('pressing a button twice does the thing once', async ({ page, browser, baseURL }) => {
  await stepInAs(page, 'Maren');
  const { phone, context } = await clientWithRoutine(page, browser, baseURL, 'Double Press', [
    'Breastbone',
  ]);
  const { page: other, context: desk } = await otherDevice(browser, baseURL, {
    width: 1280,
    height: 800,
  });
  await stepInAs(other, 'Idris');
  await addClient(other, 'Double Issue');
  await addSite(other, 'Breastbone');
  await withoutInterview(other);
  await other.getByRole('button', { name: 'Issue version 1' }).dblclick();
  await expect(other.getByText('Version 1 is issued.')).toBeVisible();
  await other.reload();
  await expect(other.getByRole('button', { name: 'Issue version 2' })).toBeVisible();
  await desk.close();
  await phone.goto('/practise');
  await phone.getByRole('button', { name: 'Start' }).dblclick();
  await toThePoint(phone);
  await phone.getByRole('button', { name: 'I’m on it' }).dblclick();
  await expect(phone.getByText('sink in slowly')).toBeVisible();
  await context.close();
});

test('an invitation that was used, replaced or made up says so', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Used Links');
  const first = await inviteFrom(page, file);
  const second = await inviteFrom(page, file);
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await phone.goto(first);
  await expect(phone.getByText(/newer invitation has replaced this one/)).toBeVisible();
  await joinBy(phone, second, 'used@client.example');
  await context.clearCookies();
  await phone.goto(second);
  await expect(phone.getByText(/has been used/)).toBeVisible();
  await phone.goto('/join/not-a-token');
  await expect(phone.getByText(/not known/)).toBeVisible();
  // And the account it made signs in with its own pass phrase.
  await phone.goto('/sign-in');
  await phone.getByLabel('E-mail').fill('used@client.example');
  await phone.getByLabel('Pass phrase', { exact: true }).fill('wrong wrong wrong');
  await phone.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(phone.getByText(/do not match/)).toBeVisible();
  await phone.getByLabel('Pass phrase', { exact: true }).fill(PASS_PHRASE);
  await phone.getByRole('button', { name: 'Sign in', exact: true }).click();
  await phone.waitForURL('**/today');
  await context.close();
});

test('screening, map, measures and notes take no damaged letter, and keep nothing of one', async ({
  page,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Damaged Goods');
  const clientId = clientIdOf(file);
  const id = '01a211b2-683b-71aa-b9fc-d585f924e2d3';
  const point = { thread: id, siteId: 'calf', side: 'left', across: 0, down: 0, rating: 4 };
  const reading = {
    testId: 'neck-turn',
    quantityId: 'turn',
    side: 'left',
    moment: 'before',
    tries: [50],
    way: 'number',
  };
  const on = (kind: string, body: unknown, base: number | null = null): TestLetter => ({
    kind,
    clientId,
    thing: crypto.randomUUID(),
    base,
    body,
  });
  const asPoint = (change: object) => ({ visitId: null, point: { ...point, ...change } });
  const asReading = (change: object) => ({ visitId: null, reading: { ...reading, ...change } });
  const bad = [
    on('interview', { replies: [], after: null }),
    on('interview', { replies: [{ condition: 'gout', says: 'yes' }], after: null }),
    on('clearance', { condition: 'latex', by: 'me', on: 'never' }),
    on('answer', { set: [{ condition: 'jaw', says: 'perhaps' }], forget: [] }),
    on('point', asPoint({ rating: 44 })),
    on('point', asPoint({ siteId: 'outer-thigh-band' })),
    on('point', asPoint({ across: 290 })),
    on('point', { ...asPoint({}), visitId: id }),
    on('reading', asReading({ tries: [400] })),
    on('reading', asReading({ testId: 'jaw-opening', quantityId: 'opening', tries: [4000] })),
    on('reading', { ...asReading({}), visitId: id }),
    on('home asking', { testId: 'edge-of-bed', when: 'weekly' }),
    on('home measure', { reading }),
    on('note', { notes: { type: 'doc', content: [] } }),
    on('note', { notes: { type: 'script', text: 'x' } }),
    on('session event', { session: {}, event: {} }),
    on('response', { sessionId: id, answer: 'splendid' }),
    on('response', { sessionId: id, answer: 'none' }),
    on('message', { text: '' }),
    on('seen to', { about: '', sessionId: null, how: 'seen' }),
    on('seen to', { about: 'told', sessionId: 'x', how: 'seen' }),
    on('seen to', { about: 'told', sessionId: null, how: 'ignored' }),
    on('course', { what: 'ended', goesOn: true }),
    on('course', { what: 'ended', outcome: 'healed', goesOn: true }),
    on('course', { what: 'paused' }),
    on('course', { what: 'resumed', word: 'x'.repeat(601) }),
    on('message', { text: 'x'.repeat(1001) }),
    on('complaint', { complaint: { what: '' } }),
    on('complaint', { complaint: { what: 'Neck', since: '2999' } }),
    on('standing', { complaintId: id, standing: { days: 3, strongest: 4, hinders: 2 } }),
    on('standing', { complaintId: id, standing: { days: 0, strongest: 9, hinders: 2 } }),
    ...['no json', null, []].map((body) => on('point', body)),
  ];
  const { answers } = await postLetters(page.request, bad);
  bad.forEach(({ kind, body }, at) => {
    expect([kind, body, answers[at]?.is]).toEqual([kind, body, 'refused']);
  });
  const picture = await page.request.post(`${file}/pictures`, { data: Buffer.from('no picture') });
  expect(picture.status()).toBe(422);
  await page.goto(`${file}/map`);
  await expect(page.getByRole('heading', { name: '0 tender points' }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: 'visits' })).toBeVisible();
});
