import fc from 'fast-check';
import {
  allStop,
  answersOf,
  answerWith,
  clearanceFor,
  clearanceSchema,
  clearedAnswers,
  CONDITION_IDS,
  contradictions,
  inForce,
  INTERVIEW,
  levelRank,
  mayUse,
  missing,
  noneOf,
  repliesSchema,
  reply,
  screen,
  screeningDue,
  unanswered,
  type Reply,
  type Screening,
} from './index';

const yes = (condition: Reply['condition'], more: Partial<Reply> = {}): Reply => ({
  ...reply(condition, 'yes'),
  ...more,
});
const no = (condition: Reply['condition']) => reply(condition, 'no');

const anyReply: fc.Arbitrary<Reply> = fc.record({
  condition: fc.constantFrom(...CONDITION_IDS),
  says: fc.constantFrom('yes' as const, 'no' as const),
  sides: fc.subarray(['left' as const, 'right' as const]),
  regions: fc.constant([]),
  siteIds: fc.constant([]),
  since: fc.constant(''),
});
const anyReplies = fc.uniqueArray(anyReply, {
  selector: ({ condition }) => condition,
  maxLength: 8,
});

describe('the interview', () => {
  it('asks every question once, red flags first', () => {
    const asked = INTERVIEW.flatMap(({ conditions }) => conditions);
    expect([...asked].sort()).toEqual([...CONDITION_IDS].sort());
    expect(asked.slice(0, 4)).toEqual([
      'saddle',
      'chest-pain',
      'worst-headache',
      'sudden-dizziness',
    ]);
  });

  it('a healthy person is through in one stroke a group', () => {
    const done = INTERVIEW.reduce<Reply[]>((replies, group) => noneOf(replies, group), []);
    expect(unanswered(done)).toEqual([]);
    expect(INTERVIEW.length).toBeLessThanOrEqual(6);
    expect(answersOf(done)).toEqual([]);
    expect(repliesSchema.safeParse(done).success).toBe(true);
  });

  it('“none” leaves a yes that was given before', () => {
    const [group] = INTERVIEW;
    if (!group) throw new RangeError('group');
    const done = noneOf([yes('chest-pain')], group);
    expect(answersOf(done).map(({ condition }) => condition)).toEqual(['chest-pain']);
  });

  it('an answer given anew replaces the old one; a no drops what a yes had added', () => {
    const once = answerWith([], yes('implant', { sides: ['left'] }));
    const twice = answerWith(once, { ...no('implant'), sides: ['left'] });
    expect(twice).toEqual([no('implant')]);
  });

  it('asks for more only where an answer needs it', () => {
    expect(missing(no('implant'))).toBeNull();
    expect(missing(yes('implant'))).toBe('Which side?');
    expect(missing(yes('implant', { sides: ['left'] }))).toBeNull();
    expect(missing(yes('recent'))).toBe('Where?');
    expect(missing(yes('pregnancy'))).toBeNull();
  });

  it('says what speaks against each other', () => {
    expect(contradictions([yes('numb'), yes('diabetes')])).toHaveLength(1);
    expect(contradictions([yes('numb'), no('diabetes')])).toEqual([]);
    const brought = { places: ['mat'], toolIds: ['tennis-ball'] };
    expect(contradictions([yes('no-floor')], brought)[0]?.says).toMatch(/floor/);
    expect(contradictions([yes('latex')], brought)).toHaveLength(1);
    expect(contradictions([{ ...no('skin'), siteIds: ['calf'] }])[0]?.says).toMatch(
      /answered with no/,
    );
    expect(contradictions([])).toEqual([]);
  });

  it('refuses a question answered twice, an unknown one, a date that is none', () => {
    expect(repliesSchema.safeParse([yes('jaw'), no('jaw')]).success).toBe(false);
    expect(repliesSchema.safeParse([{ ...yes('jaw'), condition: 'gout' }]).success).toBe(false);
    expect(repliesSchema.safeParse([yes('jaw', { since: '2026-02-31' })]).success).toBe(false);
  });
});

