export { SENSITIVITY, PRESSURE_CEILING_LIMIT, type Sensitivity } from './sensitivity';
export { findSite, SITES, siteSchema, type Site, type SiteId } from './sites';
export { placeOf, SIDES, type Side } from './sides';
