export { SITE_ORDER } from './order';
export { REGIONS, siteSchema, type Region } from './site';
export { findSite, SITES, WORKABLE_SITES, type Site, type SiteId } from './sites';
export { PLACES, type Place } from './places';
