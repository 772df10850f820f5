import { spawnSync } from 'node:child_process';
import { expect, test } from '@playwright/test';

test('bad hands on every address, form, letter, device and picture find nothing, for some seconds', () => {
  const run = spawnSync(
    process.execPath,
    ['scripts/attack.mjs', '--seconds', '8', '--seed', '20261126', '--clients', '4'],
    { encoding: 'utf8' },
  );
  const [, requests, findings] = /(\d+) requests, (\d+) findings\./.exec(run.stdout) ?? [];
  expect([run.status, findings, run.stderr]).toEqual([0, '0', '']);
  expect(Number(requests)).toBeGreaterThan(50);
  const wrong = spawnSync(process.execPath, ['scripts/attack.mjs', '--seconds', 'many'], {
    encoding: 'utf8',
  });
  expect([wrong.status, wrong.stderr.trim()]).toEqual([
    1,
    '--seconds is a whole number from 1 up.',
  ]);
});
