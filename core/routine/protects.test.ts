import fc from 'fast-check';
import { findSite, WORKABLE_SITES } from '#core/anatomy';
import { contactPerPoint } from '#core/dosage';
import { anyRoutine, fade, itemFor, routineWith, timed } from '#core/examples';
import { checkRoutine, newItem, settledSites, type CheckContext, type Routine } from './index';
import { pointsOn, sidesInOrder } from './sidesInOrder';

const FIRST: CheckContext = { minutesPerDay: null, firstVersion: true };
const LATER: CheckContext = { minutesPerDay: null, firstVersion: false };
const rules = (routine: Routine, context: CheckContext = LATER) =>
  checkRoutine(routine, context).map(({ rule, verdict }) => `${verdict}: ${rule}`);
const NECK_SITES = WORKABLE_SITES.filter(({ region }) => region === 'neck');

describe('the neck, when any of it is new (common practice: a minute to start, judged next day)', () => {
  const REFUSED = 'refuse: neck starts with one minute';

  it('is refused above a minute a side and day, summed over all its sites', () => {
    const eight = routineWith(...NECK_SITES.map(({ id }) => itemFor(id)));
    expect(NECK_SITES.length).toBe(8);
    expect(rules(eight, FIRST)).toContain(REFUSED);
    const two = routineWith(
      itemFor('skull-base', { dose: timed(30) }),
      itemFor('neck-groove', { dose: timed(30) }),
    );
    expect(rules(two, FIRST)).not.toContain(REFUSED);
    expect(rules(two, FIRST)).toContain('caution: one new neck site at a time');
    const more = routineWith(
      itemFor('skull-base', { dose: timed(30) }),
      itemFor('neck-groove', { dose: timed(31) }),
    );
    expect(rules(more, FIRST)).toContain(REFUSED);
  });

  it('counts both sessions of a day', () => {
    const once = routineWith(itemFor('neck-groove', { dose: timed(40) }));
    expect(rules(once, FIRST)).not.toContain(REFUSED);
    expect(rules({ ...once, timesPerWeek: 14 }, FIRST)).toContain(REFUSED);
  });

  it('holds in later versions too, for a site that was not in force a week ago', () => {
    const grown = routineWith(
      itemFor('skull-base', { dose: timed(30), points: 2 }),
      itemFor('neck-groove', { dose: timed(30) }),
    );
    const settled = { ...LATER, settledSites: ['skull-base'] };
    expect(rules(grown, settled)).toContain(REFUSED);
    expect(rules(grown, { ...LATER, settledSites: ['skull-base', 'neck-groove'] })).not.toContain(
      REFUSED,
    );
  });

  it('takes the therapist’s recorded reason, and shows it with the way up', () => {
    const routine = {
      ...routineWith(itemFor('neck-groove', { dose: timed(35), points: 2 })),
      reasons: { neck: 'Has done it for years.' },
    };
    const found = checkRoutine(routine, FIRST).find(({ answeredBy }) => answeredBy === 'neck');
    expect(found?.verdict).toBe('caution');
    expect(found?.reason).toContain('Has done it for years.');
    expect(found?.reason).toContain('one new neck site at a time');
  });

  it('a line that is added is never itself above the start', () => {
    for (const site of NECK_SITES) {
      for (const affected of ['left', 'right', null] as const) {
        const routine = routineWith(newItem(site, site.id, affected));
        expect([site.id, rules(routine, FIRST)]).not.toEqual([
          site.id,
          expect.arrayContaining([REFUSED]),
        ]);
      }
    }
  });

  it('knows what was in force a week ago', () => {
    const content = (...ids: Parameters<typeof itemFor>[0][]) =>
      routineWith(...ids.map((id) => itemFor(id)));
    const versions = [
      { issuedOn: '2026-03-01', content: content('skull-base') },
      { issuedOn: '2026-03-10', content: content('skull-base', 'neck-groove') },
    ];
    expect(settledSites(versions, '2026-03-05')).toEqual([]);
    expect(settledSites(versions, '2026-03-08')).toEqual(['skull-base']);
    expect(settledSites(versions, '2026-03-16')).toEqual(['skull-base']);
    expect(settledSites(versions, '2026-03-17')).toEqual(['skull-base', 'neck-groove']);
  });
});

