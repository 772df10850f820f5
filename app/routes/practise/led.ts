import { createContext, useContext } from 'react';
import type { SecondsBand } from '#core/dosage';
import type { HoldStep } from '#core/routine';

/** What a client is told of a site while they work it. */
export interface SiteWords {
  plainName: string;
  find: readonly string[];
  keepOff: string;
}

/** The routine as it came with the page: nothing of it has to be looked up any more. */
export interface Led {
  id: string;
  steps: readonly HoldStep[];
  siteIds: readonly string[];
  tools: readonly string[];
  session: SecondsBand;
  sites: Readonly<Record<string, SiteWords | undefined>>;
}

/** What is measured at home around a session, by the names of the tests. */
export interface HomeMeasures {
  before: readonly string[];
  again: readonly string[];
  weekly: readonly string[];
}

export const SitesContext = createContext<Led['sites']>({});

/** The words for the sites of the routine that is led through. */
export const useSites = (): Led['sites'] => useContext(SitesContext);
