import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { pointSchema } from '#core/map';
import { TESTS } from '#core/measurement';
import type { OpenDatabase } from '~/db/open.server';
import { audit, client, invitation, mapPoint, practice, user, visit } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from '~/keeping/server/setting.server';
import { setUpPractice } from './accounts.server';
import { openSignIn, principalOf } from './signIns.server';
import { invite, join, renew } from './invitations.server';
import { sealingSecret } from './keeping.server';
import { endAccount } from './practice.server';
import {
  addClient,
  details,
  FROM,
  issueTo,
  joinedClient,
  PASS_PHRASE,
  setUp,
  settingFor,
  shortRoutine,
} from './testing/practiceForTests.server';
import { addPoint, askAtHome } from './testing/writing.server';
import { finishVisit, reopenVisit, startVisit } from './visits.server';
import { planOf } from './planning.server';

/**
 * Rounds of each race; `RACE_ROUNDS=50` for a long run. The embedded database does one thing after another:
 * once is enough there.
 */
const ROUNDS = Number(process.env.RACE_ROUNDS ?? (process.env.TEST_DATABASE_URL ? 3 : 1));

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
});
afterAll(() => open.close());

/** What each of several became that ran at the same moment: 200, or the status of its refusal. */
const race = async (...runners: (() => Promise<unknown>)[]): Promise<number[]> => {
  const ended = await Promise.allSettled(runners.map((run) => run()));
  return ended.map((one) => {
    if (one.status === 'fulfilled') return 200;
    const { status } = one.reason as { status?: number };
    if (status === undefined) throw one.reason;
    return status;
  });
};
const times = (count: number, run: (n: number) => Promise<unknown>) =>
  race(...Array.from({ length: count }, (_, n) => () => run(n)));
const sorted = (statuses: readonly number[]) => [...statuses].sort((a, b) => a - b);
const oneOf = (count: number, lost: number) => [200, ...Array<number>(count - 1).fill(lost)];
const rounds = Array.from({ length: ROUNDS }, (_, n) => n + 1);
const newClient = (name: string) => addClient(setting, owner, details({ name }));
const auditOf = (subject: string, action: string) =>
  setting.db
    .select({ id: audit.id })
    .from(audit)
    .where(and(eq(audit.subject, subject), eq(audit.action, action)));

