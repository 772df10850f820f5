import { ARMPIT } from './armpit';
import { BACK } from './back';
import type { Drawing, ViewId } from './drawing';
import { FOOT_TOP, SOLE } from './foot';
import { FRONT } from './front';
import { HEAD } from './head';

/** Every view of the figure. */
export const VIEWS: Record<ViewId, Drawing> = {
  front: FRONT,
  back: BACK,
  head: HEAD,
  armpit: ARMPIT,
  sole: SOLE,
  'foot-top': FOOT_TOP,
};

export { CROTCH, CROWN, HALF, HALF_OUTLINE, JOINTS, onHand } from './body';
export { VIEW_IDS, type DrawnLine, type Drawing, type ViewId } from './drawing';
export { landmarksOf, type Landmark } from './landmarks';
export { PROPORTIONS, UNITS_PER_STATURE } from './proportions';
export { follow, recipeWords, type Recipe } from './recipe';
export { band, middleOf, oval, polygonOf, type Shape } from './shape';
export {
  backOffset,
  SIDE_ARM,
  SIDE_HAIR,
  SIDE_HEAD_LINES,
  SIDE_STANDING,
  SIDE_TRUNK,
} from './side';
