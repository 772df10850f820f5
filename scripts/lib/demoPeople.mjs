// Everybody the demo offers, signed in.

/** Asks an application at an address, as whoever has a cookie. */
export const asking =
  (url) =>
  async (path, cookie, more = {}) => {
    const answer = await fetch(url + path, {
      redirect: 'manual',
      ...more,
      headers: { cookie, ...more.headers },
    });
    return { status: answer.status, text: await answer.text(), answer };
  };

/** Everybody the demo offers, signed in; clients with the version they practise, and what they are led by. */
export async function demoPeople(ask) {
  const { text } = await ask('/sign-in', '');
  const ids = [...text.matchAll(/name="userId" value="([^"]+)"/g)].map(([, id]) => id);
  return Promise.all(
    ids.map(async (userId) => {
      const { answer } = await ask('/sign-in', '', {
        method: 'POST',
        body: new URLSearchParams({ intent: 'demo', userId }),
      });
      const cookie = answer.headers
        .getSetCookie()
        .map((one) => one.split(';')[0])
        .join('; ');
      const isClient = answer.headers.get('location') === '/today';
      // As the page was sent with it: what a device is led by, by its ids.
      const led = isClient ? (await ask('/practise', cookie)).text : '';
      const [, versionId, ledId] =
        /version\\",[\s\S]*?\\"id\\",\\"([0-9a-f-]{36})[\s\S]*?ledId\\",\\"([0-9a-f-]{36})/.exec(
          led,
        ) ?? [];
      return { userId, cookie, isClient, versionId, ledId };
    }),
  );
}
