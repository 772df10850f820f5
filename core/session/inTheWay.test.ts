import fc from 'fast-check';
import { RESPONSES } from '#core/response';
import { inTheWay, STOP_REASONS, stopReason, type Beginning } from './index';

const beginning = (change: Partial<Beginning> = {}): Beginning => ({
  interviews: [{ at: 100, confirmed: true }],
  sessions: [],
  excused: false,
  ...change,
});
const stopAt = (heardAt: number, reason: string | null) => ({
  heardAt,
  day: '2026-03-01',
  stopReason: reason,
  response: null,
  responseAt: null,
});
const answerAt = (responseAt: number, response: string) => ({
  ...stopAt(50, null),
  response,
  responseAt,
});

describe('what stands in the way of a session', () => {
  it('nothing, after a confirmed interview', () => {
    expect(inTheWay(beginning())).toBeNull();
  });

  it('the interview, or its confirmation, unless the therapist recorded why not', () => {
    expect(inTheWay(beginning({ interviews: [] }))).toEqual({ waits: 'interview' });
    const alone = [{ at: 1, confirmed: false }];
    expect(inTheWay(beginning({ interviews: alone }))).toEqual({ waits: 'confirmation' });
    expect(inTheWay(beginning({ interviews: [], excused: true }))).toBeNull();
  });

  it('a red-flag stop, until an interview after it; a later session or the client’s own answers do not wipe it', () => {
    const sessions = [stopAt(400, null), stopAt(300, 'enough'), stopAt(200, 'alarm')];
    expect(inTheWay(beginning({ sessions }))).toMatchObject({ waits: 'word', day: '2026-03-01' });
    expect(inTheWay(beginning({ sessions, excused: true }))).toMatchObject({ waits: 'word' });
    const alone = [
      { at: 100, confirmed: true },
      { at: 500, confirmed: false },
    ];
    expect(inTheWay(beginning({ sessions, interviews: alone }))).toMatchObject({ waits: 'word' });
    const asked = [...alone, { at: 600, confirmed: true }];
    expect(inTheWay(beginning({ sessions, interviews: asked }))).toBeNull();
  });

  it('dizziness as well, as its advice says; soreness does not', () => {
    const after = (reason: string) => inTheWay(beginning({ sessions: [stopAt(200, reason)] }));
    expect(after('dizzy')).toMatchObject({ waits: 'word' });
    expect(after('too-sore')).toBeNull();
    for (const { id, weight } of STOP_REASONS) {
      if (weight === 'emergency') expect([id, stopReason(id).nothingStarts]).toEqual([id, true]);
    }
  });

  it('a day after with sickness or numbness, until an interview after it was told; a bruise does not', () => {
    const after = (answer: string) => inTheWay(beginning({ sessions: [answerAt(200, answer)] }));
    expect(after('dizzy')).toMatchObject({ waits: 'word', when: 'after' });
    expect(after('numb')).toMatchObject({ heard: { label: 'Numb or tingling', emergency: false } });
    expect(after('bruised')).toBeNull();
    expect(inTheWay(beginning({ sessions: [answerAt(90, 'dizzy')] }))).toBeNull();
  });

  it('a stop for numbness or for a feeling that stays, where nobody knows which place it was', () => {
    const stopped = (reason: string, stoppedAt?: readonly unknown[]) =>
      inTheWay(beginning({ sessions: [{ ...stopAt(200, reason), summary: { stoppedAt } }] }));
    for (const reason of ['numb', 'travelling']) {
      expect(stopped(reason, [])).toMatchObject({ waits: 'word', when: 'during' });
      // The place rests, and the others go on; what is known of earlier editions stays as it was.
      expect(stopped(reason, [{ siteId: 'calf', side: 'left' }])).toBeNull();
      expect(stopped(reason)).toBeNull();
    }
    expect(stopped('too-sore', [])).toBeNull();
  });

  it('never less for one stop more', () => {
    const reason = fc.constantFrom(null, ...STOP_REASONS.map(({ id }) => id));
    const answer = fc.constantFrom(...RESPONSES.map(({ id }) => id));
    const session = fc.oneof(
      fc.tuple(fc.nat(500), reason).map(([at, id]) => stopAt(at, id)),
      fc.tuple(fc.nat(500), answer).map(([at, id]) => answerAt(at, id)),
    );
    fc.assert(
      fc.property(fc.array(session), session, (sessions, more) => {
        if (inTheWay(beginning({ sessions })) === null) return;
        expect(inTheWay(beginning({ sessions: [...sessions, more] }))).not.toBeNull();
      }),
    );
  });
});
