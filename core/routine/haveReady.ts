import type { SiteId } from '#core/anatomy';
import { thingOf, type ThingId } from '#core/equipment';
import { isPress, type PressItem, type Routine, type RoutineItem } from './routine';

/** What a session asks for besides tools. Common practice, no published source. */
export interface HaveReady {
  /** Things within reach, each once: a cushion, a strap, a glove. */
  things: string[];
  /** What is taken off or done before the first touch. */
  first: string[];
}

interface Wish {
  things?: readonly ThingId[];
  first?: readonly string[];
}

const CLEAN_FEET: Wish = { first: ['Feet washed and warm.'] };
const GLASSES: Wish = { first: ['Glasses off.'] };

const BY_SITE: Partial<Record<SiteId, Wish>> = {
  'jaw-inside': {
    things: ['glove'],
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
  'seated-table': { things: ['chair', 'table'] },
  'seated-thigh': { things: ['hard-chair'] },
  'foot-seated': { things: ['chair'] },
  seated: { things: ['chair'] },
  'lying-back': { things: ['cushion'] },
  'lying-side': { things: ['cushion'] },
  'lying-other-side': { things: ['cushion', 'cream'] },
  'helped-upright': { things: ['chair'], first: ['Somebody who presses for you.'] },
  'helped-forward': { things: ['chair', 'table'], first: ['Somebody who presses for you.'] },
  'foot-standing': { things: ['steady'] },
};

/** Strokes go easier over cream; holds want none. */
const STROKED: ReadonlySet<string> = new Set(['glide', 'cross-grain']);
/** A ring on the hand that presses hurts both. */
const BARE_HAND: ReadonlySet<string> = new Set([
  'fingers',
  'stacked-fingers',
  'thumb',
  'knuckle',
  'fist',
  'heel-of-hand',
]);

function wishesOfPress(item: PressItem): Wish[] {
  return [
    BY_SITE[item.siteId as SiteId] ?? {},
    BY_POSTURE[item.positionId] ?? {},
    // Its foot stands on one.
    item.toolId === 'straight-cane' && item.positionId === 'seated' ? { things: ['table'] } : {},
    STROKED.has(item.dose.method) ? { things: ['cream'] } : {},
    BARE_HAND.has(item.toolId) ? { first: ['Rings off the hand that presses.'] } : {},
  ];
}

const HOLDS_ON: Wish = { things: ['steady'] };
const STRAP: Wish = { things: ['strap'] };
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
      return [{ things: ['cold-pack'] }];
    case 'warm-up':
    case 'breathing':
    case 'drill':
    case 'test':
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
  const things = [...new Set(wishes.flatMap((wish) => wish.things ?? []))];
  return {
    things: things.map((id) => thingOf(id).ready),
    first: [...new Set(wishes.flatMap((wish) => wish.first ?? []))],
  };
}

/** The things a line does not go without. */
export const thingsNeeded = (item: RoutineItem): ThingId[] => [
  ...new Set(
    wishesOf(item)
      .flatMap((wish) => wish.things ?? [])
      .filter((id) => !thingOf(id).optional),
  ),
];
