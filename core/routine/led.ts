import type { SecondsBand } from '#core/dosage';
import type { HoldStep } from './expand';

/** What a client is told of a site while they work it. */
export interface SiteWords {
  plainName: string;
  find: readonly string[];
  keepOff: string;
}

/** How a posture is got into and out of. */
export interface PostureWords {
  getIn: string;
  getOut: string;
  onFloor: boolean;
}

/** A routine as a device leads through it: nothing of it has to be looked up any more. */
export interface LedRoutine {
  /** Of the version. */
  id: string;
  number: number;
  /** What was handed out; a session names it. */
  ledId: string;
  steps: readonly HoldStep[];
  siteIds: readonly string[];
  tools: readonly string[];
  session: SecondsBand;
  sites: Readonly<Record<string, SiteWords | undefined>>;
  /** Tool, posture and what differs from the usual, by the line of the routine. */
  ways: Readonly<Record<string, readonly string[] | undefined>>;
  postures: Readonly<Record<string, PostureWords | undefined>>;
}
