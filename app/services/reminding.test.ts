import { createECDH, randomBytes } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { eq, sql } from 'drizzle-orm';
import ece from 'http_ece';
import { SMTPServer } from 'smtp-server';
import { v7 as uuid } from 'uuid';
import { dayOf, instantAt } from '#core/calendar';
import { REMINDER, USUAL_WISH, type ReminderWish } from '#core/reminders';
import type { SessionEvent } from '#core/session';
import type { OpenDatabase } from '~/db/open.server';
import { remindingOf } from '~/db/reminders.server';
import { postTray, pushTarget, reminder } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Body } from '~/keeping/bodies';
import type { Principal } from '~/keeping/server/setting.server';
import { mailBy, pushHosts } from './outward.server';
import { clientStart } from './practising.server';
import { keepWish, ownReminding, postTrayOf, putOff, remind, takeDevice } from './reminding.server';
import { add, send, sendLog } from './testing/letters.server';
import { issueTo, joinedClient, NOW, settingFor, setUp } from './testing/practiceForTests.server';

const ZONE = 'Europe/Copenhagen';
const HOUR = 3_600_000;

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
});
afterAll(() => open.close());
beforeEach(async () => {
  // What earlier tests wished for is theirs.
  await open.db.execute(sql`update reminding set next_at = null`);
  await open.db.execute(sql`update reminder set sent_at = now() where sent_at is null`);
  setting.moveTo(NOW);
});

/** A client with a routine for every day who wants to be reminded in the evening, by mail. */
async function reminded(name: string, more: Partial<ReminderWish> = {}) {
  const { clientId, who } = await joinedClient(setting, owner, name);
  const versionId = await issueTo(setting, owner, clientId);
  const wish = { ...USUAL_WISH, on: true, byMail: true, ...more };
  await keepWish(setting, who, { wish, base: 0 });
  await remind(setting);
  const row = await remindingOf(open.db, clientId);
  if (!row?.nextAt) throw new Error('nothing is planned');
  return { clientId, who, versionId, due: row.nextAt, wish };
}
const trayFor = (clientId: string) =>
  open.db
    .select({ text: postTray.text, to: postTray.to })
    .from(postTray)
    .innerJoin(reminder, eq(reminder.id, postTray.reminderId))
    .where(eq(reminder.clientId, clientId));

