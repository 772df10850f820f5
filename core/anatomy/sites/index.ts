export { SITE_ORDER } from './order';
export { REGIONS, siteSchema, type Region, type Site } from './site';
export { findSite, SITES, WORKABLE_SITES, type SiteId } from './sites';
export { PLACES, type Place } from './places';
