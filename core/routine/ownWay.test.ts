import fc from 'fast-check';
import { WORKABLE_SITES } from '#core/anatomy';
import { itemFor, ladderClient, routineWith, yesTo } from '#core/examples';
import { TOOLS } from '#core/equipment';
import { POSTURES } from '#core/loading';
import { setupScene } from '#core/poses';
import { screen } from '#core/screening';
import {
  checkRoutine,
  ladderFor,
  ledWords,
  posturesFor,
  pressSchema,
  usualWay,
  type PressItem,
} from './index';

const own = (change: Partial<PressItem> = {}): PressItem =>
  itemFor('calf', {
    toolId: 'foam-roller',
    positionId: 'sitting-floor',
    ownWay: { thing: 'Rolled towel', why: 'He has no roller in the van.' },
    instructions: 'Calf on the rolled towel, other foot on the floor.',
    ...change,
  });
const said = (item: PressItem, screening = screen([])) =>
  checkRoutine(routineWith(item), {
    minutesPerDay: null,
    firstVersion: false,
    screening,
    screened: true,
    settledSites: [item.siteId],
  });
const refused = (item: PressItem, screening = screen([])) =>
  said(item, screening).filter(({ verdict }) => verdict === 'refuse');

describe('a therapist’s own way', () => {
  it('is taken where the table has none, is marked, and says what it is reckoned as', () => {
    const item = own({ toolId: 'stick-roller', positionId: 'seated' });
    expect(pressSchema.parse(item)).toEqual(item);
    const notTaught = itemFor('calf', { toolId: 'firm-ball', positionId: 'sitting-floor' });
    expect(refused(notTaught).map(({ rule }) => rule)).toEqual(['setup for the site']);
    expect(refused({ ...own(), toolId: 'firm-ball' })).toEqual([]);
    expect(said(own()).find(({ rule }) => rule === 'own way')).toMatchObject({
      verdict: 'note',
      reason: expect.stringContaining('Rolled towel at calf is your own way'),
    });
  });

  it('needs its reason and its words', () => {
    const reasons = refused(own({ ownWay: { thing: '', why: ' ' }, instructions: '' })).map(
      ({ reason }) => reason,
    );
    expect(reasons).toEqual([
      'An own way needs its reason.',
      'An own way needs words: nobody else can say how it is done.',
    ]);
  });

  it('keeps to every other rule: ceiling, method, region of the tool, screening', () => {
    const rules = (item: PressItem, screening = screen([])) =>
      refused(item, screening).map(({ rule }) => rule);
    expect(rules(own({ grade: 9 }))).toContain('pressure ceiling');
    expect(rules(own({ dose: { method: 'knead', squeezes: 2, squeezeSeconds: 2 } }))).toContain(
      'method for the site',
    );
    expect(
      rules(own({ siteId: 'skull-base', toolId: 'massage-gun', positionId: 'seated' })),
    ).toContain('tool for the region');
    expect(refused(own(), screen([yesTo('no-floor')])).length).toBeGreaterThan(0);
    expect(
      refused(own({ toolId: 'tennis-ball' }), screen([yesTo('latex')])).length,
    ).toBeGreaterThan(0);
  });

  it('is refused where a place is guarded or thin and the way is not a hand’s', () => {
    const rough = WORKABLE_SITES.filter(({ sensitivity }) => sensitivity === 'guarded').flatMap(
      (site) =>
        TOOLS.filter(({ drive }) => drive === 'body').filter(
          ({ id }) =>
            refused(own({ siteId: site.id, toolId: id, positionId: 'lying-back' })).length === 0,
        ),
    );
    expect(rough).toEqual([]);
  });

  it('wherever it is allowed can be reckoned and drawn, in a posture that is taught for the region', () => {
    let allowed = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...WORKABLE_SITES),
        fc.constantFrom(...TOOLS),
        fc.constantFrom(...POSTURES),
        (site, tool, posture) => {
          const item = itemFor(site.id, {
            ...own(),
            id: 'one',
            siteId: site.id,
            dose: itemFor(site.id).dose,
            grade: 1,
            sides: site.midline ? 'mid' : 'both',
            toolId: tool.id,
            positionId: posture.id,
          });
          if (refused(item).length > 0) return;
          allowed += 1;
          const scene = setupScene(site.id, tool.id, posture.id, 'right');
          expect((scene?.contact ?? [NaN]).every(Number.isFinite)).toBe(true);
          expect(posturesFor(site, tool).map(({ id }) => id)).toContain(posture.id);
          const rungs = ladderFor(item, ladderClient())?.rungs ?? [];
          expect(rungs.every(({ ratio }) => Number.isFinite(ratio))).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
    expect(allowed).toBeGreaterThan(20);
    expect(allowed).toBeLessThan(200);
  });

  it('with a thing of its own asks for no tool the client lacks', () => {
    const rules = (item: PressItem) =>
      checkRoutine(routineWith(item), {
        minutesPerDay: null,
        firstVersion: false,
        screening: [],
        screened: true,
        tools: ['tennis-ball'],
      }).map(({ rule }) => rule);
    expect(rules(own())).not.toContain('tool at hand');
    expect(rules(own({ ownWay: { thing: '', why: 'So.' } }))).toContain('tool at hand');
  });

  it('stands on the ladder as what it is reckoned as', () => {
    const view = ladderFor(own({ toolId: 'firm-ball' }), ladderClient());
    expect(view?.rungs.some(({ setup }) => setup.tool.id === 'firm-ball')).toBe(true);
  });

  it('is told to the client by the name of the thing', () => {
    expect(ledWords(routineWith(own())).ways.calf?.[0]).toBe('Rolled towel');
  });

  it('goes back to a way of the table with its words', () => {
    const back = usualWay(own({ toolId: 'firm-ball' }));
    expect(back.ownWay).toBeUndefined();
    expect(refused(back)).toEqual([]);
    expect(back.instructions).not.toBe(own().instructions);
  });
});
