/** What an address that keeps something answers, whatever it was asked. */
export interface Heard {
  ok: boolean;
  message?: string;
  details?: unknown;
}

/** What sending needs of its surroundings; given, so that it can be tried without a network. */
export interface Outside {
  send: (address: string, init: RequestInit) => Promise<Response>;
  /** Settles after a while, or as soon as the machine says that it has a network again. */
  wait: (ms: number) => Promise<void>;
}

const FIRST_WAIT_MS = 1_000;
const LONGEST_WAIT_MS = 10_000;

/** Why something was not heard, as it is said while it is sent again. */
export const NOT_HEARD = {
  connection:
    'No connection: kept on this page, and sent as soon as there is one. Leave the page open.',
  'signed out':
    'You are signed out. Sign in again in another tab: this page then sends what it kept.',
  server: 'The server is in trouble: kept on this page, and sent again until it answers.',
} as const;

const browser: Outside = {
  send: (address, init) => fetch(address, init),
  wait: (ms) =>
    new Promise((done) => {
      const go = () => {
        clearTimeout(timer);
        window.removeEventListener('online', go);
        done();
      };
      const timer = setTimeout(go, ms);
      window.addEventListener('online', go);
    }),
};

/**
 * Sends something as JSON and settles with the answer. A request that is not heard, or that the server
 * fails at, is sent again until one is: what is sent must carry an id of its own, so that twice is once.
 *
 * @param onWaiting called each time it was not heard, with what to say
 */
export async function sendUntilHeard<T extends Heard>(
  address: string,
  body: unknown,
  onWaiting: (says: string) => void,
  { send, wait }: Outside = browser,
): Promise<T> {
  const init: RequestInit = {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
    // A page that is left still sends what it had begun to send.
    keepalive: true,
  };
  for (let pause = FIRST_WAIT_MS; ; pause = Math.min(LONGEST_WAIT_MS, pause * 2)) {
    let why: keyof typeof NOT_HEARD = 'connection';
    try {
      const answer = await send(address, init);
      why = answer.redirected ? 'signed out' : 'server';
      if (answer.status < 500 && !answer.redirected) return (await answer.json()) as T;
    } catch {
      // Not heard, or what answered was not the application.
    }
    onWaiting(NOT_HEARD[why]);
    await wait(pause);
  }
}
