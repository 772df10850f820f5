import fc from 'fast-check';
import { WORKABLE_SITES, type Side } from '#core/anatomy';
import { METHOD_IDS } from '#core/dosage';
import { findTool } from '#core/equipment';
import { anyMildRoutine, anyScreenAnswer, yesTo } from '#core/examples';
import { findPosture } from '#core/loading';
import { checkRoutine } from '#core/routine';
import { CONDITION_IDS, mayUse, screen, type ConditionId, type Use } from './index';

/**
 * What the trade does, stated once more and apart from the rules: a sentence a condition, in ids of sites and
 * tools, so that a slip in the tables of either shows. Common practice, no published source.
 */
interface Trade {
  /** Nothing at all, until somebody has looked; a word of theirs lifts it, or nobody’s does. */
  stops?: 'until cleared' | 'always';
  /** Not at these places. */
  notAt?: (use: Use) => boolean;
  /** Not with these tools or in these postures. */
  notWith?: (use: Use) => boolean;
  /** Lifted by a word as well. */
  wordLiftsPlaces?: boolean;
  /** Never above, where it limits. */
  ceiling?: (use: Use) => number;
  /** So much of the time. */
  share?: (use: Use) => number;
  /** Allowed with care. */
  care?: (use: Use) => boolean;
}

const among =
  (...ids: string[]) =>
  ({ siteId }: Use) =>
    ids.includes(siteId);

const FOOT = among(
  ...['toe-ray-shear', 'between-rays', 'heel-arch', 'mid-sole', 'sole-roll', 'forefoot-wring'],
);
const NECK = among(
  ...['skull-base', 'neck-groove', 'front-side-neck', 'collarbone-points', 'scalene-front'],
  ...['scalene-middle', 'scalene-back', 'neck-levator'],
);
const FRONT_OR_SIDE_OF_NECK = among(
  ...['front-side-neck', 'collarbone-points', 'scalene-front', 'scalene-middle', 'scalene-back'],
);
const BELLY = among('psoas', 'inside-hip-bone', 'rib-edge');
const BONE = among(
  ...['rib-edge', 'breastbone', 'mid-back-lanes', 'between-blades', 'lower-trapezius'],
  ...['side-of-trunk', 'low-back-lanes', 'dimple-points', 'side-low-back', 'blade-corner'],
  ...['skull-base', 'neck-groove', 'neck-levator', 'outer-blade-edge', 'below-ridge'],
  ...['chest', 'chest-under', 'collarbone-points', 'front-side-neck'],
);
const LEG = among(
  ...[
    'middle-quad',
    'deep-quad',
    'outer-quad',
    'inner-quad',
    'hamstrings',
    'inner-thigh',
    'calf',
    'shin-side',
  ],
  ...['outer-thigh-band'],
);
const LEG_AND_ROOT = (use: Use) =>
  LEG(use) ||
  FOOT(use) ||
  among(
    ...['upper-outer-buttock', 'deep-buttock', 'big-buttock', 'hip-front', 'inside-hip-bone'],
    'psoas',
  )(use);
const ARM = among(
  ...['triceps', 'biceps', 'inner-forearm', 'pronator', 'outer-forearm', 'thumb-base'],
);
const ARM_AND_ROOT = (use: Use) =>
  ARM(use) || among('armpit', 'outer-shoulder', 'chest-under')(use);
const SHOULDER = among(
  ...['shoulder-ridge', 'blade-corner', 'above-ridge', 'below-ridge', 'outer-blade-edge', 'armpit'],
  ...['chest', 'chest-under', 'outer-shoulder', 'between-blades', 'lower-trapezius'],
  ...['mid-back-lanes', 'side-of-trunk'],
);
const BACK_AND_HIP = among(
  ...['low-back-lanes', 'side-low-back', 'dimple-points', 'upper-outer-buttock', 'deep-buttock'],
  ...['big-buttock', 'hip-front'],
);
const COLLARBONE_CHEST = among('chest', 'chest-under', 'collarbone-points');

