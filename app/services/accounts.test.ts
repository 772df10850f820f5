import { eq } from 'drizzle-orm';
import type { OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { signIn, user } from '~/db/schema.server';
import {
  changePassPhrase,
  emailSchema,
  needsSetUp,
  openSignIn,
  passPhraseSchema,
  principalOf,
  setUpPractice,
  setUpSchema,
  signInDemo,
  signInWithPassPhrase,
  signOut,
  signOutEverywhere,
} from './accounts.server';
import { invite, join, joinSchema, readInvitation, renew } from './invitations.server';
import type { Principal } from '~/keeping/server/setting.server';
import { changePractice, ownerOnly } from './practice.server';
import {
  details,
  joinedClient,
  NOW,
  PASS_PHRASE,
  setUp,
  settingFor,
  addClient,
} from './testing/practiceForTests.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;
const from = { address: '192.0.2.1', device: 'test' };
const DAY = 86_400_000;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

describe('setting up', () => {
  const given = {
    code: 'open-sesame',
    practiceName: 'Lamp Street Rooms',
    timeZone: 'Europe/Copenhagen',
    name: 'Runa Dahl',
    email: 'runa@lampstreet.example',
    passPhrase: PASS_PHRASE,
  };

  it('is refused without the code, changes nothing then, and works once with it', async () => {
    const empty = await openTestDatabase();
    try {
      const fresh = settingFor(empty.db);
      for (const code of ['', 'open-sesam', 'Open-Sesame', 'open-sesame ']) {
        await expect(setUpPractice(fresh, { ...given, code }, 'test')).rejects.toMatchObject({
          status: 403,
        });
        expect(await needsSetUp(fresh)).toBe(true);
      }
      expect(await empty.db.select().from(user)).toEqual([]);
      // Two browsers at the same moment.
      const tries = await Promise.allSettled(
        ['runa', 'odd'].map((who) =>
          setUpPractice(fresh, { ...given, email: `${who}@lampstreet.example` }, 'test'),
        ),
      );
      expect(tries.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
      expect(await needsSetUp(fresh)).toBe(false);
      expect(await empty.db.select().from(user)).toHaveLength(1);
      await expect(setUpPractice(fresh, given, 'test')).rejects.toMatchObject({ status: 409 });
    } finally {
      await empty.close();
    }
  });

  it('says what is missing in a sentence per field', () => {
    const result = setUpSchema.safeParse({
      email: 'no',
      passPhrase: 'short',
      timeZone: 'Mars/Base',
    });
    expect(result.success).toBe(false);
    expect(result.error?.issues.map(({ path }) => path[0]).sort()).toEqual(
      ['code', 'email', 'name', 'passPhrase', 'practiceName', 'timeZone'].sort(),
    );
    for (const { message } of result.error?.issues ?? []) expect(message).toMatch(/\.$/);
  });
});

describe('signing in', () => {
  it('takes the right pass phrase, whatever the case of the e-mail', async () => {
    const { token, role } = await signInWithPassPhrase(
      setting,
      { email: ' Runa@LampStreet.example ', passPhrase: PASS_PHRASE },
      from,
    );
    expect(role).toBe('owner');
    expect((await principalOf(setting, token))?.name).toBe('Runa Dahl');
  });

  it('answers a wrong pass phrase and an unknown e-mail alike', async () => {
    const wrong = signInWithPassPhrase(setting, { email: owner.email, passPhrase: 'x' }, from);
    const unknown = signInWithPassPhrase(
      setting,
      { email: 'no@one.example', passPhrase: 'x' },
      from,
    );
    const messages = await Promise.all(
      [wrong, unknown].map((p) => p.catch((e: Error) => e.message)),
    );
    expect(messages[0]).toBe(messages[1]);
  });

  it('is refused for a while after eight wrong tries on one account, right pass phrase or not', async () => {
    const email = 'locked@out.example';
    for (let n = 0; n < 8; n += 1) {
      await expect(
        signInWithPassPhrase(setting, { email, passPhrase: 'no' }, from),
      ).rejects.toMatchObject({
        status: 422,
      });
    }
    await expect(
      signInWithPassPhrase(setting, { email, passPhrase: 'no' }, from),
    ).rejects.toMatchObject({
      status: 429,
    });
    // Others are not locked out with them.
    await expect(
      signInWithPassPhrase(setting, { email: owner.email, passPhrase: PASS_PHRASE }, from),
    ).resolves.toMatchObject({ role: 'owner' });
  });

  it('stores neither the pass phrase nor the cookie’s token', async () => {
    const token = await openSignIn(setting, { id: owner.userId, role: 'owner' }, 'test');
    const [person] = await open.db.select().from(user).where(eq(user.id, owner.userId));
    expect(person?.passwordHash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    const hashes = (await open.db.select().from(signIn)).map(({ tokenHash }) => tokenHash);
    expect(hashes).not.toContain(token);
  });

  it('ends by itself when it is not used, and lives on when it is', async () => {
    const token = await openSignIn(setting, { id: owner.userId, role: 'owner' }, 'test');
    setting.moveTo(new Date(NOW.getTime() + DAY / 2 - 60_000));
    expect(await principalOf(setting, token)).not.toBeNull();
    setting.moveTo(new Date(NOW.getTime() + DAY - 120_000));
    expect(await principalOf(setting, token)).not.toBeNull();
    setting.moveTo(new Date(NOW.getTime() + 3 * DAY));
    expect(await principalOf(setting, token)).toBeNull();
  });

  it('ends on one device, or everywhere', async () => {
    const [here, there] = await Promise.all(
      ['a', 'b'].map((device) => openSignIn(setting, { id: owner.userId, role: 'owner' }, device)),
    );
    await signOut(setting, here ?? '');
    expect(await principalOf(setting, here ?? '')).toBeNull();
    expect(await principalOf(setting, there ?? '')).not.toBeNull();
    await signOutEverywhere(setting, owner);
    expect(await principalOf(setting, there ?? '')).toBeNull();
  });

  it('by one click is refused outside demo mode', async () => {
    await expect(signInDemo(setting, owner.userId, 'test')).rejects.toMatchObject({ status: 404 });
  });
});

describe('an invitation', () => {
  const wish = (email: string) => ({
    name: 'Tove',
    email,
    passPhrase: PASS_PHRASE,
    timeZone: 'Europe/Copenhagen',
  });

  it('works once', async () => {
    const clientId = await addClient(setting, owner, details());
    const { token } = await invite(setting, owner, { role: 'client', clientId });
    await join(setting, token, wish('once@client.example'), 'test');
    await expect(join(setting, token, wish('twice@client.example'), 'test')).rejects.toMatchObject({
      status: 410,
    });
    await expect(readInvitation(setting, token)).rejects.toThrow(/has been used/);
  });

  it('works once even when two take it up at the same moment', async () => {
    const clientId = await addClient(setting, owner, details());
    const { token } = await invite(setting, owner, { role: 'client', clientId });
    const results = await Promise.allSettled(
      ['left', 'right'].map((who) => join(setting, token, wish(`${who}@race.example`), 'test')),
    );
    expect(results.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    const accounts = await open.db.select().from(user).where(eq(user.name, 'Tove'));
    expect(accounts.filter(({ email }) => email.endsWith('race.example'))).toHaveLength(1);
  });

  it('expires, and is replaced by a newer one', async () => {
    const clientId = await addClient(setting, owner, details());
    const first = await invite(setting, owner, { role: 'client', clientId });
    const second = await invite(setting, owner, { role: 'client', clientId });
    await expect(readInvitation(setting, first.token)).rejects.toThrow(/newer invitation/);
    setting.moveTo(new Date(NOW.getTime() + 15 * DAY));
    await expect(readInvitation(setting, second.token)).rejects.toThrow(/expired/);
    await expect(readInvitation(setting, 'made-up')).rejects.toMatchObject({ status: 404 });
  });

  it('leaves nothing behind when the e-mail is taken, and can be tried again', async () => {
    const clientId = await addClient(setting, owner, details());
    const { token } = await invite(setting, owner, { role: 'client', clientId });
    await expect(join(setting, token, wish(owner.email), 'test')).rejects.toMatchObject({
      status: 409,
    });
    await expect(join(setting, token, wish('free@client.example'), 'test')).resolves.toMatchObject({
      role: 'client',
    });
  });

  it('makes a therapist who is no owner', async () => {
    const { token } = await invite(setting, owner, { role: 'therapist', clientId: null });
    const joined = await join(
      setting,
      token,
      { ...wish('second@lampstreet.example'), name: 'Odd' },
      'test',
    );
    const who = await principalOf(setting, joined.token);
    expect(who).toMatchObject({ role: 'therapist', practiceId: owner.practiceId, clientId: null });
    if (!who) throw new Error('not signed in');
    expect(() => ownerOnly(who)).toThrow(/owner/);
    await expect(
      changePractice(setting, who, {
        name: 'Mine',
        timeZone: 'UTC',
        quietAfterDays: 4,
        rescreenAfterDays: 90,
      }),
    ).rejects.toMatchObject({ status: 403 });
  });
});

describe('a lost or changed pass phrase', () => {
  const NEW = 'four new words here';
  const signInWith = (email: string, passPhrase: string) =>
    signInWithPassPhrase(setting, { email, passPhrase }, { ...from, address: '192.0.2.9' });

  it('is renewed by a link from the practice, once, and signs every device out', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Forgetful');
    const old = await openSignIn(setting, { id: who.userId, role: 'client' }, 'old phone');
    const { token } = await invite(setting, owner, {
      role: 'client',
      clientId,
      renewsUserId: who.userId,
    });
    await expect(
      join(
        setting,
        token,
        { name: 'X', email: 'x@y.example', passPhrase: NEW, timeZone: 'UTC' },
        'test',
      ),
    ).rejects.toMatchObject({ status: 409 });
    const renewed = await renew(setting, token, { passPhrase: NEW }, 'new phone');
    expect(await principalOf(setting, old)).toBeNull();
    expect(await principalOf(setting, renewed.token)).toMatchObject({
      userId: who.userId,
      clientId,
    });
    await expect(signInWith(who.email, PASS_PHRASE)).rejects.toMatchObject({ status: 422 });
    await expect(signInWith(who.email, NEW)).resolves.toMatchObject({ role: 'client' });
    await expect(renew(setting, token, { passPhrase: NEW }, 'thief')).rejects.toMatchObject({
      status: 410,
    });
  });

  it('is not renewed by a link that makes an account', async () => {
    const clientId = await addClient(setting, owner, details());
    const { token } = await invite(setting, owner, { role: 'client', clientId });
    await expect(renew(setting, token, { passPhrase: NEW }, 'test')).rejects.toMatchObject({
      status: 409,
    });
  });

  it('is changed by its owner who knows the present one; other devices are signed out', async () => {
    const { who } = await joinedClient(setting, owner, 'Changer');
    const here = await openSignIn(setting, { id: who.userId, role: 'client' }, 'here');
    const there = await openSignIn(setting, { id: who.userId, role: 'client' }, 'there');
    const change = (present: string) =>
      changePassPhrase(setting, who, { present, passPhrase: NEW }, here, '192.0.2.8');
    await expect(change('a wrong guess')).rejects.toMatchObject({ status: 422 });
    await change(PASS_PHRASE);
    expect(await principalOf(setting, here)).not.toBeNull();
    expect(await principalOf(setting, there)).toBeNull();
    await expect(signInWith(who.email, NEW)).resolves.toMatchObject({ role: 'client' });
  });
});

describe('what people type', () => {
  it('is refused in a sentence when it is hostile, huge or empty', () => {
    for (const email of [
      '',
      'x',
      'a@b',
      `${'x'.repeat(300)}@y.example`,
      '<script>@x.example',
      null,
    ]) {
      expect(emailSchema.safeParse(email).success).toBe(false);
    }
    for (const phrase of ['', 'short', 'x'.repeat(201), 7]) {
      expect(passPhraseSchema.safeParse(phrase).error?.issues[0]?.message).toMatch(/\.$/);
    }
    expect(joinSchema.safeParse({}).error?.issues).toHaveLength(4);
  });

  it('joins a client with their own zone', async () => {
    const { who } = await joinedClient(setting, owner);
    expect(who).toMatchObject({ role: 'client', practiceId: owner.practiceId });
    expect(who.clientId).not.toBeNull();
  });
});