describe('a reminder', () => {
  it('is sent once when its time has come, by one of several processes, and the next is planned', async () => {
    const { clientId, due } = await reminded('Once Only');
    expect(dayOf(due.getTime(), ZONE)).toBe(dayOf(NOW.getTime(), ZONE));
    expect(await trayFor(clientId)).toEqual([]);
    setting.moveTo(new Date(due.getTime() + 1_000));
    await Promise.all(Array.from({ length: 6 }, () => remind(setting)));
    const tray = await trayFor(clientId);
    expect(tray).toHaveLength(1);
    expect(tray[0]?.text).toContain('https://practice.example/today');
    const next = await remindingOf(open.db, clientId);
    expect((next?.nextAt?.getTime() ?? 0) - due.getTime()).toBe(24 * HOUR);
    await remind(setting);
    expect(await trayFor(clientId)).toHaveLength(1);
  });

  it('that a process took and did not finish is taken over, and is still sent once', async () => {
    const { clientId, due } = await reminded('Taken Over');
    setting.moveTo(new Date(due.getTime() + 1_000));
    // One process dies right after it took it.
    const dying = {
      ...setting,
      outward: { ...setting.outward, mail: null },
      report: () => undefined,
    };
    const broken = new Proxy(open.db, {
      get: (target, name, receiver) => {
        if (name === 'transaction' && looked) throw new Error('killed');
        const value = Reflect.get(target, name, receiver) as unknown;
        if (name === 'update') looked = true;
        return value;
      },
    });
    let looked = false;
    await remind({ ...dying, db: broken }).catch(() => undefined);
    expect(await trayFor(clientId)).toEqual([]);
    // Not at once: it may yet be under way.
    await remind(setting);
    expect(await trayFor(clientId)).toEqual([]);
    setting.moveTo(new Date(due.getTime() + 180_000));
    await Promise.all([remind(setting), remind(setting)]);
    expect(await trayFor(clientId)).toHaveLength(1);
  });

  it('whose time passed while nothing ran is let go, and the next comes', async () => {
    const { clientId, due } = await reminded('Long Away');
    setting.moveTo(new Date(due.getTime() + 5 * HOUR));
    await remind(setting);
    expect(await trayFor(clientId)).toEqual([]);
    expect((await remindingOf(open.db, clientId))?.nextAt).toEqual(
      new Date(due.getTime() + 24 * HOUR),
    );
  });

  it('does not come when the session was done, and Today says the time only until then', async () => {
    const { clientId, who, versionId, due } = await reminded('Done Already');
    setting.moveTo(new Date(due.getTime() + 60_000));
    expect((await clientStart(setting, who)).isTime).toBe(true);
    const startedAt = due.getTime() - HOUR;
    const { events, head } = await doneAt(who, versionId, startedAt);
    await sendLog(setting, who, { ...head, events });
    expect((await clientStart(setting, who)).isTime).toBe(false);
    await remind(setting);
    expect(await trayFor(clientId)).toEqual([]);
  });

  it('does not come once the course is over, and comes again when it is taken up', async () => {
    const { clientId, due } = await reminded('Course Over');
    const say = (body: Body<'course'>) =>
      send(setting, owner, add('course', clientId, uuid(), body));
    await say({ what: 'ended', outcome: 'goal met', goesOn: true });
    setting.moveTo(new Date(due.getTime() + 1_000));
    await remind(setting);
    expect(await trayFor(clientId)).toEqual([]);
    await say({ what: 'resumed' });
    setting.moveTo(new Date(due.getTime() + 24 * HOUR + 1_000));
    await remind(setting);
    expect(await trayFor(clientId)).toHaveLength(1);
  });

  it('that is put off comes then, once', async () => {
    const { clientId, who, due } = await reminded('Later Please');
    setting.moveTo(new Date(due.getTime() + 60_000));
    await remind(setting);
    await putOff(setting, who, 30);
    expect((await clientStart(setting, who)).isTime).toBe(false);
    await remind(setting);
    setting.moveTo(new Date(due.getTime() + 32 * 60_000));
    await Promise.all([remind(setting), remind(setting)]);
    expect(await trayFor(clientId)).toHaveLength(2);
    expect((await clientStart(setting, who)).isTime).toBe(true);
  });

  it('is planned anew when a routine is issued, and never when they are off or paused', async () => {
    const { clientId, who, wish } = await reminded('Off Again');
    await keepWish(setting, who, { wish: { ...wish, on: false }, base: 1 });
    await remind(setting);
    expect((await remindingOf(open.db, clientId))?.nextAt).toBeNull();
    const paused = { ...wish, pausedUntil: '2026-03-12' };
    await keepWish(setting, who, { wish: paused, base: 2 });
    await remind(setting);
    const next = (await remindingOf(open.db, clientId))?.nextAt;
    expect(next).toEqual(new Date(instantAt('2026-03-13', '20:00', ZONE)));
  });

  it('wish that was begun from another is refused, and nothing changes', async () => {
    const { who, wish } = await reminded('Two Tabs');
    await keepWish(setting, who, { wish: { ...wish, byMail: false }, base: 1 });
    await expect(keepWish(setting, who, { wish, base: 1 })).rejects.toThrow('changed elsewhere');
    expect((await ownReminding(setting, who)).wish.byMail).toBe(false);
  });

  it('lies in the tray of its own practice, for those who work there', async () => {
    const { who } = await reminded('Own Tray');
    expect((await postTrayOf(setting, owner)).length).toBeGreaterThan(0);
    expect(() => postTrayOf(setting, who)).toThrow('those who work here');
  });
});

/** A session that counts, done at an instant. */
async function doneAt(who: Principal, versionId: string, startedAt: number) {
  const { ownByHand } = await import('./practising.server');
  const { byHand } = await import('#core/session');
  const { version } = await ownByHand(setting, who);
  const told = byHand(
    version?.steps ?? [],
    { done: new Set(version?.lines.map(({ key }) => key)), ratings: {}, word: '' },
    startedAt,
    () => uuid(),
  );
  const head = { id: uuid(), versionId, ledId: version?.ledId ?? null, startedAt };
  return { events: [...told.events] as SessionEvent[], head };
}

