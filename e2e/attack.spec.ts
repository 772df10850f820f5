import { spawn } from 'node:child_process';
import { expect, test } from '@playwright/test';

interface Told {
  requests: number;
  combinations: number;
  acknowledged: number;
  there: Record<string, number>;
  disk: string;
  statuses: Record<string, number>;
  well: boolean;
  findings: unknown[];
}

/** Runs `npm run attack` and reads what it tells of itself. */
async function attack(...options: string[]): Promise<{ code: number | null; told: Told }> {
  const child = spawn(process.execPath, ['scripts/attack.mjs', ...options], {
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  let output = '';
  child.stdout.on('data', (text) => (output += String(text)));
  const code = await new Promise<number | null>((done) => child.once('close', done));
  const json = /^\{$[\s\S]*?^\}$/m.exec(output)?.[0] ?? '{}';
  return { code, told: JSON.parse(json) as Told };
}

// A disk of one's own takes root.
const DISK = process.getuid?.() === 0 ? ['--disk'] : [];
const RUNS: Record<string, string[]> = {
  'the embedded database, killed, its disk filled': ['--kills', '1', ...DISK],
  'a server, killed, the database restarted': [
    ...['--postgresql', '--kills', '1', '--restarts', '1'],
  ],
};

// The long runs are made by hand; their figures stand in docs/reliability.md.
for (const [engine, options] of Object.entries(RUNS)) {
  test(`a short attack finds nothing: ${engine}`, async () => {
    // It walks every door as everybody: over a minute alone, longer beside others.
    test.setTimeout(300_000);
    const { code, told } = await attack('--seed', '5', '--seconds', '5', ...options);
    expect(told.findings).toEqual([]);
    expect([code, told.well]).toEqual([0, true]);
    // An attack that reached nothing would find nothing.
    expect(told.combinations).toBeGreaterThan(400);
    expect(told.requests).toBeGreaterThan(3);
    expect(Object.keys(told.statuses).length).toBeGreaterThan(1);
    expect(told.acknowledged).toBeGreaterThan(0);
    expect(new Set(Object.values(told.there))).toEqual(new Set([told.acknowledged]));
    if (options.includes('--disk')) expect(told.disk).toBe('well');
  });
}
