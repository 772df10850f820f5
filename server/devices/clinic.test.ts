import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { simulatedClinic } from './clinic';

describe('the simulated receiving clinic', () => {
  const server = createServer(express().use('/devices/clinic', simulatedClinic()));
  let base = '';
  beforeAll(async () => {
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/devices/clinic/documents`;
  });
  afterAll(() => new Promise((done) => server.close(done)));
  const send = async (body: string) => {
    const answer = await fetch(base, { method: 'POST', body });
    return { status: answer.status, told: (await answer.json()) as Record<string, unknown> };
  };

  it('says what it understood of a Bundle by published codes, and what it passed over', async () => {
    const pain = { system: 'http://loinc.org', code: '72514-3' };
    const { status, told } = await send(
      JSON.stringify({
        resourceType: 'Bundle',
        entry: [
          {
            resource: {
              resourceType: 'Patient',
              name: [{ text: 'Ilse' }],
              birthDate: '1984-02-29',
            },
          },
          { resource: { resourceType: 'Observation', code: { coding: [pain] }, valueInteger: 6 } },
          { resource: { resourceType: 'Observation', code: { coding: [pain] }, valueInteger: 4 } },
          { resource: { resourceType: 'Observation', code: { text: 'A thing of ours' } } },
        ],
      }),
    );
    expect(status).toBe(200);
    expect(told).toEqual({
      simulated: true,
      kind: 'FHIR',
      of: 'Ilse, born 1984-02-29',
      lines: [{ says: 'pain rating, 0–10 (LOINC 72514-3)', many: 2 }],
      passedOver: [{ says: 'Observation: A thing of ours', many: 1 }],
    });
  });

  it('counts the times of a calendar', async () => {
    const { told } = await send(
      [
        'BEGIN:VCALENDAR',
        'METHOD:PUBLISH',
        'BEGIN:VEVENT',
        'UID:1',
        'SUMMARY:Time to practise',
        'DTSTART:20261202T190000Z',
        'RRULE:FREQ=DAILY;COUNT=9',
        'END:VEVENT',
        'END:VCALENDAR',
        '',
      ].join('\r\n'),
    );
    expect(told).toMatchObject({
      kind: 'calendar',
      of: 'method PUBLISH',
      lines: [{ says: '“Time to practise”, first 2026-12-02 19:00', many: 9 }],
    });
  });

  it.each([
    ['', /no JSON/],
    ['hello', /no JSON/],
    ['[]', /./],
    ['{"resourceType":"Patient"}', /no Bundle/],
    ['{"resourceType":"Bundle","entry":[{}]}', /./],
    ['{"resourceType":"Bundle"}', /of nobody/],
    ['BEGIN:VCALENDAR\r\nhello', /no calendar/],
  ])('refuses %j in a sentence', async (body, says) => {
    const { status, told } = await send(body);
    expect(status).toBe(422);
    expect(told.simulated).toBe(true);
    expect(told.says).toMatch(says);
  });

  it('takes no more than it can hold', async () => {
    const answer = await fetch(base, { method: 'POST', body: 'x'.repeat(12_600_000) });
    expect(answer.status).toBe(413);
  });
});