describe('by web push', () => {
  let service: Server;
  let heard: { headers: Record<string, unknown>; body: Buffer }[] = [];
  let answers = 201;
  beforeAll(async () => {
    service = createServer((request, response) => {
      const parts: Buffer[] = [];
      request.on('data', (part: Buffer) => parts.push(part));
      request.on('end', () => {
        heard.push({ headers: request.headers, body: Buffer.concat(parts) });
        response.writeHead(answers).end();
      });
    });
    await new Promise<void>((done) => service.listen(0, '127.0.0.1', done));
  });
  afterAll(() => service.close());
  beforeEach(() => {
    heard = [];
    answers = 201;
  });

  /** A device as a browser makes it; RFC 8291. */
  const device = () => {
    const keys = createECDH('prime256v1');
    keys.generateKeys();
    const auth = randomBytes(16);
    const { port } = service.address() as AddressInfo;
    return {
      keys,
      auth,
      given: {
        endpoint: `http://127.0.0.1:${port}/${uuid()}`,
        p256dh: keys.getPublicKey('base64url'),
        auth: auth.toString('base64url'),
      },
    };
  };
  const loopback = () => ({
    ...setting,
    outward: { ...setting.outward, allowsPush: ({ hostname }: URL) => hostname === '127.0.0.1' },
  });

  it('comes sealed for the device, signed by this installation, with nothing of health in it', async () => {
    const { who, due } = await reminded('Push Me', { byMail: false });
    const { keys, auth, given } = device();
    await takeDevice(loopback(), who, given);
    // The same device once more is the same device.
    await takeDevice(loopback(), who, given);
    setting.moveTo(new Date(due.getTime() + 1_000));
    await Promise.all([remind(loopback()), remind(loopback())]);
    expect(heard).toHaveLength(1);
    const [first] = heard;
    if (!first) return;
    expect(first.headers).toMatchObject({ 'content-encoding': 'aes128gcm', ttl: '7200' });
    expect(String(first.headers.authorization)).toMatch(/^vapid t=[\w.-]+, k=[\w-]+$/);
    expect(first.body.toString('latin1')).not.toContain(REMINDER.text);
    // Opened by the reference library of the encoding (RFC 8188).
    const opened = ece.decrypt(first.body, {
      version: 'aes128gcm',
      privateKey: keys,
      authSecret: auth.toString('base64url'),
    });
    const { tag, ...said } = JSON.parse(opened.toString()) as Record<string, string>;
    expect(said).toEqual({ title: REMINDER.title, text: REMINDER.text, to: '/today' });
    expect(first.headers.topic).toBe(tag?.replaceAll('-', ''));
  });

  it('a device that is gone is forgotten; one that fails is noted and the others hear of it', async () => {
    const { clientId, who, due } = await reminded('Gone Device', { byMail: true });
    const { given } = device();
    await takeDevice(loopback(), who, given);
    answers = 410;
    setting.moveTo(new Date(due.getTime() + 1_000));
    await remind(loopback());
    expect(await trayFor(clientId)).toHaveLength(1);
    const left = await open.db.select().from(pushTarget).where(eq(pushTarget.userId, who.userId));
    expect(left).toEqual([]);
  });

  it('asks only push services that are known: no address inside the house', async () => {
    const { who } = await reminded('Inside Job');
    const { given } = device();
    await expect(takeDevice(setting, who, given)).rejects.toThrow('not known here');
    const allows = pushHosts(['push.named.example']);
    for (const [address, is] of [
      ['https://fcm.googleapis.com/fcm/send/x', true],
      ['https://db5p.notify.windows.com/w/?token=x', true],
      ['https://push.named.example/x', true],
      ['http://fcm.googleapis.com/x', false],
      ['https://fcm.googleapis.com.evil.example/x', false],
      ['https://127.0.0.1/x', false],
      ['https://localhost:5432/x', false],
      ['https://evilfcm.googleapis.com/x', false],
    ] as const) {
      expect([address, allows(new URL(address))]).toEqual([address, is]);
    }
  });
});

describe('by mail', () => {
  it('is tried again when the mail server was away, once it is back, and goes out once', async () => {
    const { clientId, due } = await reminded('Mail Away');
    const sent: string[] = [];
    let isAway = true;
    const mail = ({ id }: { id: string }) => {
      if (isAway) return Promise.reject(new Error('away'));
      sent.push(id);
      return Promise.resolve();
    };
    const mailing = { ...setting, outward: { ...setting.outward, mail } };
    setting.moveTo(new Date(due.getTime() + 1_000));
    await remind(mailing);
    const rowNow = async () =>
      (await open.db.select().from(reminder).where(eq(reminder.clientId, clientId)))[0];
    expect(await rowNow()).toMatchObject({ sentAt: null, ways: { mail: 'failed' } });
    isAway = false;
    setting.moveTo(new Date(due.getTime() + 180_000));
    await Promise.all([remind(mailing), remind(mailing)]);
    expect(sent).toHaveLength(1);
    expect(await rowNow()).toMatchObject({ ways: { mail: 'sent' } });
    setting.moveTo(new Date(due.getTime() + 400_000));
    await remind(mailing);
    expect(sent).toHaveLength(1);
  });

  it('goes out through the mail server, once, under a name of its own', async () => {
    const letters: string[] = [];
    const server = new SMTPServer({
      authOptional: true,
      disabledCommands: ['STARTTLS'],
      onData: (stream, _session, done) => {
        const parts: Buffer[] = [];
        stream.on('data', (part: Buffer) => parts.push(part));
        stream.on('end', () => {
          letters.push(Buffer.concat(parts).toString());
          done();
        });
      },
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    const { port } = server.server.address() as AddressInfo;
    const { clientId, who, due } = await reminded('By Mail');
    const outward = {
      ...setting.outward,
      mail: mailBy(`smtp://127.0.0.1:${port}`, 'Practice <post@practice.example>'),
    };
    setting.moveTo(new Date(due.getTime() + 1_000));
    await Promise.all([remind({ ...setting, outward }), remind({ ...setting, outward })]);
    await new Promise<void>((done) => server.close(done));
    const own = letters.filter((letter) => letter.includes(who.email));
    expect(own).toHaveLength(1);
    const [row] = await open.db.select().from(reminder).where(eq(reminder.clientId, clientId));
    expect(own[0]).toContain(`Message-ID: <${row?.id}@practice.example>`);
    expect(own[0]).toContain('Subject: The time you chose');
    expect(row?.ways).toEqual({ mail: 'sent' });
    expect(await trayFor(clientId)).toEqual([]);
  });
});