/** Balls and rollers that do not give; hands are no tools here. */
const HARD_TOOLS = new Set(
  'soft-baseball firm-ball golf-ball slim-roller stick-roller hook-cane straight-cane press-tool press-stick pelvic-hook massage-gun'.split(
    ' ',
  ),
);
/** Hands that are bone under thin skin, and a thumb that somebody else leans on. */
const BONY_HANDS = new Set(['knuckle', 'fist', 'elbow', 'helper-thumb', 'helper-knuckle']);
const hard = ({ toolId }: Use) => HARD_TOOLS.has(toolId) || BONY_HANDS.has(toolId);
const SOFT = new Set(
  'tennis-ball sock-ball double-ball large-ball fingers thumb heel-of-hand'.split(' '),
);
const notSoft = ({ toolId }: Use) => !SOFT.has(toolId);
/** What one’s own hand or arms bring to bear. */
const byOwnHand = ({ toolId }: Use) =>
  'fingers stacked-fingers thumb knuckle fist heel-of-hand elbow stick-roller hook-cane straight-cane press-tool pelvic-hook massage-gun'
    .split(' ')
    .includes(toolId);
const ARM_UP = among('armpit', 'side-of-trunk');
const needsOf = (positionId: string) => findPosture(positionId)?.needs ?? [];
const asks =
  (need: ReturnType<typeof needsOf>[number]) =>
  ({ positionId }: Use) =>
    needsOf(positionId).includes(need);
const everywhere = () => true;
const both =
  (...rules: ((use: Use) => boolean)[]) =>
  (use: Use) =>
    rules.every((rule) => rule(use));
const either =
  (...rules: ((use: Use) => boolean)[]) =>
  (use: Use) =>
    rules.some((rule) => rule(use));
const whenAt = (place: (use: Use) => boolean, most: number) => (use: Use) =>
  place(use) ? most : 10;

const TRADE: Record<ConditionId, Trade> = {
  saddle: { stops: 'always' },
  'chest-pain': { stops: 'always' },
  'worst-headache': { stops: 'always' },
  'sudden-dizziness': { stops: 'always' },
  'hot-calf': { stops: 'until cleared' },
  'growing-weakness': { stops: 'until cleared' },
  'serious-fall': { stops: 'until cleared' },
  'fever-spine': { stops: 'until cleared' },
  'night-pain': { stops: 'until cleared' },
  'weight-loss': { stops: 'until cleared' },
  'cancer-bone': { stops: 'until cleared' },
  'new-headache': { stops: 'until cleared' },
  'arm-symptoms': { notAt: either(NECK, SHOULDER, ARM), wordLiftsPlaces: true },
  'joint-trouble': { notAt: everywhere, wordLiftsPlaces: true },
  falls: {
    notAt: LEG,
    wordLiftsPlaces: true,
    care: ({ positionId }) => findPosture(positionId)?.where === 'wall',
  },
  varicose: { notAt: either(LEG_AND_ROOT, ARM_AND_ROOT) },
  aneurysm: { stops: 'until cleared', notAt: BELLY },
  'numb-hands': {
    notWith: both(ARM, hard),
    ceiling: (use) => (byOwnHand(use) ? 3 : 10),
  },
  'leg-symptoms': { notAt: BACK_AND_HIP, wordLiftsPlaces: true },
  'lasting-referral': { notAt: everywhere, wordLiftsPlaces: true },
  'blood-thinners': {
    stops: 'until cleared',
    notWith: notSoft,
    ceiling: () => 3,
    share: () => 0.5,
  },
  clot: { stops: 'until cleared', notAt: everywhere },
  osteoporosis: { notWith: both(BONE, hard), ceiling: whenAt(BONE, 3) },
  pregnancy: {
    stops: 'until cleared',
    notAt: BELLY,
    notWith: either(asks('lie face down'), ({ toolId }) => toolId === 'pelvic-hook'),
  },
  skin: { notAt: everywhere },
  recent: { notAt: everywhere, wordLiftsPlaces: true },
  numb: { notAt: among('forefoot-wring', 'toe-ray-shear'), notWith: both(FOOT, hard) },
  diabetes: { notAt: among('forefoot-wring'), ceiling: whenAt(FOOT, 4) },
  'neck-unstable': { stops: 'until cleared', notAt: NECK, wordLiftsPlaces: true },
  'dizzy-or-pressure': {
    stops: 'until cleared',
    notAt: FRONT_OR_SIDE_OF_NECK,
    wordLiftsPlaces: true,
  },
  implant: { notAt: COLLARBONE_CHEST },
  'mobile-joints': { ceiling: () => 4 },
  'widespread-pain': { ceiling: () => 3, share: () => 0.5 },
  jaw: { notAt: among('jaw-inside') },
  latex: { notWith: ({ toolId }) => findTool(toolId)?.rubber ?? false },
  'no-overhead': { notWith: either(asks('arm overhead'), ARM_UP) },
  'no-bending': { notWith: asks('bend') },
  'no-floor': {
    notWith: both(asks('get down and up'), ({ surfaceId }) =>
      ['hard-floor', 'mat'].includes(surfaceId ?? ''),
    ),
  },
  balance: { care: ({ positionId }) => findPosture(positionId)?.where === 'wall' },
  'tired-hands': { share: ({ toolId }) => ((findTool(toolId)?.tiredness ?? 0) >= 0.5 ? 0.5 : 1) },
};