describe('what is in force', () => {
  let minute = 0;
  const screening = (confirmed: boolean, ...replies: Reply[]): Screening => ({
    at: (minute += 1),
    replies,
    confirmed,
  });
  const conditions = (replies: Reply[]) => answersOf(replies).map(({ condition }) => condition);

  it('nothing was asked, nothing is in force', () => {
    expect(inForce([])).toEqual([]);
  });

  it('a confirmed interview replaces everything before it', () => {
    const replies = inForce([
      screening(true, yes('jaw')),
      screening(true, no('jaw'), yes('latex')),
    ]);
    expect(conditions(replies)).toEqual(['latex']);
  });

  it('a client’s yes counts at once, a client’s no only when it is confirmed', () => {
    const replies = inForce([
      screening(true, yes('jaw'), no('pregnancy')),
      screening(false, no('jaw'), yes('pregnancy')),
    ]);
    expect(conditions(replies).sort()).toEqual(['jaw', 'pregnancy']);
    // Each with when it was said, the last time it was.
    const [first, second] = [screening(true, yes('jaw')), screening(false, yes('jaw'))];
    expect(inForce([first]).map(({ saidAt }) => saidAt)).toEqual([first.at]);
    expect(inForce([first, second]).map(({ saidAt }) => saidAt)).toEqual([second.at]);
    const unsaid = screening(false, no('jaw'));
    expect(inForce([first, unsaid]).map(({ saidAt }) => saidAt)).toEqual([first.at]);
  });

  it('of two yes answers the wider counts', () => {
    const [one] = inForce([
      screening(true, yes('implant', { sides: ['left'] })),
      screening(false, yes('implant', { sides: [] })),
    ]);
    expect(one?.sides).toEqual([]);
  });

  it('what a client adds never allows more', () => {
    const use = {
      siteId: 'below-ridge',
      side: 'left' as const,
      toolId: 'tennis-ball',
      positionId: 'wall-back',
      method: 'timed' as const,
      grade: 2,
    };
    fc.assert(
      fc.property(anyReplies, anyReplies, (confirmed, later) => {
        const before = mayUse(
          use,
          screen(clearedAnswers(inForce([screening(true, ...confirmed)]), [])),
        );
        const after = mayUse(
          use,
          screen(
            clearedAnswers(
              inForce([screening(true, ...confirmed), screening(false, ...later)]),
              [],
            ),
          ),
        );
        const rank = (verdict: string) => (verdict === 'free' ? 9 : levelRank(verdict as 'off'));
        expect(rank(after.verdict)).toBeLessThanOrEqual(rank(before.verdict));
        expect(after.ceilingGrade).toBeLessThanOrEqual(before.ceilingGrade);
      }),
    );
  });
});

