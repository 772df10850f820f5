import fc from 'fast-check';
import { addDays } from '#core/calendar';
import { RESPONSES } from '#core/response';
import { STOP_REASONS } from '#core/session';
import {
  GRAVITY,
  lately,
  TELL_FOR_DAYS,
  triage,
  urgencyOf,
  type Concerns,
  type LoggedSession,
} from './index';

const TODAY = '2026-03-10';
const session = (ago: number, change: Partial<LoggedSession> = {}): LoggedSession => ({
  day: addDays(TODAY, -ago),
  stopReason: null,
  tooMuch: false,
  onlyPain: false,
  response: null,
  ...change,
});
const calm: Concerns = {
  comesToday: false,
  stopsAll: false,
  told: null,
  pressedTooHard: 0,
  onlyPain: 0,
  quietDays: null,
};
const anyReason = fc.constantFrom(null, ...STOP_REASONS.map(({ id }) => id));
const anySession = fc
  .record({
    ago: fc.nat({ max: 20 }),
    stopReason: anyReason,
    tooMuch: fc.boolean(),
    onlyPain: fc.boolean(),
    response: fc.constantFrom(null, ...RESPONSES.map(({ id }) => id)),
  })
  .map(({ ago, ...rest }) => session(ago, rest));

describe('the last days of a client', () => {
  it('tell the latest stop that is no ordinary one, for a week', () => {
    const ordinary = STOP_REASONS.find(({ weight }) => weight === 'ordinary');
    const grave = STOP_REASONS.find(({ weight }) => weight !== 'ordinary');
    if (!ordinary || !grave) throw new Error('The table has no such reason.');
    const told = session(3, { stopReason: grave.id });
    const seen = lately([session(9), told, session(1, { stopReason: ordinary.id })], TODAY);
    expect(seen).toMatchObject({
      told: { day: told.day, label: grave.label, when: 'during' },
      pressedTooHard: 0,
      onlyPain: 0,
      sessions: 2,
    });
    expect(lately([session(TELL_FOR_DAYS, { stopReason: grave.id })], TODAY).told).toBeNull();
    expect(
      lately([session(TELL_FOR_DAYS - 1, { stopReason: grave.id })], TODAY).told,
    ).not.toBeNull();
  });

  it('tell the gravest, and of those the latest', () => {
    const told = (...sessions: LoggedSession[]) => lately(sessions, TODAY).told;
    expect(told(session(2, { response: 'little-sore' }))).toBeNull();
    expect(
      told(session(3, { response: 'bruised' }), session(2, { response: 'sore' })),
    ).toMatchObject({ day: addDays(TODAY, -3), label: 'Bruised', when: 'after' });
    expect(
      told(session(5, { stopReason: 'alarm' }), session(2, { response: 'bruised' })),
    ).toMatchObject({ day: addDays(TODAY, -5), when: 'during', gravity: GRAVITY.emergency });
    expect(
      told(session(3, { stopReason: 'numb' }), session(1, { stopReason: 'too-sore' })),
    ).toMatchObject({ day: addDays(TODAY, -1) });
    expect(told(session(2, { stopReason: 'numb', response: 'none' }))?.when).toBe('during');
  });

  it('leave out what somebody has seen to, and count anew from there', () => {
    const sessions = [
      session(4, { id: 'a', stopReason: 'dizzy', tooMuch: true }),
      session(3, { id: 'b', response: 'sore', tooMuch: true }),
      session(1, { id: 'c', tooMuch: true }),
    ];
    const seen = (about: string, sessionId: string) => ({ about, sessionId, day: TODAY });
    expect(lately(sessions, TODAY).told?.sessionId).toBe('a');
    expect(lately(sessions, TODAY, [seen('told', 'a')]).told).toMatchObject({
      sessionId: 'b',
      gravity: GRAVITY.sore,
    });
    expect(lately(sessions, TODAY, [seen('told', 'a'), seen('told', 'b')]).told).toBeNull();
    expect(lately(sessions, TODAY, [seen('hard', 'b')]).pressedTooHard).toBe(1);
    expect(lately(sessions, TODAY, [seen('hard', 'c')]).pressedTooHard).toBe(0);
    // What was seen to long ago lies before all of these.
    expect(lately(sessions, TODAY, [seen('hard', 'gone')]).pressedTooHard).toBe(3);
  });

  it('count nothing twice and nothing that is older', () => {
    fc.assert(
      fc.property(fc.array(anySession), (sessions) => {
        const ordered = sessions.sort((a, b) => a.day.localeCompare(b.day));
        const seen = lately(ordered, TODAY);
        const recent = ordered.filter(({ day }) => day > addDays(TODAY, -TELL_FOR_DAYS));
        expect(seen.sessions).toBe(recent.length);
        expect(seen.pressedTooHard).toBeLessThanOrEqual(seen.sessions);
        expect(seen.onlyPain).toBeLessThanOrEqual(seen.sessions);
        expect(lately(recent, TODAY)).toEqual(seen);
      }),
    );
  });
});

describe('triage', () => {
  it('puts who comes today first, then whoever gives one reason to look, then the rest', () => {
    expect(triage(calm)).toBe('rest');
    const reasons: Partial<Concerns>[] = [
      { stopsAll: true },
      { told: { gravity: GRAVITY.stopped } },
      { pressedTooHard: 1 },
      { onlyPain: 1 },
      { quietDays: 5 },
    ];
    for (const reason of reasons) {
      expect([reason, triage({ ...calm, ...reason })]).toEqual([reason, 'look']);
      expect(triage({ ...calm, ...reason, comesToday: true })).toBe('coming');
    }
    expect(triage({ ...calm, comesToday: true })).toBe('coming');
  });

  it('ranks by the gravest of what there is: chest pain above 23 quiet days, whatever else', () => {
    expect(urgencyOf(calm)).toBe(GRAVITY.none);
    const anyConcerns = fc.record({
      comesToday: fc.boolean(),
      wrote: fc.boolean(),
      stopsAll: fc.boolean(),
      told: fc.option(fc.constantFrom(...Object.values(GRAVITY)).map((gravity) => ({ gravity }))),
      pressedTooHard: fc.nat({ max: 7 }),
      onlyPain: fc.nat({ max: 7 }),
      quietDays: fc.option(fc.nat({ max: 60 })),
    });
    fc.assert(
      fc.property(anyConcerns, (seen) => {
        const grave = { ...seen, told: { gravity: GRAVITY.emergency } };
        expect(urgencyOf(grave)).toBe(GRAVITY.emergency);
        expect(urgencyOf(grave)).toBeLessThanOrEqual(urgencyOf(seen));
        expect(urgencyOf({ ...calm, quietDays: 23 })).toBeGreaterThan(urgencyOf(grave));
        // More to know never makes it less urgent.
        expect(urgencyOf({ ...seen, onlyPain: 1 })).toBeLessThanOrEqual(
          urgencyOf({ ...seen, onlyPain: 0 }),
        );
      }),
    );
  });
});
