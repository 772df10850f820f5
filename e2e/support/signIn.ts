import { demoUserId, type Running } from './server';

/** A signed-in demo person, over plain HTTP. */
export async function signedIn(
  server: Running,
  name: string,
): Promise<{ cookie: string; setCookie: string; userId: string }> {
  const userId = demoUserId(await (await fetch(`${server.url}/sign-in`)).text(), name);
  const answer = await fetch(`${server.url}/sign-in`, {
    method: 'POST',
    body: new URLSearchParams({ intent: 'demo', userId }),
    redirect: 'manual',
  });
  const setCookie = answer.headers.getSetCookie()[0] ?? '';
  const cookie = setCookie.split(';')[0] ?? '';
  if (!/^entspann=./.test(cookie)) throw new Error(`${name} could not sign in.`);
  return { cookie, setCookie, userId };
}
