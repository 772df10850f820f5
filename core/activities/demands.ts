import type { Region } from '#core/anatomy';
import type { Need } from '#core/loading';

/** What an activity asks of a body: what screening found is held against it. */
export interface Demands {
  /** Sites whose muscles it lengthens or works. */
  siteIds: readonly string[];
  /** Regions it moves beside those of its sites. */
  regions: readonly Region[];
  needs: readonly Need[];
  standing: boolean;
  /** It goes to the end of a joint’s range. */
  endRange: boolean;
}

/** Of what asks nothing of the body. */
export const NOTHING_ASKED: Demands = {
  siteIds: [],
  regions: [],
  needs: [],
  standing: false,
  endRange: false,
};
