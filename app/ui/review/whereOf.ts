import { findSite } from '#core/anatomy';
import type { Proposal } from '#core/proposals';

/** What a proposal is about, in words. */
export const whereOf = ({ siteId }: Pick<Proposal, 'siteId'>): string =>
  siteId === null ? 'The whole routine' : (findSite(siteId)?.plainName ?? siteId);
