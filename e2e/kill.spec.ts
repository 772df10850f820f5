import { randomInt, randomUUID } from 'node:crypto';
import { PGlite } from '@electric-sql/pglite';
import { expect, test } from '@playwright/test';
import { itemFor, routineWith, timed } from '#core/examples';
import { INTERVIEW, noneOf, reply, type Reply } from '#core/screening';
import { KIND_IDS } from '../app/keeping/kinds';
import { clusterIn, demoFolder, removeFolder, startServer, type Running } from './support/server';
import { signedIn } from './support/signIn';

/** So often here; a hundred and more times by `KILLS=100` and `npm run attack`. */
const KILLS = Number(process.env.KILLS ?? 12);

interface Sent {
  letter: Record<string, unknown> & { id: string; kind: string; thing: string };
  from: string;
  cookie: string;
  /** What it was answered, once it was. */
  revision?: number | null;
}

const routine = routineWith(itemFor('breastbone', { dose: timed(20), grade: 2 }));
/** One finding, which is cleared next. */
const replies = INTERVIEW.reduce<Reply[]>((before, group) => noneOf(before, group), []).map(
  (one) => (one.condition === 'blood-thinners' ? reply('blood-thinners', 'yes') : one),
);
const point = (rating: number) => ({
  visitId: null,
  point: {
    thread: randomUUID(),
    siteId: 'calf',
    side: 'left',
    across: 0,
    down: 0,
    rating,
  },
});
const reading = (tries: number[]) => ({
  testId: 'neck-turn',
  quantityId: 'turn',
  side: 'left',
  moment: 'before',
  tries,
  way: 'number',
});

type Letter = Sent['letter'];

const letterOf =
  (clientId: string | null) =>
  (kind: string, body: unknown, change: Record<string, unknown> = {}): Letter => ({
    id: randomUUID(),
    kind,
    clientId,
    thing: randomUUID(),
    base: null,
    at: Date.now(),
    body,
    ...change,
  });

/** A visit that is open all along, and the last letter of its notes. */
interface Noted {
  visitId: string;
  clientId: string;
  last: string | null;
}

/** A letter of each kind a therapist sends, about a file of its own; the notes are of one visit all along. */
function staffLetters(clientId: string, noted: Noted): Letter[] {
  const of = letterOf(clientId);
  const first = of('point', point(5));
  const details = {
    name: 'Kill Proof',
    timeZone: 'UTC',
    minutesPerDay: '9',
    affectedSide: '',
    nextVisit: '',
  };
  const draft = of('draft', { baseNumber: 0, content: routine }, { thing: clientId, base: 0 });
  const complaint = of('complaint', { complaint: { what: 'Stiff neck, cannot turn' } });
  const note = letterOf(noted.clientId)(
    'note',
    { notes: { type: 'doc', content: [{ type: 'paragraph' }] } },
    { thing: noted.visitId, base: noted.last ?? 0 },
  );
  noted.last = note.id;
  return [
    of('client file', details, { clientId: null, thing: clientId }),
    first,
    of('point', point(7), { thing: first.thing, base: first.id }),
    of('reading', { visitId: null, reading: reading([50, 52]) }),
    of('home asking', { testId: 'neck-turn', when: 'weekly' }, { thing: clientId }),
    of('answer', { set: [{ condition: 'jaw', says: 'no' }], forget: [] }, { thing: clientId }),
    draft,
    of('details', { ...details, notes: 'Left hip.' }, { thing: clientId, base: 0 }),
    of(
      'brings',
      {
        massKilograms: 71,
        statureCentimetres: 170,
        tools: ['tennis-ball'],
        places: [],
        minutesPerDay: '9',
        timesOfDay: [],
        helperAtHome: '',
      },
      { thing: clientId, base: 0 },
    ),
    of('template', { template: { name: 'Kill proof', items: routine.items } }, { clientId: null }),
    of('seen to', { about: 'told', sessionId: null, how: 'seen', note: '' }),
    of('course', { what: 'ended', outcome: 'referred', goesOn: false, word: '', summary: '' }),
    of('course', { what: 'resumed', word: '' }),
    complaint,
    of('standing', {
      complaintId: complaint.thing,
      standing: { days: 5, strongest: 6, hinders: 3 },
    }),
    of('interview', { replies, after: null }),
    of('clearance', {
      condition: 'blood-thinners',
      kind: 'cleared',
      by: 'Dr Amsel',
      on: '2026-03-01',
      note: '',
    }),
    of('issue', { baseNumber: 0, reason: '', content: routine }, { base: draft.id }),
    note,
  ];
}

/** What a client sends of a session, and a measure of that day. */
function clientLetters(versionId: string, sessionId: string): Letter[] {
  const of = letterOf(null);
  const startedAt = Date.now() - 60_000;
  const event = (seq: number, type: string) =>
    of(
      'session event',
      { session: { versionId, ledId: null, startedAt }, event: { type, seq, at: startedAt + seq } },
      { thing: sessionId },
    );
  return [
    event(0, 'started'),
    event(1, 'paused'),
    of('home measure', { reading: reading([61]) }),
    of('response', { sessionId, answer: 'little-sore' }),
    of('message', { text: 'May I swim?' }),
  ];
}

