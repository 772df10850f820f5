import { eq } from 'drizzle-orm';
import type { OpenDatabase } from '~/db/open.server';
import { audit, begunSignIn, recoveryCode, twoFactor } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from '~/keeping/server/setting.server';
import { changePassPhrase, signInWithPassPhrase } from './accounts.server';
import { invite, renew } from './invitations.server';
import { endAccount, practicePeople } from './practice.server';
import { begunBy, finishSignIn, principalOf, type LetIn } from './signIns.server';
import {
  FROM,
  joinedClient,
  joinedTherapist,
  NOW,
  PASS_PHRASE,
  secondPractice,
  setUp,
  settingFor,
  signedIn,
} from './testing/practiceForTests.server';
import {
  codeAt,
  confirmTwoFactor,
  endTwoFactor,
  endTwoFactorByOperator,
  endTwoFactorOf,
  offerTwoFactor,
  renewRecoveryCodes,
  stepOf,
  twoFactorOf,
  withdrawOffer,
} from './twoFactor.server';

const HALF_MINUTE = 30_000;

/** RFC 6238, appendix B, for SHA-1: moment in seconds and the code's last six digits (from memory). */
const RFC_6238: readonly [number, string][] = [
  [59, '287082'],
  [1_111_111_109, '081804'],
  [1_111_111_111, '050471'],
  [1_234_567_890, '005924'],
  [2_000_000_000, '279037'],
];
/** “12345678901234567890” in base32. */
const RFC_SECRET = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ';

describe('a code of an authenticator app', () => {
  it('is what RFC 6238 says', () => {
    for (const [seconds, code] of RFC_6238) {
      expect(codeAt(RFC_SECRET, seconds * 1000)).toBe(code);
      expect(stepOf(RFC_SECRET, code, seconds * 1000)).toBe(Math.floor(seconds / 30));
    }
  });

  it('is good for the half minute before and after its own, and no other', () => {
    const at = NOW.getTime();
    const own = Math.floor(at / HALF_MINUTE);
    for (const off of [-3, -2, -1, 0, 1, 2, 3]) {
      const code = codeAt(RFC_SECRET, at + off * HALF_MINUTE);
      expect([off, stepOf(RFC_SECRET, code, at)]).toEqual([
        off,
        Math.abs(off) <= 1 ? own + off : null,
      ]);
    }
  });
});