describe.each(rounds)('at the same moment, round %i', (round) => {
  it('six measures asked for at home are six', async () => {
    const clientId = await newClient('Asked');
    const tests = TESTS.filter(({ atHome }) => atHome !== null).slice(0, 6);
    expect(tests).toHaveLength(6);
    expect(
      await times(6, (n) =>
        askAtHome(setting, owner, clientId, { testId: tests[n]?.id ?? '', when: 'weekly' }),
      ),
    ).toEqual(Array(6).fill(200));
    const [row] = await setting.db
      .select({ asked: client.homeMeasures })
      .from(client)
      .where(eq(client.id, clientId));
    expect(row?.asked.map(({ testId }) => testId).sort()).toEqual(tests.map(({ id }) => id).sort());
  });

  it('three worst points are one worst point', async () => {
    const clientId = await newClient('Worst');
    await startVisit(setting, owner, clientId);
    const worst = (n: number) => ({
      id: uuid(),
      point: pointSchema.parse({
        thread: uuid(),
        siteId: 'between-blades',
        side: 'left',
        across: 0,
        down: n * 8,
        rating: 5,
        worst: true,
      }),
    });
    expect(await times(3, (n) => addPoint(setting, owner, clientId, worst(n)))).toEqual([
      200, 200, 200,
    ]);
    const rows = await setting.db
      .select({ worst: mapPoint.worst })
      .from(mapPoint)
      .where(eq(mapPoint.clientId, clientId));
    expect(rows.filter(({ worst: is }) => is)).toHaveLength(1);
    expect(rows).toHaveLength(3);
  });

  it('twelve who begin a visit begin one, and who finish it finish it once', async () => {
    const clientId = await newClient('Visited');
    expect(await times(12, () => startVisit(setting, owner, clientId))).toEqual(
      Array(12).fill(200),
    );
    const visits = await setting.db.select().from(visit).where(eq(visit.clientId, clientId));
    expect(visits).toHaveLength(1);
    expect((await auditOf(clientId, 'began a visit')).length).toBeLessThanOrEqual(1);
    expect(sorted(await times(6, () => finishVisit(setting, owner, clientId)))).toEqual(
      oneOf(6, 409),
    );
    expect(await auditOf(clientId, 'finished a visit')).toHaveLength(1);
    const id = visits[0]?.id ?? '';
    expect(await times(4, () => reopenVisit(setting, owner, clientId, id))).toEqual(
      Array(4).fill(200),
    );
    expect(await auditOf(clientId, 'opened a visit again')).toHaveLength(1);
  });

  it('one e-mail that ten join with is one account, and the others keep their links', async () => {
    const email = `ten-${round}@client.example`;
    const links = await Promise.all(
      Array.from({ length: 10 }, async (_, n) =>
        invite(setting, owner, { role: 'client', clientId: await newClient(`Ten ${n}`) }),
      ),
    );
    const wish = {
      ...{ name: 'Ten', email, passPhrase: PASS_PHRASE, timeZone: 'UTC' },
      agrees: 'yes' as const,
    };
    const ended = await times(10, (n) => join(setting, links[n]?.token ?? '', wish, FROM));
    expect(sorted(ended)).toEqual(oneOf(10, 409));
    expect(await setting.db.select().from(user).where(eq(user.email, email))).toHaveLength(1);
    const lost = links[ended.indexOf(409)];
    const other = { ...wish, email: `eleventh-${round}@client.example` };
    await expect(join(setting, lost?.token ?? '', other, FROM)).resolves.toMatchObject({
      role: 'client',
    });
  });

  it('a link that is replaced while it is used is used, or it is replaced', async () => {
    const clientId = await newClient('Replaced');
    const first = await invite(setting, owner, { role: 'client', clientId });
    const wish = {
      name: 'Replaced',
      email: `replaced-${round}@client.example`,
      passPhrase: PASS_PHRASE,
      timeZone: 'UTC',
      agrees: 'yes' as const,
    };
    const [joined] = await race(
      () => join(setting, first.token, wish, FROM),
      () => invite(setting, owner, { role: 'client', clientId }),
    );
    expect([200, 410]).toContain(joined);
    const both = await setting.db
      .select({ id: invitation.id })
      .from(invitation)
      .where(
        and(
          eq(invitation.clientId, clientId),
          isNotNull(invitation.usedAt),
          isNotNull(invitation.revokedAt),
        ),
      );
    expect(both).toEqual([]);
  });

  it('two who use one link to a new pass phrase: one has it', async () => {
    const { who } = await joinedClient(setting, owner, 'Renewed');
    const { token } = await invite(setting, owner, {
      role: 'client',
      clientId: who.clientId,
      renewsUserId: who.userId,
    });
    const ended = await times(3, (n) =>
      renew(setting, token, { passPhrase: `phrase number ${n} of three` }, FROM),
    );
    expect(sorted(ended)).toEqual(oneOf(3, 410));
  });

  it('two versions on top of one are one version', async () => {
    const clientId = await newClient('Issued');
    const ended = await times(3, () => issueTo(setting, owner, clientId, shortRoutine()));
    expect(sorted(ended)).toEqual(oneOf(3, 409));
    const { versions } = await planOf(setting, owner, clientId);
    expect(versions.map(({ number }) => number)).toEqual([1]);
  });

  it('the secret of a person’s devices is one', async () => {
    const { who } = await joinedClient(setting, owner, 'Sealed');
    const given = await Promise.all(Array.from({ length: 8 }, () => sealingSecret(setting, who)));
    expect(new Set(given).size).toBe(1);
  });

  it('two owners who end each other leave one', async () => {
    const second = { id: uuid(), role: 'owner' as const };
    await setting.db.insert(user).values({
      ...second,
      practiceId: owner.practiceId,
      name: 'Second Owner',
      email: `second-${round}@lampstreet.example`,
      passwordHash: 'x',
      createdAt: setting.now(),
    });
    const token = await openSignIn(setting, second, 'test');
    const who = await principalOf(setting, token);
    if (!who) throw new Error('The second owner is not signed in.');
    const ended = await race(
      () => endAccount(setting, who, owner.userId),
      () => endAccount(setting, owner, who.userId),
    );
    expect(sorted(ended)).toEqual([200, 409]);
    const left = await setting.db
      .select({ id: user.id })
      .from(user)
      .where(
        and(eq(user.practiceId, owner.practiceId), eq(user.role, 'owner'), isNull(user.endedAt)),
      );
    expect(left).toHaveLength(1);
    // Whoever is left, the next round begins with the first again.
    await setting.db.update(user).set({ endedAt: null }).where(eq(user.id, owner.userId));
    await setting.db.update(user).set({ endedAt: setting.now() }).where(eq(user.id, second.id));
  });
});

it.each(rounds.slice(0, 2))('eight who set up an installation make one practice (%i)', async () => {
  const empty = await openTestDatabase();
  try {
    const fresh = settingFor(empty.db);
    const ended = await times(8, (n) =>
      setUpPractice(
        fresh,
        {
          code: fresh.setUpCode,
          practiceName: `Rooms ${n}`,
          timeZone: 'UTC',
          name: 'X',
          email: `x${n}@y.example`,
          passPhrase: PASS_PHRASE,
        },
        { address: `192.0.2.${n}`, device: 'x' },
      ),
    );
    expect(sorted(ended)).toEqual(oneOf(8, 409));
    expect(await empty.db.select().from(practice)).toHaveLength(1);
    expect(await empty.db.select().from(user)).toHaveLength(1);
  } finally {
    await empty.close();
  }
});
