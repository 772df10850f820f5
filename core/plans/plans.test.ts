import { CONDITION_IDS, screen } from '#core/screening';
import { yesTo } from '#core/examples';
import { checkRoutine, isPress, pressesOf, type Routine } from '#core/routine';
import {
  findStartingPlan,
  plannedLines,
  STARTING_PLANS,
  takenFrom,
  type StartingPlan,
} from './index';

const ids = () => {
  let n = 0;
  return () => `line-${(n += 1)}`;
};
const healthy = { minutesPerDay: null, firstVersion: true };
const lines = (
  plan: StartingPlan,
  answers: Parameters<typeof screen>[0] = [],
  tools = ['tennis-ball'],
) =>
  plannedLines(
    plan,
    { affectedSide: 'left', tools },
    { ...healthy, screening: screen(answers) },
    ids(),
  );
const routineOf = (plan: StartingPlan): Routine => ({
  items: takenFrom(lines(plan)),
  timesPerWeek: 7,
  message: '',
});
const planOf = (id: string): StartingPlan => {
  const plan = findStartingPlan(id);
  if (!plan) throw new RangeError(id);
  return plan;
};

describe('starting plans', () => {
  it('are at least fourteen, each with a name, reasons and causes in sentences', () => {
    expect(STARTING_PLANS.length).toBeGreaterThanOrEqual(14);
    expect(new Set(STARTING_PLANS.map(({ id }) => id)).size).toBe(STARTING_PLANS.length);
    for (const { lines: given, alsoLook, care } of STARTING_PLANS) {
      for (const sentence of [...given.map(({ why }) => why), alsoLook, care ?? 'None.']) {
        expect(sentence).toMatch(/^[A-Z].*\.$/);
      }
    }
    expect(findStartingPlan('headstand')).toBeUndefined();
  });

  it.each(STARTING_PLANS.map((plan) => [plan.id, plan] as const))(
    '%s passes every check for a healthy body on the first day, whole and in order',
    (_, plan) => {
      expect(lines(plan).filter(({ against }) => against !== null)).toEqual([]);
      expect(takenFrom(lines(plan))).toHaveLength(plan.lines.length);
      const findings = checkRoutine(routineOf(plan), healthy);
      expect(findings.map(({ rule }) => rule)).toEqual([]);
    },
  );

  // Common practice, no published source: what people say, and where one looks first.
  it.each([
    ['stiff-neck', ['blade-corner', 'neck-levator']],
    ['tight-shoulders', ['blade-corner', 'shoulder-ridge', 'chest']],
    ['band-headache', ['skull-base']],
    ['behind-eye-headache', ['shoulder-ridge', 'brow']],
    ['face-and-teeth', ['temple', 'chewing-muscle']],
    ['low-back', ['side-low-back', 'low-back-lanes', 'dimple-points']],
    ['outer-thigh', ['inside-hip-bone', 'hip-front', 'outer-quad']],
    ['knee-gives-way', ['inner-quad', 'middle-quad', 'hamstrings']],
    ['heel', ['toe-ray-shear', 'heel-arch', 'mid-sole', 'calf']],
    ['shoulder-front', ['below-ridge', 'chest']],
  ])('%s works these places, in this order', (id, sites) => {
    expect(pressesOf(routineOf(planOf(id))).map(({ siteId }) => siteId)).toEqual(sites);
  });

  it('have at most one neck site: others wait for a quiet week', () => {
    for (const plan of STARTING_PLANS) {
      const neck = pressesOf(routineOf(plan)).filter(({ siteId }) =>
        ['neck-levator', 'front-side-neck', 'skull-base', 'scalene-front', 'neck-groove'].includes(
          siteId,
        ),
      );
      expect([plan.id, neck.length <= 1]).toEqual([plan.id, true]);
    }
  });

  it('take a tool that the client has, where a site can be reached with one', () => {
    const [ball] = pressesOf({
      items: takenFrom(lines(planOf('shoulder-front'), [], ['tennis-ball'])),
    });
    expect(ball?.toolId).toBe('tennis-ball');
    const [sock] = pressesOf({
      items: takenFrom(lines(planOf('shoulder-front'), [], ['sock-ball'])),
    });
    expect(sock?.toolId).toBe('sock-ball');
  });
});

describe('a second plan', () => {
  it('adds what is not there yet, each in its place, and nothing twice', () => {
    const first = takenFrom(lines(planOf('tight-shoulders')));
    const second = plannedLines(
      planOf('between-blades'),
      { affectedSide: null, tools: null },
      { ...healthy, firstVersion: false },
      ids(),
      first,
    );
    const there = second.filter(({ against }) => against === 'It is in the routine already.');
    expect(there.map(({ item }) => (isPress(item) ? item.siteId : item.kind))).toEqual([
      'warm-up',
      'chest',
    ]);
    const both = takenFrom(second, first);
    expect(both[0]).toMatchObject({ kind: 'warm-up' });
    expect(both).toHaveLength(first.length + 3);
    const sites = pressesOf({ items: both }).map(({ siteId }) => siteId);
    expect(new Set(sites).size).toBe(sites.length);
  });
});

describe('starting plans and screening', () => {
  const against = (id: string, ...answers: Parameters<typeof screen>[0]) =>
    lines(planOf(id), answers).flatMap(({ item, against: why }) =>
      why === null ? [] : [isPress(item) ? item.siteId : item.kind],
    );

  it('leave out exactly the lines that a body rules out', () => {
    expect(against('knee-gives-way', yesTo('mobile-joints'))).toEqual(['stretch', 'stretch']);
    expect(against('outer-thigh', yesTo('pregnancy', { clearedBy: 'Dr. Lund' }))).toEqual([
      'inside-hip-bone',
    ]);
    expect(against('forearm', yesTo('arm-symptoms'))).toEqual([
      'outer-forearm',
      'inner-forearm',
      'triceps',
    ]);
    expect(against('lifting-the-arm', yesTo('no-overhead'))).toContain('armpit');
    expect(against('heel', yesTo('latex'))).toEqual(['mid-sole', 'calf']);
  });

  it('let nothing through with a red flag', () => {
    for (const { id, lines: given } of STARTING_PLANS) {
      expect(against(id, yesTo('night-pain'))).toHaveLength(given.length);
    }
  });

  it('what is taken is never refused, whatever was answered', () => {
    for (const condition of CONDITION_IDS) {
      const answers = [yesTo(condition)];
      for (const plan of STARTING_PLANS) {
        const items = takenFrom(lines(plan, answers));
        const refused = checkRoutine(
          { items, timesPerWeek: 7, message: '' },
          { ...healthy, screening: screen(answers) },
        ).filter(({ verdict, rule }) => verdict === 'refuse' && rule !== 'fewer sites');
        expect([condition, plan.id, refused.map(({ reason }) => reason)]).toEqual([
          condition,
          plan.id,
          [],
        ]);
      }
    }
  });
});