async function post(server: Running, sent: readonly Sent[]): Promise<void> {
  const [first] = sent;
  if (!first) return;
  const answer = await fetch(`${server.url}/keep`, {
    method: 'POST',
    headers: { cookie: first.cookie, 'Content-Type': 'application/json' },
    body: JSON.stringify({
      from: first.from,
      sentAt: Date.now(),
      letters: sent.map(({ letter }) => letter),
    }),
  });
  const said = (await answer.json()) as {
    answers: { id: string; is: string; revision: number | null; says?: string }[];
  };
  for (const { id, is, revision, says } of said.answers) {
    const one = sent.find(({ letter }) => letter.id === id);
    if (!one) throw new Error('An answer to nothing.');
    expect([one.letter.kind, is, says]).toEqual([one.letter.kind, 'kept', says]);
    // What was acknowledged once is acknowledged as the same ever after.
    if (one.revision !== undefined)
      expect([one.letter.kind, revision]).toEqual([one.letter.kind, one.revision]);
    one.revision = revision;
  }
}

test(`${KILLS} times killed in the middle of keeping, the server has every acknowledged thing once`, async () => {
  test.setTimeout(60_000 + KILLS * 20_000);
  const folder = demoFolder();
  const sent: Sent[] = [];
  // A visit that is open all along, and a client who is asked for a measure at home.
  const before = await PGlite.create(clusterIn(folder));
  const { rows: files } = await before.query<{ id: string; user_id: string; version: string }>(
    `select client.id, user_id, (select version.id from routine_version version
       join routine on routine.id = version.routine_id where routine.client_id = client.id
       order by number desc limit 1) as version
     from client where user_id is not null order by name limit 2`,
  );
  const [practising, ...visited] = files;
  if (!practising) throw new Error('The demo has no clients.');
  await before.query(`update client set home_measures =
    '[{"testId": "neck-turn", "when": "weekly"}]' where id = '${practising.id}'`);
  const noted: Noted[] = [];
  for (const { id: clientId } of visited) {
    const visitId = randomUUID();
    await before.query(`insert into visit (id, client_id, started_by, started_at, day)
      select '${visitId}', '${clientId}', therapist_id, now(), current_date
      from client where id = '${clientId}'`);
    noted.push({ visitId, clientId, last: null });
  }
  const { rows: names } = await before.query<{ name: string }>(
    `select name from user_account where id = '${practising.user_id}'`,
  );
  await before.close();
  let server = await startServer({ DATA_DIR: folder, DEMO: '1' });
  const { cookie, userId: from } = await signedIn(server, 'Maren');
  const client = await signedIn(server, names[0]?.name ?? '');
  let acknowledged = 0;
  for (let kill = 0; kill < KILLS; kill += 1) {
    const batches = [
      ...noted.map((visit) =>
        staffLetters(randomUUID(), visit).map((letter): Sent => ({ letter, from, cookie })),
      ),
      clientLetters(practising.version, randomUUID()).map((letter): Sent => ({
        letter,
        from: client.userId,
        cookie: client.cookie,
      })),
    ];
    sent.push(...batches.flat());
    const posts = batches.map(async (batch) => {
      for (const one of batch) await post(server, [one]);
    });
    const ended = Promise.allSettled(posts);
    // Killed when so many were acknowledged, and a moment into whatever comes next.
    const enough = randomInt(1, batches.flat().length - 2);
    const isEnough = () =>
      batches.flat().filter(({ revision }) => revision !== undefined).length >= enough;
    while (!isEnough()) await new Promise((wait) => setTimeout(wait, 3));
    await new Promise((wait) => setTimeout(wait, randomInt(0, 40)));
    await server.stop('SIGKILL');
    await ended;
    server = await startServer({ DATA_DIR: folder, DEMO: '1' });
    acknowledged += batches.flat().filter(({ revision }) => revision !== undefined).length;
    // As a device does it: everything that was not acknowledged, and some that was, again.
    for (const batch of batches) await post(server, batch);
  }
  // Killed too early each time, it would have proved little.
  expect(acknowledged).toBeGreaterThan(KILLS);
  await server.stop();
  const lite = await PGlite.create(clusterIn(folder));
  const count = async (statement: string) => {
    const { rows } = await lite.query<{ n: number }>(statement);
    return rows[0]?.n;
  };
  // Events of a session are remembered by themselves.
  const ofKind = (isEvent: boolean) =>
    sent.flatMap(({ letter }) =>
      (letter.kind === 'session event') === isEvent ? [`'${letter.id}'`] : [],
    );
  const [ids, events] = [ofKind(false), ofKind(true)];
  expect(
    await count(`select count(*)::integer n from kept_letter where id in (${ids.join()})`),
  ).toBe(ids.length);
  expect(
    await count(`select count(*)::integer n from session_event where id in (${events.join()})`),
  ).toBe(events.length);
  for (const { visitId } of noted) {
    expect(await count(`select notes_revision as n from visit where id = '${visitId}'`)).toBe(
      KILLS,
    );
  }
  const kinds = new Set(sent.map(({ letter }) => letter.kind));
  expect([...kinds].sort()).toEqual([...KIND_IDS].sort());
  const opened = new Set(
    sent.flatMap(({ letter }) => (letter.kind === 'client file' ? [`'${letter.thing}'`] : [])),
  );
  const inFiles = `client_id in (${[...opened].join()})`;
  expect(
    await count(`select count(*)::integer n from map_point where ${inFiles} and revision = 2`),
  ).toBe(opened.size);
  expect(await count(`select count(*)::integer n from map_point where ${inFiles}`)).toBe(
    opened.size,
  );
  expect(await count(`select count(*)::integer n from measurement where ${inFiles}`)).toBe(
    opened.size,
  );
  expect(
    await count(`select count(*)::integer n from routine where ${inFiles} and draft_revision = 2`),
  ).toBe(opened.size);
  await lite.close();
  removeFolder(folder);
});
