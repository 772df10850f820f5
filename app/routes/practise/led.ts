import { createContext, useContext } from 'react';
import type { SecondsBand } from '#core/dosage';
import type { HoldStep } from '#core/routine';

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

/** The routine as it came with the page: nothing of it has to be looked up any more. */
export interface Led {
  id: string;
  steps: readonly HoldStep[];
  siteIds: readonly string[];
  tools: readonly string[];
  session: SecondsBand;
  sites: Readonly<Record<string, SiteWords | undefined>>;
  /** Tool, posture and what differs from the usual, by the line of the routine. */
  ways: Readonly<Record<string, readonly string[] | undefined>>;
  postures: Readonly<Record<string, PostureWords | undefined>>;
}

/** What is told along the way, by site, line of the routine and posture. */
export const LedContext = createContext<Pick<Led, 'sites' | 'ways' | 'postures'>>({
  sites: {},
  ways: {},
  postures: {},
});

/** The words of the routine that is led through. */
export const useLed = () => useContext(LedContext);