describe('the caps of a day', () => {
  it('hold over all its sessions; where several are usual, the cap of the day is their sum', () => {
    const lowBack = routineWith(itemFor('low-back-lanes', { dose: timed(60), points: 2 }));
    expect(rules(lowBack).join()).not.toContain('site cap');
    expect(rules({ ...lowBack, timesPerWeek: 14 })).toContain('refuse: site cap of a day');
    const jaw = routineWith(itemFor('jaw-inside'));
    expect(rules({ ...jaw, timesPerWeek: 14 }).join()).not.toContain('site cap of a day');
  });

  it('no routine that passes asks for more of a place than its day allows', () => {
    fc.assert(
      fc.property(anyRoutine, (routine) => {
        if (checkRoutine(routine, LATER).some(({ verdict }) => verdict === 'refuse')) return;
        const sessions = routine.timesPerWeek > 7 ? 2 : 1;
        const asked = new Map<string, number>();
        for (const item of routine.items) {
          for (const side of sidesInOrder(item)) {
            const key = `${item.siteId}:${side}`;
            const { least } = contactPerPoint(item.dose);
            const times = pointsOn(item, side) * item.repetitions;
            asked.set(key, (asked.get(key) ?? 0) + least * times * sessions);
          }
        }
        for (const [key, seconds] of asked) {
          const site = findSite(key.split(':')[0] ?? '');
          const most = (site?.capSeconds ?? 0) * (site?.id === 'jaw-inside' ? 2 : 1);
          expect([key, seconds <= most]).toEqual([key, true]);
        }
      }),
      { numRuns: 2_000 },
    );
  });

  it('say when a cap will cut a later point short, and offer fewer points or alternate days', () => {
    const routine = routineWith(itemFor('low-back-lanes', { dose: fade(20, 180), points: 2 }));
    const found = checkRoutine(routine, LATER).find(
      ({ rule }) => rule === 'cap cuts a later point short',
    );
    expect(found?.reason).toMatch(/Fewer points, or alternate days/);
    expect(
      rules(routineWith(itemFor('low-back-lanes', { dose: fade(20, 180), points: 1 }))),
    ).not.toContain('caution: cap cuts a later point short');
  });

  it('count twice a day against the minutes', () => {
    const routine = routineWith(itemFor('calf', { dose: timed(60) }));
    const context = { ...LATER, minutesPerDay: 4 };
    expect(rules(routine, context)).not.toContain('caution: minutes of the day');
    expect(rules({ ...routine, timesPerWeek: 14 }, context)).toContain(
      'caution: minutes of the day',
    );
  });
});

describe('doses', () => {
  it('until it fades begin with as long as the site takes', () => {
    const dose = newItem(findSite('low-back-lanes') as never, 'x').dose;
    expect(dose).toMatchObject({ method: 'fade', capSeconds: 180 });
  });

  it('at a guarded site are no longer than usual, until it fades neither', () => {
    for (const site of WORKABLE_SITES.filter((one) => one.sensitivity === 'guarded')) {
      if (!site.methods.includes('fade')) continue;
      const { to } = site.usualHoldSeconds;
      const long = routineWith(itemFor(site.id as never, { dose: fade(20, Math.max(20, to) + 1) }));
      expect([site.id, rules(long)]).toEqual([
        site.id,
        expect.arrayContaining(['refuse: longer than usual']),
      ]);
    }
  });

  it('firmer than the trade works a site ask for a second look: deep buttock at 3 to 4', () => {
    const at = (grade: number) => rules(routineWith(itemFor('deep-buttock', { grade })));
    expect(at(4)).not.toContain('caution: firmer than usual');
    expect(at(5)).toContain('caution: firmer than usual');
  });

  it('too seldom to do anything are said to be', () => {
    const routine = routineWith(itemFor('calf'));
    expect(rules({ ...routine, timesPerWeek: 2 })).toContain('caution: too seldom');
    expect(rules({ ...routine, timesPerWeek: 3 })).not.toContain('caution: too seldom');
  });
});

describe('nobody practises unscreened', () => {
  const routine = routineWith(itemFor('calf'));
  const unscreened = { ...LATER, screened: false };

  it('is refused until an interview was held, or the reason why not is recorded', () => {
    expect(rules(routine, unscreened)).toContain('refuse: interview first');
    expect(rules(routine, { ...LATER, screened: true }).join()).not.toContain('interview');
    const excused = { ...routine, reasons: { interview: 'Known here for ten years.' } };
    expect(rules(excused, unscreened)).toContain('caution: interview first');
    // It keeps its place in the list while the reason is typed: the field does not move under the hands.
    const place = (context: Routine) =>
      checkRoutine(context, { ...unscreened, minutesPerDay: 1 }).findIndex(
        ({ answeredBy }) => answeredBy === 'interview',
      );
    expect(place(excused)).toBe(place(routine));
    expect(rules({ ...routine, reasons: { interview: ' ' } }, unscreened)).toContain(
      'refuse: interview first',
    );
    expect(rules({ ...routine, reasons: { interview: '' } }, unscreened)).toContain(
      'refuse: interview first',
    );
  });
});
