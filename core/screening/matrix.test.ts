import { WORKABLE_SITES, type Side } from '#core/anatomy';
import { METHOD_IDS } from '#core/dosage';
import { findTool } from '#core/equipment';
import { yesTo } from '#core/examples';
import { findPosture } from '#core/loading';
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
  ...['side-of-trunk', 'low-back-lanes', 'dimple-points'],
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
const hard = ({ toolId }: Use) => HARD_TOOLS.has(toolId);
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
  'leg-symptoms': { notAt: BACK_AND_HIP, wordLiftsPlaces: true },
  'lasting-referral': { notAt: everywhere, wordLiftsPlaces: true },
  'blood-thinners': {
    stops: 'until cleared',
    notWith: hard,
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
  'no-overhead': { notWith: asks('arm overhead') },
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
    // A foot that feels less is asked about first.
    const asked = id === 'numb' && FOOT(use) && !word;
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