/** Every way a site is reached, by every method it is worked by, that nothing forbids by itself. */
const USES: Use[] = WORKABLE_SITES.flatMap((site) =>
  site.setups.flatMap(({ toolId, positionId }) =>
    (findPosture(positionId)?.surfaces ?? []).flatMap((surfaceId) =>
      METHOD_IDS.flatMap((method) =>
        (site.midline ? (['mid'] as Side[]) : (['left', 'right'] as Side[])).map((side) => ({
          siteId: site.id,
          side,
          toolId,
          positionId,
          surfaceId,
          method,
          grade: 1,
        })),
      ),
    ),
  ),
).filter((use) => mayUse(use, []).allowed);

/** Ways in which the rules and the statement differ, in words. */
function differences(id: ConditionId, clearedBy: string): string[] {
  const findings = screen([yesTo(id, { clearedBy })]);
  const trade = TRADE[id];
  return USES.flatMap((use) => {
    const permission = mayUse(use, findings);
    const free = mayUse(use, []);
    const word = clearedBy !== '';
    const stopped = trade.stops === 'always' || (trade.stops === 'until cleared' && !word);
    const place = trade.notAt?.(use) === true && !(word && trade.wordLiftsPlaces);
    // A foot or an arm that feels less is asked about first.
    const asked = !word && ((id === 'numb' && FOOT(use)) || (id === 'numb-hands' && ARM(use)));
    const allowed = !(stopped || place || asked || trade.notWith?.(use) === true);
    const ceiling = Math.min(free.ceilingGrade, trade.ceiling?.(use) ?? 10);
    const share = trade.share?.(use) ?? 1;
    const said = `${id}${word ? ', cleared' : ''}: ${use.siteId} ${use.side} with ${use.toolId}, ${use.positionId} on ${use.surfaceId ?? ''}, ${use.method}`;
    if (permission.allowed !== allowed) {
      return [`${said}: ${permission.verdict}, and the trade ${allowed ? 'allows' : 'forbids'} it`];
    }
    if (!allowed) return [];
    return [
      ...(permission.ceilingGrade === ceiling
        ? []
        : [`${said}: ceiling ${permission.ceilingGrade}, not ${ceiling}`]),
      ...(permission.timeShare === share
        ? []
        : [`${said}: share ${permission.timeShare}, not ${share}`]),
      ...(trade.care?.(use) === true && permission.verdict !== 'limit' ? [`${said}: no care`] : []),
    ];
  });
}

