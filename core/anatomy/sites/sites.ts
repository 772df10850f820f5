import { presentId } from '#core/knowledge';
import { ARM_SITES } from './arm';
import { FOOT_SITES } from './foot';
import { HEAD_SITES } from './head';
import { HIP_SITES } from './hip';
import { LEG_SITES } from './leg';
import { NECK_SITES } from './neck';
import { SHOULDER_SITES } from './shoulder';
import type { SiteRecord } from './site';
import { TRUNK_SITES } from './trunk';
import { UPPER_BACK_SITES } from './upperBack';

const TABLE = [
  ...HEAD_SITES,
  ...NECK_SITES,
  ...SHOULDER_SITES,
  ...UPPER_BACK_SITES,
  ...ARM_SITES,
  ...TRUNK_SITES,
  ...HIP_SITES,
  ...LEG_SITES,
  ...FOOT_SITES,
];

export type SiteId = (typeof TABLE)[number]['id'];

/** A place on the body that can be worked by oneself. */
export interface Site extends SiteRecord {
  id: SiteId;
}

/** Every site, in the order of the body from head to foot. */
export const SITES: readonly Site[] = TABLE;

const BY_ID = new Map<string, Site>(SITES.map((entry) => [entry.id, entry]));

/** The site with this id, also by an id it had before; undefined when there is none. */
export const findSite = (id: string): Site | undefined => BY_ID.get(presentId('site', id));

/** Sites that can be put into a routine: all but those that send one elsewhere. */
export const WORKABLE_SITES: readonly Site[] = SITES.filter((entry) => !entry.redirect);
