import { USUAL_WISH } from '#core/reminders';
import { itemFor, routineWith } from '#core/examples';
import type { Known } from '#core/today';
import { PACK_EDITION, type Pack } from '~/keeping/pack';
import { onThisDay } from './onThisDay';
import type { OwnThings } from './ownSessions';

const NOW = Date.parse('2026-03-10T18:00:00Z');
const DAY = 86_400_000;
const NOTHING: OwnThings = { sessions: [], answers: [] };

const known: Known = {
  ...{ name: 'Tove Lark', therapistName: 'Maren', timeZone: 'Pacific/Auckland', nextVisit: null },
  ...{ homeMeasures: [], screening: [], timesOfDay: null, habits: null, complaints: [], own: [] },
  ...{
    told: [],
    seen: [],
    messages: [],
    course: [],
    sessions: [],
    numbers: { practice: '', emergency: '' },
  },
  reminding: USUAL_WISH,
  away: null,
  interviews: [{ at: 1, confirmed: true }],
  versions: [
    {
      ...{ id: '01a211b2-683b-71aa-b9fc-d585f924e2d4', number: 1, reason: '' },
      ...{ content: routineWith(itemFor('calf')), issuedOn: '2026-03-01', issuedAt: 1 },
    },
  ],
};
const asked = [{ testId: 'neck-turn', when: 'weekly' as const }];
const pack: Pack = {
  edition: PACK_EDITION,
  userId: 'u',
  clientId: '01a211b2-683b-71aa-b9fc-d585f924e2d5',
  known,
  pages: {
    own: { name: 'Tove Lark' },
    answers: { replies: [] },
    points: { today: '2026-03-01', added: [] },
    complaint: { today: '2026-03-01', complaints: [] },
    measures: { today: '2026-03-01', asked, own: [], due: null },
  },
  drawings: [],
};
const page = (name: Parameters<typeof onThisDay>[1], at = NOW) =>
  onThisDay(pack, name, NOTHING, at) as Promise<Record<string, unknown>>;

describe('a page without a line', () => {
  it('is of the client’s own day, wherever the phone is, and of the next one tomorrow', async () => {
    for (const name of ['today', 'practise', 'points', 'complaint', 'measures'] as const) {
      expect([name, (await page(name)).today]).toEqual([name, '2026-03-11']);
      expect([name, (await page(name, NOW + DAY)).today]).toEqual([name, '2026-03-12']);
    }
    expect((await page('measures')).due).toMatchObject({ weekly: ['neck-turn'] });
  });

  it('is handed out by the phone under the same name for the same holds', async () => {
    const [one, two] = [await page('practise'), await page('practise', NOW + DAY)];
    expect(one.version).toMatchObject({ ledId: expect.stringMatching(/^[\da-f]{8}-[\da-f]{4}-5/) });
    expect(two.version).toMatchObject({ ledId: (one.version as { ledId: string }).ledId });
  });

  it('is as it was told where no day is in it, and has places and a course', async () => {
    expect(await page('own')).toBe(pack.pages.own);
    expect(await page('answers')).toBe(pack.pages.answers);
    expect((await page('places')).places).toHaveLength(1);
    expect(await page('course')).toMatchObject({ rows: [], messages: [] });
  });
});
