import { USUAL_WISH } from '#core/reminders';
import { addDays } from '#core/calendar';
import fc from 'fast-check';
import { anyActivity, itemFor, routineWith, timed } from '#core/examples';
import { expand, isHold } from '#core/routine';
import { begin, replay, summarise } from '#core/session';
import { chanceFrom, practiseOnce } from '#core/simulation';
import { courseOfOwn, placesOf, type Known, type KnownSession } from './index';

const TODAY = '2026-03-10';
const NOW = Date.parse(`${TODAY}T18:00:00Z`);
const routine = routineWith(
  itemFor('calf', { id: 'calf', dose: timed(30), sides: 'both' }),
  itemFor('breastbone', { id: 'bone', dose: timed(20) }),
);

/** A session so many days ago in which everything was that tender. */
function session(ago: number, tender: number): KnownSession {
  const startedAt = NOW - ago * 86_400_000;
  const steps = expand(routine);
  const { events } = practiseOnce(
    steps,
    startedAt,
    { tenderness: () => tender, fadeSeconds: 60, easesOff: true, stopsAtStep: null, word: '' },
    chanceFrom(7 + ago),
  );
  const summary = summarise(replay(begin(steps), events));
  return {
    ...{
      id: `s${ago}`,
      versionId: 'one',
      day: addDays(TODAY, -ago),
      startedAt,
      status: 'finished',
    },
    ...{ counts: summary.counts, stopReason: null, word: '', heardAt: startedAt },
    ...{ contactSeconds: summary.contactSeconds, response: null, responseAt: null, summary },
  };
}

const known = (sessions: KnownSession[]): Known => ({
  ...{ name: 'Tove Lark', therapistName: 'Maren', timeZone: 'UTC', nextVisit: null },
  ...{ homeMeasures: [], screening: [], timesOfDay: null, habits: null, interviews: [] },
  versions: [
    {
      id: 'one',
      number: 1,
      content: routine,
      issuedOn: addDays(TODAY, -40),
      issuedAt: 0,
      reason: '',
    },
  ],
  sessions,
  ...{
    complaints: [],
    own: [],
    told: [],
    seen: [],
    messages: [],
    course: [],
    numbers: { practice: '', emergency: '' },
    reminding: USUAL_WISH,
    away: null,
  },
});

describe('what a client looks up', () => {
  it('has every place that is pressed once, with how to find it and what to keep off', () => {
    const { places } = placesOf(known([]));
    expect(places.map(({ itemId, sides }) => [itemId, [...sides].sort()])).toEqual([
      ['calf', ['left', 'right']],
      ['bone', ['mid']],
    ]);
    for (const { site, step, posture } of places) {
      expect(site.find.length).toBeGreaterThan(0);
      expect(site.keepOff).not.toBe('');
      expect(isHold(step)).toBe(true);
      expect(posture?.getOut).toBeTruthy();
    }
  });

  it('has none where nothing is issued, or nothing is pressed', () => {
    expect(placesOf({ versions: [], therapistName: 'Maren' }).places).toEqual([]);
    const [version] = known([]).versions;
    fc.assert(
      fc.property(anyActivity('only'), (only) => {
        const content = { ...routine, items: [only] };
        const versions = version ? [{ ...version, content }] : [];
        expect(placesOf({ versions, therapistName: 'Maren' }).places).toEqual([]);
      }),
      { numRuns: 50 },
    );
  });
});

describe('how it goes, as the client reads it', () => {
  const fall = (from: number, to: number) =>
    known(
      Array.from({ length: 12 }, (_, index) =>
        session(index * 2, Math.round(to + ((from - to) * index) / 11)),
      ),
    );

  it('claims that it is less tender only where it is', () => {
    expect(courseOfOwn(fall(8, 2), NOW).says[0]).toMatch(/less tender, more than from day to day/);
    const level = courseOfOwn(fall(5, 5), NOW).says;
    expect(level.some((says) => /less tender|more tender/.test(says))).toBe(false);
  });

  it('says that it got worse, and that too few sessions tell nothing', () => {
    expect(courseOfOwn(fall(2, 7), NOW).says.join(' ')).toMatch(
      /It is more tender; your therapist/,
    );
    expect(courseOfOwn(known([session(1, 5)]), NOW).says[0]).toMatch(/too few sessions to tell/);
    expect(courseOfOwn(known([]), NOW)).toMatchObject({ rows: [], says: [] });
  });

  it('tells of no week before the first session it knows', () => {
    const { weeks, from } = courseOfOwn(known([session(1, 5), session(9, 5)]), NOW);
    expect(from).toBe(addDays(TODAY, -9));
    expect(weeks.map(({ done }) => done)).toEqual([1, 0, 1]);
  });
});
