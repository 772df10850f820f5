import fc from 'fast-check';
import { addDays } from '#core/calendar';
import { RESPONSES } from '#core/response';
import { STOP_REASONS } from '#core/session';
import { lately, TELL_FOR_DAYS, triage, type Concerns, type LoggedSession } from './index';

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
    expect(seen).toEqual({
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

  it('tell a day after that was not quiet, whichever came last', () => {
    const told = (...sessions: LoggedSession[]) => lately(sessions, TODAY).told;
    expect(told(session(2, { response: 'little-sore' }))).toBeNull();
    expect(told(session(3, { stopReason: 'numb' }), session(2, { response: 'bruised' }))).toEqual({
      day: addDays(TODAY, -2),
      label: 'Bruised',
      when: 'after',
    });
    expect(told(session(2, { stopReason: 'numb', response: 'none' }))?.when).toBe('during');
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
      { told: { day: TODAY, label: 'Numbness', when: 'during' } },
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
});
