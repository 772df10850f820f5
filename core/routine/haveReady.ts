import type { SiteId } from '#core/anatomy';
import { isPress, type PressItem, type Routine, type RoutineItem } from './routine';

/** What a session asks for besides tools. Common practice, no published source. */
export interface HaveReady {
  /** Things within reach, each once: a cushion, a strap, a glove. */
  things: string[];
  /** What is taken off or done before the first touch. */
  first: string[];
}

type Wish = Partial<Record<keyof HaveReady, readonly string[]>>;

const CLEAN_FEET: Wish = { first: ['Feet washed and warm.'] };
const GLASSES: Wish = { first: ['Glasses off.'] };

const BY_SITE: Partial<Record<SiteId, Wish>> = {
  'jaw-inside': {
    things: ['a glove that is not of latex if you are allergic to it'],
    first: ['Wash your hands; the nail of the little finger short.', 'Dentures out.'],
  },
  brow: { first: ['Glasses off, contact lenses out.'] },
  temple: GLASSES,
  'behind-ear': GLASSES,
  'jaw-joint': GLASSES,
  'toe-ray-shear': CLEAN_FEET,
  'between-rays': CLEAN_FEET,
  'heel-arch': CLEAN_FEET,
  'mid-sole': CLEAN_FEET,
  'forefoot-wring': CLEAN_FEET,
  'sole-roll': CLEAN_FEET,
};

const BY_POSTURE: Record<string, Wish | undefined> = {
  'seated-table': { things: ['a chair', 'a table'] },
  'seated-thigh': { things: ['a hard chair'] },
  'foot-seated': { things: ['a chair'] },
  seated: { things: ['a chair'] },
  'lying-back': { things: ['a cushion for the head'] },
  'lying-side': { things: ['a cushion for the head'] },
  'foot-standing': { things: ['something steady to hold'] },
};

/** Strokes go easier over cream; holds want none. */
const STROKED: ReadonlySet<string> = new Set(['glide', 'cross-grain']);
/** A ring on the hand that presses hurts both. */
const BARE_HAND: ReadonlySet<string> = new Set([
  'fingers',
  'thumb',
  'knuckle',
  'fist',
  'heel-of-hand',
]);

function wishesOfPress(item: PressItem): Wish[] {
  return [
    BY_SITE[item.siteId as SiteId] ?? {},
    BY_POSTURE[item.positionId] ?? {},
    STROKED.has(item.dose.method) ? { things: ['a little cream, if you like'] } : {},
    BARE_HAND.has(item.toolId) ? { first: ['Rings off the hand that presses.'] } : {},
  ];
}

const HOLDS_ON: Wish = { things: ['something steady to hold'] };
const STRAP: Wish = { things: ['a strap or towel, in case the hand does not reach'] };
const BY_STRETCH: Record<string, readonly Wish[] | undefined> = {
  'quad-standing': [HOLDS_ON, STRAP],
  'quad-side-lying': [STRAP],
  'hamstring-lying': [STRAP],
  'hip-front-step': [HOLDS_ON],
};

function wishesOf(item: RoutineItem): readonly Wish[] {
  if (isPress(item)) return wishesOfPress(item);
  switch (item.kind) {
    case 'stretch':
    case 'contract-relax':
      return BY_STRETCH[item.stretchId] ?? [];
    case 'cold':
      return [{ things: ['a cold pack and a cloth round it'] }];
    case 'warm-up':
    case 'breathing':
    case 'drill':
    case 'note':
    case 'and-then':
      return [];
  }
}

/**
 * What to have within reach besides tools, and what to do first, in the order of the routine and each once.
 *
 * @example haveReady({ items: [jawInside] }).first[0] // => 'Wash your hands; the nail of the little finger short.'
 */
export function haveReady({ items }: Pick<Routine, 'items'>): HaveReady {
  const wishes = items.flatMap(wishesOf);
  const all = (of: keyof HaveReady) => [...new Set(wishes.flatMap((wish) => wish[of] ?? []))];
  return { things: all('things'), first: all('first') };
}
