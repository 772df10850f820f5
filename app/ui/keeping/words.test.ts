import { v7 as uuid } from 'uuid';
import { KINDS } from '~/keeping/kinds';
import type { Letter } from '~/keeping/letter';
import type { View } from '~/keeping/client/outbox';
import { describe as inWords } from './describe';
import { pageOf } from './pageOf';
import { standingWords, TROUBLE_WORDS } from './words';

const view = (change: Partial<View> = {}): View => ({
  entries: [],
  unwritten: 0,
  trouble: null,
  opened: true,
  waiting: 0,
  needsYou: 0,
  ...change,
});
const letter = (kind: string, body: unknown, clientId: string | null = uuid()): Letter =>
  ({ id: uuid(), kind, clientId, thing: uuid(), base: null, body, at: 0 }) as Letter;
const point = { siteId: 'calf', side: 'left', rating: 6 };

describe('the quiet line', () => {
  it('says truly where what was written is', () => {
    expect(standingWords(view({ opened: false }))).toBe('');
    expect(standingWords(view())).toBe('all kept');
    expect(standingWords(view({ waiting: 1, unwritten: 1 }))).toBe('keeping');
    expect(standingWords(view({ waiting: 3 }))).toMatch(/^(kept here, )?not sent yet \(3\)/);
    expect(standingWords(view({ needsYou: 1, waiting: 2 }))).toBe('1 needs you');
    expect(standingWords(view({ needsYou: 2, unwritten: 1 }))).toBe('2 need you');
  });

  it('has a sentence for every trouble', () => {
    for (const says of Object.values(TROUBLE_WORDS)) expect(says).toMatch(/^[A-Z].*\.$/);
  });
});

describe('a letter in words', () => {
  it('is known again by what it holds', () => {
    expect(inWords(letter('point', { point }))).toBe('Tender point: Calf, left, 6');
    expect(inWords(letter('point', { point: null }))).toBe('Tender point, taken back');
    expect(inWords(letter('point', { point: { ...point, siteId: 'elbow-of-doom' } }))).toBe(
      'Tender point: elbow-of-doom (no longer used), 6',
    );
    const reading = { testId: 'neck-turn', side: 'left', tries: [52, 54], seen: null };
    expect(inWords(letter('reading', { reading }))).toBe('Look over the shoulder, left: 52 54');
    expect(inWords(letter('reading', { reading: null }))).toBe('Reading, taken back');
    expect(inWords(letter('home measure', { reading: { ...reading, side: 'mid' } }))).toBe(
      'Look over the shoulder: 52 54',
    );
    expect(inWords(letter('client file', { name: 'Tove Lark' }, null))).toBe(
      'New client: Tove Lark',
    );
    expect(inWords(letter('clearance', { by: 'Dr Amsel' }))).toBe('Clearance by Dr Amsel');
    expect(inWords(letter('issue', { baseNumber: 2 }))).toBe('Version 3, to be issued');
  });

  it('has words and a page for every kind, and no page for another’s file', () => {
    const bodies: Record<string, unknown> = {
      point: { point },
      reading: { reading: null },
      'home measure': { reading: { testId: 'neck-turn', side: 'left', tries: [], seen: null } },
      'session event': {
        session: { startedAt: Date.UTC(2026, 2, 10) },
        event: { type: 'count-in' },
      },
      'client file': { name: 'Tove' },
      details: { name: 'Tove' },
      clearance: { by: 'Dr Amsel' },
      issue: { baseNumber: 0 },
      complaint: { complaint: { what: 'Knee gives way' } },
      template: { template: { name: 'First neck' } },
      message: { text: 'May I swim?' },
      'seen to': { about: 'sore:a', how: 'seen' },
      course: { what: 'ended', outcome: 'goal met', goesOn: true },
      standing: { standing: { days: 3, strongest: 5, hinders: 2 } },
    };
    for (const kind of Object.keys(KINDS)) {
      const says = inWords(letter(kind, bodies[kind] ?? {}));
      expect([kind, says]).toEqual([kind, expect.stringMatching(/^[A-Z]./)]);
      const clientId = uuid();
      const page = pageOf(letter(kind, {}, clientId));
      if (page?.startsWith('/clients/') && page !== '/clients/new')
        expect(page).toContain(clientId);
      // A client has no file’s address: their own pages only.
      expect(pageOf(letter(kind, {}, null)) ?? '').not.toMatch(/\/clients\/(?!new)/);
    }
  });
});
