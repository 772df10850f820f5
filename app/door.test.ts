import { RouterContextProvider } from 'react-router';
import { z } from 'zod';
import {
  clientContext,
  personContext,
  principalContext,
  requestContext,
  settingContext,
  staffContext,
} from './context.server';
import { act, cookieFor, door, formOf, homeOf, jsonOf, load, parse, tokenOf } from './door.server';
import { found, Refusal } from './keeping/server/refusal.server';
import type { Principal, Setting } from './keeping/server/setting.server';

const PERSON: Principal = {
  userId: 'u',
  name: 'Runa',
  email: 'runa@lampstreet.example',
  role: 'therapist',
  practiceId: 'p',
  practiceName: 'Lamp Street Rooms',
  timeZone: 'UTC',
  quietAfterDays: 4,
  rescreenAfterDays: 90,
  phone: '',
  emergencyNumber: '',
  clientId: null,
};

function contextFor(role: Principal['role'] | null, secure = false) {
  const context = new RouterContextProvider();
  context.set(settingContext, {} as Setting);
  context.set(requestContext, { address: '192.0.2.1', device: 'test', secure });
  if (role) context.set(principalContext, { ...PERSON, role });
  return context;
}

/** What a piece of work throws. */
async function thrown(work: () => unknown): Promise<unknown> {
  try {
    await work();
  } catch (error) {
    return error;
  }
  throw new Error('Nothing was thrown.');
}

const at = (path: string, init?: RequestInit) => new Request(`http://here.example${path}`, init);

type Role = 'staff' | 'client' | 'anyone';
const INTO = { staff: staffContext, client: clientContext, anyone: personContext };

/** Goes through a door and answers who came in. */
async function enter(context: RouterContextProvider, request: Request, role: Role) {
  const args = { request, context, params: {} };
  await door(role)(args as never, () => Promise.resolve(new Response()));
  return context.get(INTO[role]);
}

describe('the door', () => {
  it('lets each role in where it belongs', async () => {
    expect((await enter(contextFor('therapist'), at('/day'), 'staff')).who.name).toBe('Runa');
    expect((await enter(contextFor('owner'), at('/day'), 'staff')).who.role).toBe('owner');
    expect((await enter(contextFor('client'), at('/today'), 'client')).who.role).toBe('client');
    for (const role of ['owner', 'therapist', 'client'] as const) {
      expect((await enter(contextFor(role), at('/settings'), 'anyone')).who.role).toBe(role);
    }
  });

  it('is the only way in: past it, a route finds nobody', () => {
    for (const into of Object.values(INTO)) {
      expect(() => contextFor('owner').get(into)).toThrow();
    }
  });

  it('answers the wrong role like a page that is not there', async () => {
    for (const [role, wanted] of [
      ['client', 'staff'],
      ['owner', 'client'],
      ['therapist', 'client'],
    ] as const) {
      const error = await thrown(() => enter(contextFor(role), at('/x'), wanted));
      expect(error).toMatchObject({ init: { status: 404 } });
    }
  });

  it('sends those who are not signed in to do so, and back to the page they wanted', async () => {
    const location = async (request: Request) => {
      const answer = await thrown(() => enter(contextFor(null), request, 'anyone'));
      return answer instanceof Response ? answer.headers.get('Location') : null;
    };
    expect(await location(at('/clients/1/plan'))).toBe('/sign-in?to=%2Fclients%2F1%2Fplan');
    expect(await location(at('/clients/1/plan.data'))).toBe('/sign-in?to=%2Fclients%2F1%2Fplan');
    expect(await location(at('/'))).toBe('/sign-in');
    // What was sent cannot be sent again by coming back.
    expect(await location(at('/clients/new', { method: 'POST' }))).toBe('/sign-in');
  });

  it('knows where each begins', () => {
    expect(homeOf({ role: 'client' })).toBe('/today');
    expect(homeOf({ role: 'owner' })).toBe('/day');
  });
});

