import { SITES } from '#core/anatomy';
import { findTool, HELPERS, withHelper } from '#core/equipment';
import { itemFor, ladderClient, routineWith, yesTo } from '#core/examples';
import { screen } from '#core/screening';
import {
  checkRoutine,
  expand,
  isHold,
  ladderFor,
  mendOf,
  newItem,
  totalsOf,
  type CheckContext,
} from './index';
import { haveReady } from './haveReady';

const helped = itemFor('shoulder-ridge', {
  toolId: 'helper-thumb',
  positionId: 'helped-upright',
  dose: { method: 'brief', holdSeconds: 7 },
});
const context: CheckContext = { minutesPerDay: null, firstVersion: false, screened: true };
const rules = (tools: readonly string[] | null) =>
  checkRoutine(routineWith(helped), { ...context, tools }).map(({ rule }) => rule);

describe('a helper’s hands', () => {
  it('are prescribed like a tool, and every step says that somebody else presses', () => {
    const steps = expand(routineWith(helped, itemFor('calf')));
    expect(steps.filter(isHold).map(({ siteId, helper }) => [siteId, helper ?? false])).toEqual(
      steps.filter(isHold).map(({ siteId }) => [siteId, siteId === 'shoulder-ridge']),
    );
    expect(haveReady(routineWith(helped)).first).toContain('Somebody who presses for you.');
  });

  it('do not tire the client’s own', () => {
    const own = routineWith(itemFor('shoulder-ridge', { dose: helped.dose }));
    expect(totalsOf(own).hands.most).toBeGreaterThan(0);
    expect(totalsOf(routineWith(helped)).hands).toEqual({ least: 0, most: 0 });
    expect(totalsOf(routineWith(helped)).handLoadSeconds).toBe(0);
  });

  it('are there when somebody at home can press, and are asked for otherwise', () => {
    expect(withHelper(null, true)).toBeNull();
    expect(withHelper(['tennis-ball'], false)).toEqual(['tennis-ball']);
    expect(rules(withHelper(['tennis-ball'], true))).not.toContain('tool at hand');
    expect(rules(['tennis-ball'])).toContain('tool at hand');
    const [finding] = checkRoutine(routineWith(helped), { ...context, tools: [] }).filter(
      ({ rule }) => rule === 'tool at hand',
    );
    expect(finding?.reason).toMatch(/^Nobody at home is known to press/);
    const mend = finding && mendOf(routineWith(helped), finding, { ...context, tools: [] });
    const [item] = mend?.routine.items ?? [];
    expect(HELPERS).not.toContain(item && 'toolId' in item ? item.toolId : 'helper-thumb');
  });

  it('are never what a new line begins with, nor a rung of the ladder unless somebody is there', () => {
    for (const site of SITES.filter(({ setups }) => setups.length > 0)) {
      for (const tools of [null, [], ['tennis-ball']]) {
        expect(HELPERS).not.toContain(newItem(site, 'new', null, tools).toolId);
      }
    }
    const own = itemFor('shoulder-ridge', { dose: helped.dose });
    const tools = (given: readonly string[] | null) =>
      ladderFor(own, ladderClient({ tools: given }))?.rungs.map(({ setup }) => setup.tool.id) ?? [];
    for (const none of [null, ['tennis-ball']])
      expect(tools(none).some((id) => HELPERS.includes(id))).toBe(false);
    expect(tools(withHelper(['tennis-ball'], true))).toContain('helper-thumb');
  });

  it('keep to the ceiling of the place and to what screening found, and never go above 7', () => {
    for (const { id, setups } of SITES) {
      for (const { toolId, positionId } of setups) {
        if (!HELPERS.includes(toolId)) continue;
        for (const step of expand(routineWith(itemFor(id, { toolId, positionId })))) {
          expect(step.ceilingGrade).toBeLessThanOrEqual(7);
        }
      }
    }
    const thin = screen([yesTo('osteoporosis')]);
    const leant = itemFor('between-blades', {
      toolId: 'helper-thumb',
      positionId: 'helped-forward',
    });
    const verdicts = checkRoutine(routineWith(leant), { ...context, screening: thin });
    expect(verdicts.some(({ verdict }) => verdict === 'refuse')).toBe(true);
  });

  // Common practice, no published source: the round of a helper, in its order.
  it('reach every place of the round that is taught', () => {
    const round = [
      ...['skull-base', 'neck-groove', 'between-blades', 'outer-blade-edge', 'shoulder-ridge'],
      ...['front-side-neck', 'brow', 'temple', 'chewing-muscle'],
    ];
    const reached = SITES.filter(({ setups }) =>
      setups.some(({ toolId }) => HELPERS.includes(toolId)),
    ).map(({ id }) => id as string);
    expect(reached.sort()).toEqual(round.sort());
    for (const id of HELPERS) expect(findTool(id)?.drive).toBe('helper');
  });
});
