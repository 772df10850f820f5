import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { propose, withTaken, type Proposal } from '#core/proposals';
import type { OpenDatabase } from '~/db/open.server';
import { versionsOf } from '~/db/routines.server';
import { client, practice, practisedSession, user } from '~/db/schema.server';
import { sessionsOf } from '~/db/sessions.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from '~/keeping/server/setting.server';
import { fileOf } from '../clientFile.server';
import { knownFrom } from '../proposing.server';
import { reviewOf } from '../reviewing.server';
import { add, send } from '../testing/letters.server';
import { proposalsWaiting } from '../waiting.server';
import { settingFor } from '../testing/practiceForTests.server';
import { CLIENTS } from './people';
import { seedDemo } from './seed.server';

const NOW = new Date('2026-03-11T09:00:00Z');
// The demo lives in a folder, never on a server.
const elsewhere = process.env.TEST_DATABASE_URL !== undefined;

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let maren: Principal;
const ids = new Map<string, string>();

beforeAll(async () => {
  if (elsewhere) return;
  open = await openTestDatabase();
  await seedDemo(open.db, NOW);
  setting = settingFor(open.db);
  setting.moveTo(NOW);
  const [[house], [owner], clients] = await Promise.all([
    open.db.select().from(practice),
    open.db.select().from(user).where(eq(user.role, 'owner')),
    open.db.select({ id: client.id, name: client.name }).from(client),
  ]);
  if (!house || !owner) throw new Error('There is no demo.');
  for (const { id, name } of clients) ids.set(name, id);
  maren = {
    userId: owner.id,
    name: owner.name,
    email: owner.email,
    role: 'owner',
    practiceId: house.id,
    practiceName: house.name,
    timeZone: house.timeZone,
    quietAfterDays: 7,
    rescreenAfterDays: 180,
    phone: '',
    emergencyNumber: '112',
    clientId: null,
  };
});
afterAll(async () => {
  if (!elsewhere) await open.close();
});

const idOf = (name: string) => ids.get(name) ?? '';
async function judged(name: string) {
  const review = await reviewOf(setting, maren, idOf(name));
  if (!review.judged || !review.latest) throw new Error(`${name} has no routine.`);
  return { ...review.judged, latest: review.latest, review };
}

