import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { complaintStanding } from '~/db/schema.server';
import type { OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from '~/keeping/server/setting.server';
import { complaintPage, ownComplaints, toLookFor } from './complaining.server';
import { planOf } from './planning.server';
import { clientStart } from './practising.server';
import { reviewOf } from './reviewing.server';
import {
  addClient,
  details,
  joinedClient,
  NOW,
  secondPractice,
  settingFor,
  setUp,
} from './testing/practiceForTests.server';
import { noteComplaint, tellStanding } from './testing/writing.server';
import { finishVisit, startVisit } from './visits.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;
let stranger: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
  stranger = await secondPractice(setting);
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

const DAY = 86_400_000;
const days = (count: number) => new Date(NOW.getTime() + count * DAY);
const knee = { what: 'Knee gives way', since: '2025-11', stops: 'the stairs' };
const standing = (given: [number, number, number]) => ({
  days: given[0],
  strongest: given[1],
  hinders: given[2],
});

test('a complaint is told at the visit and at home, and its course stands wherever it counts', async () => {
  const { clientId, who: client } = await joinedClient(setting, owner);
  const id = uuid();
  await noteComplaint(setting, owner, clientId, { id, complaint: knee });
  await startVisit(setting, owner, clientId);
  await tellStanding(setting, owner, clientId, {
    id: uuid(),
    complaintId: id,
    standing: standing([6, 7, 5]),
  });
  const summary = await finishVisit(setting, owner, clientId);
  expect(summary.sentences[0]).toBe(
    '“Knee gives way”: 6 days of 7, 7 at its strongest, stops 5 of 10.',
  );
  // Told today: due again in a week.
  expect((await clientStart(setting, client)).brought).toEqual({ asked: true, due: [] });
  setting.moveTo(days(7));
  expect((await clientStart(setting, client)).brought.due).toEqual([
    { id, what: 'Knee gives way' },
  ]);
  await tellStanding(setting, client, null, {
    id: uuid(),
    complaintId: id,
    standing: standing([3, 4, 4]),
  });
  expect((await clientStart(setting, client)).brought.due).toEqual([]);
  const [own] = (await ownComplaints(setting, client)).complaints;
  expect(own?.told.map(({ from, strongest }) => [from, strongest])).toEqual([
    ['visit', 7],
    ['home', 4],
  ]);
  const [reviewed] = (await reviewOf(setting, owner, clientId)).complaints;
  expect(reviewed?.course.says).toBe('Less: days a week 6 → 3, at its strongest 7 → 4.');
  expect((await planOf(setting, owner, clientId)).complaints).toEqual([
    { what: 'Knee gives way', places: [] },
  ]);
  // The next visit tells what became of it since the last.
  setting.moveTo(days(8));
  await startVisit(setting, owner, clientId);
  expect((await finishVisit(setting, owner, clientId)).sentences[0]).toMatch(
    /^“Knee gives way”: 3 days of 7.*Less: days a week 6 → 3/,
  );
});

test('what is no longer asked about stands in the review and is asked nowhere', async () => {
  const { clientId, who: client } = await joinedClient(setting, owner);
  const id = uuid();
  await noteComplaint(setting, owner, clientId, { id, complaint: knee });
  await noteComplaint(setting, owner, clientId, {
    id,
    revision: 1,
    complaint: { ...knee, over: true },
  });
  expect((await clientStart(setting, client)).brought).toEqual({ asked: false, due: [] });
  expect(await toLookFor(setting, { id: clientId })).toEqual([]);
  expect((await reviewOf(setting, owner, clientId)).complaints).toMatchObject([{ over: true }]);
});

test('changed by two, the second is told what stands there, and nothing is lost', async () => {
  const clientId = await addClient(setting, owner, details());
  const id = uuid();
  await noteComplaint(setting, owner, clientId, { id, complaint: knee });
  const change = (stops: string, revision: number) =>
    noteComplaint(setting, owner, clientId, { id, revision, complaint: { ...knee, stops } });
  await change('kneeling', 1);
  await expect(change('the van', 1)).rejects.toMatchObject({
    status: 409,
    details: { revision: 2, theirs: { stops: 'kneeling' } },
  });
  const { complaints } = await complaintPage(setting, owner, clientId);
  expect(complaints).toMatchObject([{ stops: 'kneeling', revision: 2 }]);
});

test('taken back it is shown no more, answers to it are refused, and it comes back when that is undone', async () => {
  const clientId = await addClient(setting, owner, details());
  const id = uuid();
  await noteComplaint(setting, owner, clientId, { id, complaint: knee });
  await noteComplaint(setting, owner, clientId, { id, revision: 1, complaint: null });
  expect((await complaintPage(setting, owner, clientId)).complaints).toEqual([]);
  const told = { id: uuid(), complaintId: id, standing: standing([3, 4, 4]) };
  await expect(tellStanding(setting, owner, clientId, told)).rejects.toMatchObject({ status: 409 });
  await noteComplaint(setting, owner, clientId, { id, revision: 2, complaint: knee });
  expect((await complaintPage(setting, owner, clientId)).complaints).toHaveLength(1);
});

test('what began after today, one too many, or another’s, is refused with a sentence', async () => {
  const clientId = await addClient(setting, owner, details());
  await expect(
    noteComplaint(setting, owner, clientId, {
      id: uuid(),
      complaint: { ...knee, since: '2031-01' },
    }),
  ).rejects.toMatchObject({ status: 422, message: 'It cannot have begun after today.' });
  const ids = Array.from({ length: 8 }, () => uuid());
  for (const id of ids) await noteComplaint(setting, owner, clientId, { id, complaint: knee });
  await expect(
    noteComplaint(setting, owner, clientId, { id: uuid(), complaint: knee }),
  ).rejects.toMatchObject({ status: 422 });
  await expect(
    noteComplaint(setting, stranger, clientId, { id: uuid(), complaint: knee }),
  ).rejects.toMatchObject({ status: 404 });
  const other = await joinedClient(setting, owner);
  await expect(
    tellStanding(setting, other.who, null, {
      id: uuid(),
      complaintId: ids[0] ?? '',
      standing: standing([3, 4, 4]),
    }),
  ).rejects.toMatchObject({ status: 404 });
  await expect(
    noteComplaint(setting, other.who, other.clientId, { id: uuid(), complaint: knee }),
  ).rejects.toMatchObject({ status: 403 });
});

test('an answer, once given, is never changed', async () => {
  const clientId = await addClient(setting, owner, details());
  const id = uuid();
  await noteComplaint(setting, owner, clientId, { id, complaint: knee });
  const told = uuid();
  await tellStanding(setting, owner, clientId, {
    id: told,
    complaintId: id,
    standing: standing([3, 4, 4]),
  });
  await expect(
    open.db.update(complaintStanding).set({ days: 1 }).where(eq(complaintStanding.id, told)),
  ).rejects.toThrow();
});
