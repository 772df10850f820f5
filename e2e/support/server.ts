import { type ChildProcess, fork } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { keepLog } from './log';

const ROOT = resolve(import.meta.dirname, '../..');
const START_MS = 40_000;

export const newFolder = (): string => mkdtempSync(join(tmpdir(), 'entspann-e2e-'));

export interface Running {
  url: string;
  process: ChildProcess;
  /** What it wrote so far, both channels. */
  output: () => string;
  /** Ends it as an operator would; settles with its exit code. */
  stop: (signal?: NodeJS.Signals) => Promise<number | null>;
}

/** Starts the built server as its own process and waits until it is well. */
export async function startServer(
  env: Record<string, string>,
  script = 'server/start.mjs',
): Promise<Running> {
  const child = fork(join(ROOT, script), {
    cwd: ROOT,
    silent: true,
    env: { ...process.env, NODE_ENV: 'production', PORT: '0', LOG_LEVEL: 'info', ...env },
  });
  let output = '';
  const heard = (text: unknown) => {
    output += String(text);
    keepLog(String(text));
  };
  child.stdout?.on('data', heard);
  child.stderr?.on('data', heard);
  let isWanted = true;
  const ended = new Promise<number | null>((done) =>
    child.once('exit', (code, signal) => {
      // Whoever asks it next hears only that nobody listens: the reason is told here.
      if (isWanted)
        process.stderr.write(
          `A server ended by itself: ${signal ?? code}.\n${output.slice(-2_000)}\n`,
        );
      done(code);
    }),
  );
  const until = Date.now() + START_MS;
  // The system chooses the port: one that was looked for is sometimes somebody else’s by then.
  const port = () => /"port":(\d+),"msg":"listening"/.exec(output)?.[1];
  const url = () => `http://127.0.0.1:${port()}`;
  while (
    port() === undefined ||
    !(await fetch(`${url()}/health`).then(
      (answer) => answer.ok,
      () => false,
    ))
  ) {
    if (child.exitCode !== null) throw new Error(`The server ended while starting.\n${output}`);
    if (Date.now() > until) throw new Error(`The server did not start in time.\n${output}`);
    await new Promise((wait) => setTimeout(wait, 100));
  }
  return {
    url: url(),
    process: child,
    output: () => output,
    stop: async (signal = 'SIGTERM') => {
      isWanted = false;
      child.kill(signal);
      return ended;
    },
  };
}

/** A folder with today’s demo data, copied from the snapshot the test script made. */
export function demoFolder(): string {
  const snapshot = process.env.DEMO_SNAPSHOT;
  if (!snapshot)
    throw new Error('Run the end-to-end tests with `npm test`; it prepares their data.');
  const folder = join(newFolder(), 'data');
  cpSync(snapshot, folder, { recursive: true });
  return folder;
}

/** Where in a data folder the database’s own files lie. */
export const clusterIn = (folder: string): string => join(folder, 'cluster');

export const removeFolder = (folder: string): void =>
  rmSync(join(folder, '..'), { recursive: true, force: true });

/** The id of a demo person, as the sign-in page offers it. The name may be its beginning. */
export function demoUserId(signInPage: string, name: string): string {
  const at = signInPage.indexOf(`>${name}`);
  const before = [...signInPage.slice(0, at).matchAll(/value="([0-9a-f-]{36})"/g)];
  const id = at < 0 ? undefined : before.at(-1)?.[1];
  if (id === undefined) throw new Error(`The sign-in page offers no ${name}.`);
  return id;
}
