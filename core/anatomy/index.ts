export { SENSITIVITY, PRESSURE_CEILING_LIMIT, type Sensitivity } from './sensitivity';
export { findSite, isSiteId, SITES, siteSchema, type Site, type SiteId } from './sites';
export { placeOf, sideLabel, sidesOf, SIDES, type Side } from './sides';