(elsewhere ? describe.skip : describe)(
  'the stories of the demo, told by their first three sentences',
  () => {
    // Read by hand against the logs: what each invented course is, and what was told of the days after.
    it.each<[string, { changed?: RegExp; borne?: RegExp; next?: RegExp }]>([
      ['Ilse Marchetti', { changed: /^In 8 weeks: less tender: /, borne: /borne well after all/ }],
      ['Nuno Castellan', { changed: /^In 8 weeks: less tender: / }],
      ['Wendeline Sorg', { changed: /no change beyond wavering at any of 4 places/ }],
      [
        'Benedikt Aro',
        { borne: /[Pp]ressed too hard in \d of the last 5 sessions/, next: /softer at / },
      ],
      ['Perrin Halloway', { borne: /^Nothing for \d\d days\./, next: /ask what stops them/ }],
      ['Cosmo Lindqvist', { borne: /^Nothing for \d\d days\./ }],
      ['Odalys Brandt', { borne: /^Sore \(shoulder ridge/, next: /softer at shoulder ridge: / }],
      [
        'Hollis Verbeek',
        {
          changed: /less tender/,
          borne: /^Bruised \(deep buttock, left\) .*1 place rests\.$/,
          next: /softer once the bruise has gone at deep buttock/,
        },
      ],
    ])('%s', async (name, sentences) => {
      const { brief } = await judged(name);
      for (const [part, says] of Object.entries(sentences))
        expect(brief[part as keyof typeof brief].says).toMatch(says);
    });

    it('every proposal says what it was read from, in sessions of this client', async () => {
      let said = 0;
      for (const { name } of CLIENTS) {
        const { proposals, days } = await judged(name);
        for (const { ground, because, title } of proposals) {
          said += 1;
          expect([name, title, ground.says.endsWith('.'), because.endsWith('.')]).toEqual([
            name,
            title,
            true,
            true,
          ]);
          expect(ground.sessionIds.filter((id) => days[id] === undefined)).toEqual([]);
        }
      }
      expect(said).toBeGreaterThan(8);
    });

    it('somebody who presses too hard is acted upon within the first week of the log', async () => {
      const id = idOf('Benedikt Aro');
      const [first] = await open.db
        .select({ at: practisedSession.startedAt })
        .from(practisedSession)
        .where(eq(practisedSession.clientId, id))
        .orderBy(practisedSession.startedAt)
        .limit(1);
      if (!first) throw new Error('There is no session.');
      // What the record would have said seven days after the first session: later rows are not read yet.
      const then = new Date(first.at.getTime() + 7 * 86_400_000);
      const versions = (await versionsOf(open.db, id)).filter(({ issuedAt }) => issuedAt <= then);
      const sessions = (await sessionsOf(open.db, id)).filter(({ startedAt }) => startedAt <= then);
      setting.moveTo(then);
      const file = await fileOf(setting, maren, id);
      const known = await knownFrom(setting, { file, versions, sessions, complaints: [] });
      setting.moveTo(NOW);
      const rules = known ? propose(known).proposals.map(({ rule }) => rule) : [];
      expect(
        rules.filter((rule) => rule === 'too-hard' || rule === 'bruised').length,
      ).toBeGreaterThan(0);
    });
  },
);

(elsewhere ? describe.skip : describe)('a proposal', () => {
  const take = async (name: string, taken: readonly Proposal[]) => {
    const { latest, review } = await judged(name);
    const content = withTaken(latest.content, taken);
    await send(
      setting,
      maren,
      add(
        'issue',
        idOf(name),
        uuid(),
        { baseNumber: latest.number, reason: 'As the record supports.', content },
        review.draftRevision,
      ),
    );
  };

  it('waits on the day sheet where its review has one, and is judged again only when something was added', async () => {
    let asked = 0;
    const counting = new Proxy(open.db, {
      get: (target, name, receiver) => {
        if (name === 'select') asked += 1;
        return Reflect.get(target, name, receiver) as unknown;
      },
    });
    const look = async () => {
      asked = 0;
      const { waiting, left } = await proposalsWaiting({ ...setting, db: counting }, maren);
      expect(left).toBe(0);
      return new Map(waiting.map((one) => [one.clientId, one]));
    };
    const first = await look();
    const judging = asked;
    for (const { name } of CLIENTS) {
      const review = await reviewOf(setting, maren, idOf(name));
      const { proposals = [] } = review.judged ?? {};
      const [gravest] = proposals;
      expect([name, first.get(idOf(name)) ?? null]).toEqual([
        name,
        gravest
          ? {
              clientId: idOf(name),
              many: proposals.length,
              first: { weight: gravest.weight, title: gravest.title, siteId: gravest.siteId },
              toLookAt: [],
            }
          : null,
      ]);
    }
    expect(first.size).toBeGreaterThan(2);
    expect(await look()).toEqual(first);
    const again = asked;
    expect(again).toBeLessThan(judging / 2);
    // One client’s record changes: that one is judged, and no other.
    const [other] = [...first.values()].filter(({ many }) => many > 1);
    if (!other) throw new Error('Nobody has more than one.');
    const { review, proposals } = await judged(
      CLIENTS.find(({ name }) => idOf(name) === other.clientId)?.name ?? '',
    );
    await send(
      setting,
      maren,
      add('seen to', other.clientId, uuid(), {
        about: proposals[0]?.key ?? '',
        sessionId: review.lastSession,
        how: 'not now',
        note: '',
      }),
    );
    expect((await look()).get(other.clientId)?.many).toBe(other.many - 1);
    expect(asked).toBeGreaterThan(again);
    expect(asked).toBeLessThan(judging / 2);
  });

  it('left for now is not shown again on the same evidence; left by its key, and no other', async () => {
    const before = await judged('Wendeline Sorg');
    const [first, ...rest] = before.proposals;
    if (!first) throw new Error('Nothing is proposed.');
    await send(
      setting,
      maren,
      add('seen to', idOf('Wendeline Sorg'), uuid(), {
        about: first.key,
        sessionId: before.review.lastSession,
        how: 'not now',
        note: '',
      }),
    );
    const after = await judged('Wendeline Sorg');
    expect(after.proposals.map(({ key }) => key)).toEqual(rest.map(({ key }) => key));
    // A week later it is asked again.
    setting.moveTo(new Date(NOW.getTime() + 8 * 86_400_000));
    const later = await judged('Wendeline Sorg');
    setting.moveTo(NOW);
    expect(later.proposals.map(({ siteId }) => siteId)).toContain(first.siteId);
  });

  it('is not seen to with a session of somebody else', async () => {
    const { review } = await judged('Hollis Verbeek');
    await expect(
      send(
        setting,
        maren,
        add('seen to', idOf('Wendeline Sorg'), uuid(), {
          about: 'told',
          sessionId: review.lastSession,
          how: 'seen',
          note: '',
        }),
      ),
    ).rejects.toMatchObject({ status: 404 });
  });

  it('taken becomes the next version with its reason, several at once that go down, and is judged anew', async () => {
    const before = await judged('Benedikt Aro');
    const down = before.proposals.filter(({ becomes }) => becomes !== null);
    expect(down.length).toBeGreaterThan(1);
    await take('Benedikt Aro', down);
    const after = await judged('Benedikt Aro');
    expect(after.latest.number).toBe(before.latest.number + 1);
    expect(after.review.versions.at(-1)?.reason).toBe('As the record supports.');
    // Nothing is known of the new dose yet: nothing is proposed of it, and it says so.
    expect(after.proposals.filter(({ becomes }) => becomes !== null)).toEqual([]);
    expect(after.keep.map(({ why }) => why).join(' ')).toMatch(/0 sessions at this dose so far/);
  });
});