describe('the cookie', () => {
  const jar = (line: string) => at('/', { headers: { Cookie: line.split(';')[0] ?? '' } });

  it('carries the token there and back, out of scripts’ reach, and only over https when told', async () => {
    const line = await cookieFor(contextFor(null), 'a-token');
    expect(line).toMatch(/HttpOnly/);
    expect(line).toMatch(/SameSite=Lax/);
    expect(line).not.toMatch(/Secure/);
    expect(await tokenOf(jar(line))).toBe('a-token');
    expect(await cookieFor(contextFor(null, true), 'a-token')).toMatch(/Secure/);
  });

  it('is taken away by an empty token, and a broken one is none', async () => {
    const line = await cookieFor(contextFor(null), '');
    expect(line).toMatch(/Max-Age=0/);
    expect(await tokenOf(jar(line))).toBeNull();
    expect(await tokenOf(jar('entspann=%%%broken'))).toBeNull();
    expect(await tokenOf(at('/'))).toBeNull();
  });
});

describe('turning down', () => {
  const schema = z.object({
    name: z.string({ error: 'Enter a name.' }).min(1, 'Enter a name.'),
    age: z.coerce.number({ error: 'The age must be a number.' }),
  });

  it('names each field that is wrong, once, and a sentence for all', async () => {
    const answer = await act(() => Promise.resolve(parse(schema, { name: '', age: 'old' })));
    expect(answer).toMatchObject({
      data: {
        ok: false,
        message: 'Enter a name. The age must be a number.',
        fields: { name: 'Enter a name.', age: 'The age must be a number.' },
      },
      init: { status: 422 },
    });
  });

  it('passes what is right, and passes on what a refusal tells', async () => {
    expect(parse(schema, { name: 'Runa', age: '4' })).toEqual({ name: 'Runa', age: 4 });
    const refuse = () => Promise.reject(new Refusal(409, 'Too late.', { stale: 2 }));
    expect(await act(refuse)).toMatchObject({
      data: { ok: false, message: 'Too late.', details: { stale: 2 } },
      init: { status: 409 },
    });
    expect(await thrown(() => load(refuse))).toMatchObject({
      data: { message: 'Too late.' },
      init: { status: 409 },
    });
  });

  it('does not hide what really broke', async () => {
    const broken = () => Promise.reject(new TypeError('broken'));
    expect(await thrown(() => act(broken))).toBeInstanceOf(TypeError);
    expect(await thrown(() => load(broken))).toBeInstanceOf(TypeError);
  });

  it('finds what is there, nothing else', () => {
    expect(found(0, 'thing')).toBe(0);
    expect(() => found(null, 'client')).toThrow('There is no such client.');
    expect(() => found(undefined, 'client')).toThrow(Refusal);
  });
});

describe('reading what was sent', () => {
  it('takes a form’s text and leaves its files', async () => {
    const form = new FormData();
    form.set('name', 'Runa');
    form.set('file', new Blob(['x']), 'x.txt');
    expect(await formOf(at('/', { method: 'POST', body: form }))).toEqual({ name: 'Runa' });
  });

  it('refuses what is no form, no JSON, or holds what no database can', async () => {
    const post = (body: string, type: string) =>
      at('/', { method: 'POST', body, headers: { 'Content-Type': type } });
    expect(await thrown(() => formOf(post('x', 'multipart/form-data; boundary=y')))).toMatchObject({
      status: 400,
    });
    expect(await thrown(() => jsonOf(post('{"a":', 'application/json')))).toMatchObject({
      status: 400,
    });
    expect(
      await thrown(() => formOf(post('name=a%00b', 'application/x-www-form-urlencoded'))),
    ).toMatchObject({ status: 422 });
    expect(
      await thrown(() => jsonOf(post('{"a":["b\\u0000"]}', 'application/json'))),
    ).toMatchObject({ status: 422 });
    // Under another name its depth was not counted: it is not read at all.
    for (const type of ['text/plain', 'application/x-www-form-urlencoded', 'application/jsonx']) {
      const deep = '['.repeat(100_000) + ']'.repeat(100_000);
      expect(await thrown(() => jsonOf(post(deep, type)))).toMatchObject({ status: 400 });
    }
    expect(await jsonOf(post('{"a":["b"]}', 'application/json; charset=utf-8'))).toEqual({
      a: ['b'],
    });
    expect(await jsonOf(post('{"a":["b"]}', 'application/json'))).toEqual({ a: ['b'] });
    expect(await jsonOf(post('null', 'application/json'))).toBeNull();
  });
});
