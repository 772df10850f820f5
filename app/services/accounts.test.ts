import { eq } from 'drizzle-orm';
import type { OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { signIn, user } from '~/db/schema.server';
import {
  changePassPhrase,
  emailSchema,
  needsSetUp,
  passPhraseSchema,
  setUpPractice,
  setUpSchema,
  signInDemo,
  signInWithPassPhrase,
} from './accounts.server';
import { openSignIn, principalOf, signOut, signOutEverywhere } from './signIns.server';
import { invite, join, joinSchema, readInvitation, renew } from './invitations.server';
import type { Principal } from '~/keeping/server/setting.server';
import {
  changePractice,
  deviceKey,
  devicesOf,
  endAccount,
  endSignIn,
  ownerOnly,
  practicePeople,
} from './practice.server';
import {
  details,
  joinedClient,
  NOW,
  PASS_PHRASE,
  secondPractice,
  setUp,
  settingFor,
  signedIn,
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
        await expect(setUpPractice(fresh, { ...given, code }, from)).rejects.toMatchObject({
          status: 403,
        });
        expect(await needsSetUp(fresh)).toBe(true);
      }
      expect(await empty.db.select().from(user)).toEqual([]);
      // Two browsers at the same moment.
      const tries = await Promise.allSettled(
        ['runa', 'odd'].map((who) =>
          setUpPractice(fresh, { ...given, email: `${who}@lampstreet.example` }, from),
        ),
      );
      expect(tries.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
      expect(await needsSetUp(fresh)).toBe(false);
      expect(await empty.db.select().from(user)).toHaveLength(1);
      await expect(setUpPractice(fresh, given, from)).rejects.toMatchObject({ status: 409 });
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
    const given = { email: ' Runa@LampStreet.example ', passPhrase: PASS_PHRASE };
    const { token, role } = signedIn(await signInWithPassPhrase(setting, given, from));
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

  const wrongly = (email: string, where: typeof from & { deviceToken?: string }) =>
    signInWithPassPhrase(setting, { email, passPhrase: 'no' }, where).then(
      () => 200,
      (error: { status: number }) => error.status,
    );

  it('shuts out whoever tries too often, and nobody else', async () => {
    const { who } = await joinedClient(setting, owner, 'Shut Out');
    const stranger = { address: '198.51.100.7', device: 'curl' };
    const answers: number[] = [];
    for (let n = 0; n < 9; n += 1) answers.push(await wrongly(who.email, stranger));
    expect(answers).toEqual([...Array<number>(8).fill(422), 429]);
    // The same account from where its owner is: not shut.
    const own = { address: '203.0.113.4', device: 'phone' };
    const given = { email: who.email, passPhrase: PASS_PHRASE };
    await expect(signInWithPassPhrase(setting, given, own)).resolves.toMatchObject({
      role: 'client',
    });
  });

  it('lets a device through that was signed in before, however many strangers try from beside it', async () => {
    const { who } = await joinedClient(setting, owner, 'Known Device');
    const given = { email: who.email, passPhrase: PASS_PHRASE };
    const home = { address: '203.0.113.9', device: 'phone' };
    const { deviceToken } = signedIn(await signInWithPassPhrase(setting, given, home));
    if (!deviceToken) throw new Error('The device was not remembered.');
    let last = 0;
    for (let n = 0; n < 9; n += 1) last = await wrongly(who.email, home);
    expect(last).toBe(429);
    const known = { ...home, deviceToken };
    await expect(signInWithPassPhrase(setting, given, known)).resolves.toMatchObject({
      deviceToken,
    });
    // It has tries of its own, and is no key to another account.
    const onIt: number[] = [];
    for (let n = 0; n < 9; n += 1) onIt.push(await wrongly(who.email, known));
    expect(onIt.at(-1)).toBe(429);
    const { who: other } = await joinedClient(setting, owner, 'Other Person');
    for (let n = 0; n < 8; n += 1) await wrongly(other.email, known);
    expect(await wrongly(other.email, known)).toBe(429);
  });

  it('holds an account against many strangers at once', async () => {
    const { who } = await joinedClient(setting, owner, 'Many Strangers');
    let refused = 0;
    for (let n = 0; n < 104; n += 1) {
      const status = await wrongly(who.email, {
        address: `198.51.${Math.floor(n / 7)}.${n}`,
        device: 'x',
      });
      if (status === 429) refused += 1;
    }
    expect(refused).toBe(4);
  });

  it('gives tries back to those who were right in the end', async () => {
    const { who } = await joinedClient(setting, owner, 'Right In The End');
    const given = { email: who.email, passPhrase: PASS_PHRASE };
    const here = { address: '203.0.113.77', device: 'desk' };
    for (let round = 0; round < 8; round += 1) {
      for (let n = 0; n < 5; n += 1) expect(await wrongly(who.email, here)).toBe(422);
      if (round < 7) await signInWithPassPhrase(setting, given, here);
    }
    // 40 wrong ones from this address by now: it is the address that is held.
    expect(await wrongly('somebody@else.example', here)).toBe(429);
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

  it('on one of several devices is ended by its owner, and by nobody else', async () => {
    const { who } = await joinedClient(setting, owner, 'Lost Phone');
    const person = { id: who.userId, role: 'client' as const };
    const [here, lost] = [
      await openSignIn(setting, person, 'here'),
      await openSignIn(setting, person, 'lost'),
    ];
    const device = (await devicesOf(setting, who)).find((one) => one.device === 'lost');
    const key = deviceKey(device?.tokenHash ?? '');
    await expect(endSignIn(setting, owner, key)).rejects.toMatchObject({ status: 404 });
    await endSignIn(setting, who, key);
    expect(await principalOf(setting, lost)).toBeNull();
    expect(await principalOf(setting, here)).not.toBeNull();
    await expect(endSignIn(setting, who, key)).rejects.toMatchObject({ status: 404 });
    await expect(endSignIn(setting, who, '')).rejects.toMatchObject({ status: 404 });
  });

  it('by one click is refused outside demo mode', async () => {
    await expect(signInDemo(setting, owner.userId, 'test')).rejects.toMatchObject({ status: 404 });
  });
});

describe('the code of an installation that is to be set up', () => {
  it('cannot be guessed at leisure', async () => {
    const empty = await openTestDatabase();
    try {
      const fresh = settingFor(empty.db);
      const given = {
        practiceName: 'X',
        timeZone: 'UTC',
        name: 'X',
        email: 'x@y.example',
        passPhrase: PASS_PHRASE,
      };
      const guess = (code: string, address: string) =>
        setUpPractice(fresh, { ...given, code }, { address, device: 'x' }).then(
          () => 200,
          (error: { status: number }) => error.status,
        );
      const answers: number[] = [];
      for (let n = 0; n < 11; n += 1) answers.push(await guess(`guess-${n}`, '198.51.100.1'));
      expect(answers).toEqual([...Array<number>(10).fill(403), 429]);
      expect(await guess(fresh.setUpCode, '198.51.100.1')).toBe(429);
      expect(await guess(fresh.setUpCode, '198.51.100.2')).toBe(200);
    } finally {
      await empty.close();
    }
  });
});

describe('a staff account', () => {
  const colleague = async (name: string) => {
    const { token } = await invite(setting, owner, { role: 'therapist', clientId: null });
    const email = `${name.toLowerCase()}@lampstreet.example`;
    const joined = await join(
      setting,
      token,
      { name, email, passPhrase: PASS_PHRASE, timeZone: 'UTC' },
      from,
    );
    const who = await principalOf(setting, joined.token);
    if (!who) throw new Error('The colleague is not signed in.');
    return { ...joined, who };
  };

  it('is ended by an owner: its sign-ins and links end, its work stays under its name', async () => {
    const { who, token } = await colleague('Ebbe');
    const clientId = await addClient(setting, who, details({ name: 'Ebbe’s client' }));
    const link = await invite(setting, owner, {
      role: 'therapist',
      clientId: null,
      renewsUserId: who.userId,
    });
    await expect(endAccount(setting, who, owner.userId)).rejects.toMatchObject({ status: 403 });
    await endAccount(setting, owner, who.userId);
    expect(await principalOf(setting, token)).toBeNull();
    await expect(
      signInWithPassPhrase(setting, { email: who.email, passPhrase: PASS_PHRASE }, from),
    ).rejects.toMatchObject({ status: 422 });
    await expect(
      renew(setting, link.token, { passPhrase: 'a wholly new phrase' }, from),
    ).rejects.toMatchObject({ status: 410 });
    await expect(endAccount(setting, owner, who.userId)).rejects.toMatchObject({ status: 404 });
    expect(await practicePeople(setting, owner)).toContainEqual(
      expect.objectContaining({ name: 'Ebbe', endedAt: NOW }),
    );
    const { clientInPractice } = await import('~/db/clients.server');
    expect(await clientInPractice(setting.db, owner.practiceId, clientId)).toMatchObject({
      therapistName: 'Ebbe',
    });
  });

  it('stays when it is the last owner’s, or another practice’s', async () => {
    await expect(endAccount(setting, owner, owner.userId)).rejects.toMatchObject({
      status: 409,
      message: expect.stringContaining('last owner'),
    });
    const stranger = await secondPractice(setting);
    await expect(endAccount(setting, owner, stranger.userId)).rejects.toMatchObject({
      status: 404,
    });
  });

  it('has one link to a new pass phrase at a time, and none once the phrase was changed', async () => {
    const { who, token } = await colleague('Sunniva');
    const offer = () =>
      invite(setting, owner, { role: 'therapist', clientId: null, renewsUserId: who.userId });
    const opens = (link: string) =>
      readInvitation(setting, link, from.address).then(
        () => true,
        () => false,
      );
    const [first, second, third] = [await offer(), await offer(), await offer()];
    expect([await opens(first.token), await opens(second.token), await opens(third.token)]).toEqual(
      [false, false, true],
    );
    const passPhrase = 'seven ropes and a bell';
    await changePassPhrase(setting, who, { present: PASS_PHRASE, passPhrase }, token, from);
    expect(await opens(third.token)).toBe(false);
    await expect(renew(setting, third.token, { passPhrase }, from)).rejects.toMatchObject({
      status: 410,
    });
    const fourth = await offer();
    const fifth = await offer();
    await renew(setting, fifth.token, { passPhrase: 'another bell entirely' }, from);
    expect(await opens(fourth.token)).toBe(false);
  });
});

describe('an invitation', () => {
  const wish = (email: string) => ({
    name: 'Tove',
    email,
    passPhrase: PASS_PHRASE,
    timeZone: 'Europe/Copenhagen',
    agrees: 'yes' as const,
  });

  it('that nobody made is looked for so often and no more', async () => {
    const asked = { address: '198.51.100.99' };
    const answers: number[] = [];
    for (let n = 0; n < 61; n += 1) {
      answers.push(
        await readInvitation(setting, `made-up-${n}`, asked.address).then(
          () => 200,
          (error: { status: number }) => error.status,
        ),
      );
    }
    expect([answers[0], answers[59], answers[60]]).toEqual([404, 404, 429]);
  });

  it('works once', async () => {
    const clientId = await addClient(setting, owner, details());
    const { token } = await invite(setting, owner, { role: 'client', clientId });
    await join(setting, token, wish('once@client.example'), from);
    await expect(join(setting, token, wish('twice@client.example'), from)).rejects.toMatchObject({
      status: 410,
    });
    await expect(readInvitation(setting, token, from.address)).rejects.toThrow(/has been used/);
  });

  it('works once even when two take it up at the same moment', async () => {
    const clientId = await addClient(setting, owner, details());
    const { token } = await invite(setting, owner, { role: 'client', clientId });
    const results = await Promise.allSettled(
      ['left', 'right'].map((who) => join(setting, token, wish(`${who}@race.example`), from)),
    );
    expect(results.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    const accounts = await open.db.select().from(user).where(eq(user.name, 'Tove'));
    expect(accounts.filter(({ email }) => email.endsWith('race.example'))).toHaveLength(1);
  });

  it('expires, and is replaced by a newer one', async () => {
    const clientId = await addClient(setting, owner, details());
    const first = await invite(setting, owner, { role: 'client', clientId });
    const second = await invite(setting, owner, { role: 'client', clientId });
    await expect(readInvitation(setting, first.token, from.address)).rejects.toThrow(
      /newer invitation/,
    );
    setting.moveTo(new Date(NOW.getTime() + 15 * DAY));
    await expect(readInvitation(setting, second.token, from.address)).rejects.toThrow(/expired/);
    await expect(readInvitation(setting, 'made-up', from.address)).rejects.toMatchObject({
      status: 404,
    });
  });

  it('leaves nothing behind when the e-mail is taken, and can be tried again', async () => {
    const clientId = await addClient(setting, owner, details());
    const { token } = await invite(setting, owner, { role: 'client', clientId });
    await expect(join(setting, token, wish(owner.email), from)).rejects.toMatchObject({
      status: 409,
    });
    await expect(join(setting, token, wish('free@client.example'), from)).resolves.toMatchObject({
      role: 'client',
    });
  });

  it('makes a therapist who is no owner', async () => {
    const { token } = await invite(setting, owner, { role: 'therapist', clientId: null });
    const joined = await join(
      setting,
      token,
      { ...wish('second@lampstreet.example'), name: 'Odd' },
      from,
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
        phone: '',
        emergencyNumber: '',
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
        from,
      ),
    ).rejects.toMatchObject({ status: 409 });
    const phone = { ...from, device: 'new phone' };
    const renewed = signedIn(await renew(setting, token, { passPhrase: NEW }, phone));
    expect(await principalOf(setting, old)).toBeNull();
    expect(await principalOf(setting, renewed.token)).toMatchObject({
      userId: who.userId,
      clientId,
    });
    await expect(signInWith(who.email, PASS_PHRASE)).rejects.toMatchObject({ status: 422 });
    await expect(signInWith(who.email, NEW)).resolves.toMatchObject({ role: 'client' });
    await expect(
      renew(setting, token, { passPhrase: NEW }, { ...from, device: 'thief' }),
    ).rejects.toMatchObject({
      status: 410,
    });
  });

  it('is not renewed by a link that makes an account', async () => {
    const clientId = await addClient(setting, owner, details());
    const { token } = await invite(setting, owner, { role: 'client', clientId });
    await expect(renew(setting, token, { passPhrase: NEW }, from)).rejects.toMatchObject({
      status: 409,
    });
  });

  it('is changed by its owner who knows the present one; other devices are signed out', async () => {
    const { who } = await joinedClient(setting, owner, 'Changer');
    const here = await openSignIn(setting, { id: who.userId, role: 'client' }, 'here');
    const there = await openSignIn(setting, { id: who.userId, role: 'client' }, 'there');
    const change = (present: string) =>
      changePassPhrase(setting, who, { present, passPhrase: NEW }, here, {
        ...from,
        address: '192.0.2.8',
      });
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