describe('every condition at every site, with every tool, in every posture, by every method', () => {
  it('is asked about in the statement, and the other way round', () => {
    expect(Object.keys(TRADE).sort()).toEqual([...CONDITION_IDS].sort());
    expect(USES.length).toBeGreaterThan(2_000);
  });

  it.each(CONDITION_IDS)('%s: judged as the trade does, before and after somebody’s word', (id) => {
    expect(differences(id, '').slice(0, 5)).toEqual([]);
    expect(differences(id, 'Dr Amsel, 3 November').slice(0, 5)).toEqual([]);
  });

  it('10,000 random routines for random interviews: none that passes holds a forbidden pair, a cap passed or a grade above a ceiling', () => {
    let passed = 0;
    fc.assert(
      fc.property(
        anyMildRoutine,
        fc.array(anyScreenAnswer, { maxLength: 2 }),
        (routine, answers) => {
          const findings = screen(answers);
          const context = { minutesPerDay: null, firstVersion: false, screening: findings };
          if (checkRoutine(routine, context).some(({ verdict }) => verdict === 'refuse')) return;
          passed += 1;
          for (const item of routine.items) {
            const sides: Side[] =
              item.sides === 'both'
                ? ['left', 'right']
                : [item.sides === 'mid' ? 'mid' : item.sides];
            for (const side of sides) {
              const surfaceId = findPosture(item.positionId)?.surfaces[0] ?? null;
              const use = { ...item, side, surfaceId, method: item.dose.method };
              for (const answer of answers) {
                // Only what the answer is about, and is not cleared: the table says the rest.
                const isMeant =
                  answer.sides.length === 0 || side === 'mid' || answer.sides.includes(side);
                const trade = TRADE[answer.condition];
                const whole = answer.regions.length === 0 && answer.siteIds.length === 0;
                const forbids =
                  (trade.stops !== undefined &&
                    (answer.clearedBy === '' || trade.stops === 'always')) ||
                  trade.notWith?.(use) === true ||
                  (whole && isMeant && answer.clearedBy === '' && trade.notAt?.(use) === true);
                expect([answer.condition, item.siteId, item.toolId, forbids]).toEqual([
                  ...[answer.condition, item.siteId, item.toolId],
                  false,
                ]);
                expect(item.grade).toBeLessThanOrEqual(trade.ceiling?.(use) ?? 7);
              }
              expect(item.grade).toBeLessThanOrEqual(7);
            }
          }
        },
      ),
      { numRuns: 10_000 },
    );
    // The claim is about those that pass: enough of them do.
    expect(passed).toBeGreaterThan(1_000);
  });

  it('a clot in a thigh bars the whole leg from sole to buttock, and leaves the arms', () => {
    const thigh = screen([
      yesTo('clot', { sides: ['left'], regions: ['thigh and leg'], clearedBy: 'Dr Amsel' }),
    ]);
    const arm = screen([
      yesTo('clot', { sides: ['left'], regions: ['arm'], clearedBy: 'Dr Amsel' }),
    ]);
    for (const use of USES) {
      const isThere = use.side !== 'right';
      expect([use.siteId, use.side, mayUse(use, thigh).allowed]).toEqual([
        use.siteId,
        use.side,
        !(isThere && LEG_AND_ROOT(use)),
      ]);
      expect([use.siteId, use.side, mayUse(use, arm).allowed]).toEqual([
        use.siteId,
        use.side,
        !(isThere && ARM_AND_ROOT(use)),
      ]);
    }
  });

  it('varicose veins at a place bar that place alone', () => {
    const calf = screen([yesTo('varicose', { sides: ['right'], siteIds: ['calf'] })]);
    for (const use of USES) {
      expect([use.siteId, mayUse(use, calf).allowed]).toEqual([
        use.siteId,
        !(use.siteId === 'calf' && use.side === 'right'),
      ]);
    }
  });

  it('a side that is named leaves the other side; the middle counts with either', () => {
    const left = screen([yesTo('clot', { sides: ['left'], clearedBy: 'Dr Amsel' })]);
    for (const use of USES) {
      expect([use.siteId, use.side, mayUse(use, left).allowed]).toEqual([
        use.siteId,
        use.side,
        use.side === 'right',
      ]);
    }
  });
});