describe('two-factor sign-in', () => {
  let open: OpenDatabase;
  let setting: ReturnType<typeof settingFor>;
  let owner: Principal;
  let therapist: Principal;
  let at = NOW.getTime();

  /** Codes are good once: each comes from a half minute of its own. */
  const later = (ms = 2 * HALF_MINUTE) => {
    at += ms;
    setting.moveTo(new Date(at));
  };
  const secretOf = async (who: Principal) => {
    const [row] = await open.db.select().from(twoFactor).where(eq(twoFactor.userId, who.userId));
    return row?.secret ?? '';
  };
  const codeOf = async (who: Principal, off = 0) => codeAt(await secretOf(who), at + off);
  const turnOn = async (who: Principal) => {
    await offerTwoFactor(setting, who, PASS_PHRASE, FROM);
    later();
    return confirmTwoFactor(setting, who, await codeOf(who));
  };
  const enter = (who: Principal, passPhrase = PASS_PHRASE) =>
    signInWithPassPhrase(setting, { email: who.email, passPhrase }, FROM);
  const begunOf = (letIn: LetIn) => {
    if (!('begun' in letIn)) throw new Error('No code is wanted.');
    return letIn.begun;
  };
  const statusOf = (work: Promise<unknown>) =>
    work.then(
      () => 200,
      (error: { status: number }) => error.status,
    );
  const actionsOf = async (who: Principal) =>
    (await open.db.select().from(audit).where(eq(audit.actorId, who.userId)))
      .sort((a, b) => a.at.getTime() - b.at.getTime() || (a.id < b.id ? -1 : 1))
      .map(({ action }) => action);

  beforeAll(async () => {
    open = await openTestDatabase();
    setting = settingFor(open.db);
    owner = await setUp(setting);
  });
  afterAll(() => open.close());
  let made = 0;
  beforeEach(async () => {
    later();
    made += 1;
    therapist = await joinedTherapist(setting, owner, {
      name: 'Idris Vane',
      email: `idris-${made}@lampstreet.example`,
    });
  });

  it('is offered for the pass phrase alone, and is in force once a code proved it', async () => {
    expect(await twoFactorOf(setting, therapist)).toEqual({ is: 'off' });
    expect(await statusOf(offerTwoFactor(setting, therapist, 'not it at all', FROM))).toBe(422);
    expect(await twoFactorOf(setting, therapist)).toEqual({ is: 'off' });
    await offerTwoFactor(setting, therapist, PASS_PHRASE, FROM);
    const offered = await twoFactorOf(setting, therapist);
    if (offered.is !== 'offered') throw new Error('It was not offered.');
    // The address is what apps read: a key of 160 bits, six digits, half minutes.
    const address = new URL(offered.uri);
    expect(address.protocol).toBe('otpauth:');
    expect(Object.fromEntries(address.searchParams)).toEqual({
      issuer: 'Entspann',
      secret: offered.secret.replaceAll(' ', ''),
      algorithm: 'SHA1',
      digits: '6',
      period: '30',
    });
    expect(offered.secret.replaceAll(' ', '')).toMatch(/^[A-Z2-7]{32}$/);
    // Not yet in force.
    expect(signedIn(await enter(therapist)).role).toBe('therapist');
    expect(await statusOf(confirmTwoFactor(setting, therapist, '000000'))).toBe(422);
    const codes = await confirmTwoFactor(setting, therapist, await codeOf(therapist));
    expect(new Set(codes).size).toBe(10);
    for (const code of codes) expect(code).toMatch(/^([0-9a-z]{4}-){3}[0-9a-z]{4}$/);
    expect(await twoFactorOf(setting, therapist)).toMatchObject({ is: 'on', codesLeft: 10 });
    expect(await statusOf(offerTwoFactor(setting, therapist, PASS_PHRASE, FROM))).toBe(409);
    expect(await statusOf(confirmTwoFactor(setting, therapist, codes[0] ?? ''))).toBe(409);
  });

  it('that was offered and left lying is off again', async () => {
    await offerTwoFactor(setting, therapist, PASS_PHRASE, FROM);
    later(31 * 60_000);
    expect(await twoFactorOf(setting, therapist)).toEqual({ is: 'off' });
    const late = confirmTwoFactor(setting, therapist, await codeOf(therapist));
    expect(await statusOf(late)).toBe(410);
    await offerTwoFactor(setting, therapist, PASS_PHRASE, FROM);
    await withdrawOffer(setting, therapist);
    expect(await twoFactorOf(setting, therapist)).toEqual({ is: 'off' });
  });

  it('asks for a code before anything is opened, and takes each code once', async () => {
    await turnOn(therapist);
    later();
    const begun = begunOf(await enter(therapist));
    // Of no use as a sign-in.
    expect(await principalOf(setting, begun)).toBeNull();
    const code = await codeOf(therapist);
    const wrong = code === '000000' ? '000001' : '000000';
    for (const given of [wrong, '12345', 'six digits', '']) {
      expect([given, await statusOf(finishSignIn(setting, begun, given, FROM))]).toEqual([
        given,
        422,
      ]);
    }
    const spaced = `${code.slice(0, 3)} ${code.slice(3)}`;
    // Two at the same moment: one gets in.
    const both = [begun, begunOf(await enter(therapist))].map((one) =>
      finishSignIn(setting, one, spaced, FROM),
    );
    const [first] = (await Promise.allSettled(both)).flatMap((one) =>
      one.status === 'fulfilled' ? [one.value] : [],
    );
    expect(await Promise.all(both.map(statusOf)).then((all) => all.sort())).toEqual([200, 422]);
    expect(await principalOf(setting, first?.token ?? '')).toMatchObject({ name: 'Idris Vane' });
    expect(await statusOf(finishSignIn(setting, begun, code, FROM))).not.toBe(200);
  });

  it('takes each recovery code once, however it is written, and says so in the trail', async () => {
    const [one = '', two = ''] = await turnOn(therapist);
    later();
    const written = ` ${one.toUpperCase().replaceAll('-', ' ')}`;
    const begun = begunOf(await enter(therapist));
    expect((await finishSignIn(setting, begun, written, FROM)).role).toBe('therapist');
    expect(await twoFactorOf(setting, therapist)).toMatchObject({ codesLeft: 9 });
    const again = begunOf(await enter(therapist));
    expect(await statusOf(finishSignIn(setting, again, one, FROM))).toBe(422);
    expect((await actionsOf(therapist)).slice(-2)).toEqual([
      'turned two-factor sign-in on',
      'signed in with a recovery code',
    ]);
    // Those made anew are the only ones.
    const fresh = await renewRecoveryCodes(setting, therapist, await codeOf(therapist));
    expect(await statusOf(finishSignIn(setting, again, two, FROM))).toBe(422);
    expect(await statusOf(finishSignIn(setting, again, fresh[0] ?? '', FROM))).toBe(200);
  });

  it('stores no recovery code, and no token of a sign-in that was begun', async () => {
    const codes = await turnOn(therapist);
    const begun = begunOf(await enter(therapist));
    const stored = JSON.stringify([
      await open.db.select().from(recoveryCode),
      await open.db.select().from(begunSignIn),
    ]);
    for (const secret of [...codes, ...codes.map((code) => code.replaceAll('-', '')), begun]) {
      expect(stored).not.toContain(secret);
    }
  });

  it('cannot be guessed at leisure, wherever one guesses from', async () => {
    await turnOn(therapist);
    later();
    const answers: number[] = [];
    for (let n = 0; n < 11; n += 1) {
      const begun = begunOf(await enter(therapist));
      const from = { ...FROM, address: `198.51.100.${n}` };
      answers.push(await statusOf(finishSignIn(setting, begun, 'aaaa-aaaa-aaaa-aaaa', from)));
    }
    expect(answers).toEqual([...Array<number>(10).fill(422), 429]);
    // The right one neither, for now.
    const begun = begunOf(await enter(therapist));
    expect(await statusOf(finishSignIn(setting, begun, await codeOf(therapist), FROM))).toBe(429);
  });

  it('waits ten minutes for the code; a new pass phrase, or an account that ends, ends the waiting', async () => {
    await turnOn(therapist);
    later();
    const tooLate = begunOf(await enter(therapist));
    later(10 * 60_000 + 1);
    expect(await begunBy(setting, tooLate)).toBeUndefined();
    expect(await statusOf(finishSignIn(setting, tooLate, await codeOf(therapist), FROM))).toBe(410);
    const overtaken = begunOf(await enter(therapist));
    const next = 'tide table by the door';
    await changePassPhrase(
      setting,
      therapist,
      { present: PASS_PHRASE, passPhrase: next },
      'none',
      FROM,
    );
    expect(await begunBy(setting, overtaken)).toBeUndefined();
    const ended = begunOf(await enter(therapist, next));
    await endAccount(setting, owner, therapist.userId);
    expect(await begunBy(setting, ended)).toBeUndefined();
  });

  it('is asked for after a lost pass phrase was renewed by a link, too', async () => {
    await turnOn(therapist);
    later();
    const { token } = await invite(setting, owner, {
      role: 'therapist',
      clientId: null,
      renewsUserId: therapist.userId,
    });
    const begun = begunOf(
      await renew(setting, token, { passPhrase: 'tide table by the door' }, FROM),
    );
    expect((await finishSignIn(setting, begun, await codeOf(therapist), FROM)).role).toBe(
      'therapist',
    );
  });

  it('is turned off by its owner with a code, and by an owner of the practice for a colleague', async () => {
    await turnOn(therapist);
    later();
    expect(await statusOf(endTwoFactor(setting, therapist, '000 000'))).toBe(422);
    await endTwoFactor(setting, therapist, await codeOf(therapist));
    expect(signedIn(await enter(therapist)).role).toBe('therapist');
    await turnOn(therapist);
    const people = await practicePeople(setting, owner);
    expect(people.find(({ id }) => id === therapist.userId)?.twoFactorSince).not.toBeNull();
    const stranger = await secondPractice(setting);
    expect(await statusOf(endTwoFactorOf(setting, stranger, therapist.userId))).toBe(404);
    expect(await statusOf(endTwoFactorOf(setting, therapist, owner.userId))).toBe(403);
    expect(await statusOf(endTwoFactorOf(setting, owner, owner.userId))).toBe(404);
    await endTwoFactorOf(setting, owner, therapist.userId);
    expect(signedIn(await enter(therapist)).role).toBe('therapist');
    const left = await open.db
      .select()
      .from(recoveryCode)
      .where(eq(recoveryCode.userId, therapist.userId));
    expect(left).toEqual([]);
  });

  it('is turned off by the operator for whoever lost app and codes, and for nobody without', async () => {
    await turnOn(therapist);
    const off = (email: string) => endTwoFactorByOperator(open.db, email, new Date(at));
    expect(await off('nobody@lampstreet.example')).toBe(false);
    expect(await off(` ${therapist.email.toUpperCase()} `)).toBe(true);
    expect(await off(therapist.email)).toBe(false);
    expect(signedIn(await enter(therapist)).role).toBe('therapist');
  });

  it('is not for clients', async () => {
    const { who } = await joinedClient(setting, owner);
    for (const work of [
      twoFactorOf(setting, who),
      offerTwoFactor(setting, who, PASS_PHRASE, FROM),
      endTwoFactor(setting, who, '123456'),
    ]) {
      expect(await statusOf(work)).toBe(403);
    }
  });
});