describe('clearance', () => {
  const cleared = (condition: string, on = '2026-11-10', kind = 'cleared', at = 20) => ({
    ...clearanceSchema.parse({ condition, kind, by: 'Dr Amsel', on }),
    at,
  });
  const said = (reply: Reply, saidAt = 10) => ({ ...reply, saidAt });

  it('lifts what it names, and says by whom and when', () => {
    const [answer] = clearedAnswers([said(yes('blood-thinners'))], [cleared('blood-thinners')]);
    expect(answer?.clearedBy).toBe('Dr Amsel, on 2026-11-10');
    expect(clearedAnswers([said(yes('clot'))], [cleared('blood-thinners')])[0]?.clearedBy).toBe('');
  });

  it('does not hold for what began after it, nor once it is withdrawn', () => {
    const later = said(yes('night-pain', { since: '2026-11-12' }));
    expect(clearanceFor(later, [cleared('night-pain')])).toBeNull();
    expect(clearanceFor({ ...later, since: '2026-11-01' }, [cleared('night-pain')])).not.toBeNull();
    const withdrawn = cleared('clot', '2026-11-11', 'withdrawn', 21);
    expect(clearanceFor(said(yes('clot')), [cleared('clot'), withdrawn])).toBeNull();
  });

  it('answers one interview: a yes that is said again needs a word of its own, since when or not', () => {
    for (const since of ['', '2026-11-01']) {
      const first = said(yes('night-pain', { since }), 10);
      const again = said(yes('night-pain', { since }), 30);
      const word = cleared('night-pain', '2026-11-10', 'cleared', 20);
      expect(clearanceFor(first, [word])).toBe(word);
      expect(clearanceFor(again, [word])).toBeNull();
      const newWord = cleared('night-pain', '2026-11-10', 'cleared', 40);
      expect(clearanceFor(again, [word, newWord])).toBe(newWord);
    }
  });

  it('is ended by a no in between, and by a client’s own new yes at once', () => {
    const word = cleared('night-pain', '2026-11-10', 'cleared', 20);
    const lifted = (...screenings: Screening[]) =>
      clearedAnswers(inForce(screenings), [word]).map(({ clearedBy }) => clearedBy !== '');
    const at = (when: number, confirmed: boolean, ...replies: Reply[]): Screening => ({
      at: when,
      confirmed,
      replies,
    });
    const first = at(10, true, yes('night-pain'));
    expect(lifted(first)).toEqual([true]);
    expect(lifted(first, at(30, true, no('night-pain')))).toEqual([]);
    const between = [first, at(30, true, no('night-pain')), at(40, true, yes('night-pain'))];
    expect(lifted(...between)).toEqual([false]);
    expect(lifted(first, at(30, false, yes('night-pain')))).toEqual([false]);
  });

  it('nobody’s word lifts an emergency or an allergy', () => {
    for (const condition of ['saddle', 'chest-pain', 'latex', 'no-floor']) {
      expect(
        clearanceSchema.safeParse({ condition, by: 'Dr Amsel', on: '2026-11-10' }).success,
      ).toBe(false);
    }
  });
});

describe('the red flags stop everything', () => {
  const stop = (...replies: Reply[]) => allStop(screen(answersOf(replies)));
  it('an emergency above a referral above nothing', () => {
    expect(stop(yes('night-pain'), yes('saddle'))?.level).toBe('emergency');
    expect(stop(yes('night-pain'))?.level).toBe('refer');
    expect(stop(yes('pregnancy'), yes('leg-symptoms'))).toBeNull();
  });
});

describe('screening is due', () => {
  const base = {
    today: '2026-11-25',
    lastOn: '2026-11-01',
    everyDays: 90,
    stops: [],
    waiting: null,
  } as const;
  const rules = (change: Partial<Parameters<typeof screeningDue>[0]>) =>
    screeningDue({ ...base, ...change }).map(({ rule }) => rule);

  it('not within the period; on its last day; never asked', () => {
    expect(rules({})).toEqual([]);
    expect(rules({ lastOn: '2026-08-27' })).toEqual(['period of the practice']);
    expect(rules({ lastOn: '2026-08-28' })).toEqual([]);
    expect(rules({ lastOn: null })).toEqual(['never screened']);
  });

  it('after a stop that tells, most pressing first; not for one that was asked about since', () => {
    const stops = [
      { day: '2026-11-20', label: 'Dizzy or sick', redFlag: false },
      { day: '2026-11-18', label: 'Chest pain', redFlag: true },
    ];
    expect(rules({ stops })).toEqual(['after a red-flag stop', 'after a new symptom']);
    expect(rules({ stops, lastOn: '2026-11-21' })).toEqual([]);
    expect(rules({ waiting: '2026-11-24' })).toEqual(['answers to confirm']);
    const after = {
      day: '2026-11-20',
      label: 'Numb or tingling',
      redFlag: false,
      when: 'after',
    } as const;
    expect(screeningDue({ ...base, stops: [after] })[0]?.reason).toBe(
      'The day after the session of 2026-11-20: numb or tingling. Ask again.',
    );
  });
});
