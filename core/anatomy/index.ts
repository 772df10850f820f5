export { SENSITIVITY, PRESSURE_CEILING_LIMIT, type Sensitivity } from './sensitivity';
export {
  findSite,
  REGIONS,
  SITE_ORDER,
  SITES,
  siteSchema,
  WORKABLE_SITES,
  type Region,
  type Site,
  type SiteId,
} from './sites';
export { placeOf, SIDES, type Side } from './sides';
export { BODY_PARTS, BODY_PART_IDS, type BodyPartId } from './referral';
export { MOVEMENT_TESTS, type TestId } from './tests';
export { ZONES, ZONE_IDS, type Zone, type ZoneId } from './zones';
export {
  cautionsFor,
  nearestQuery,
  saidIn,
  searchSites,
  tells,
  type SaidIn,
  type SiteMatch,
} from './search';
export { PLACES, type Place } from './sites';
export { bonesNear } from './bones';
export { limbSites } from './limbs';
export {
  backOffset,
  CROTCH,
  CROWN,
  follow,
  HALF,
  JOINTS,
  middleOf,
  polygonOf,
  recipeWords,
  SIDE_ARM,
  SIDE_HAIR,
  SIDE_HEAD_LINES,
  SIDE_STANDING,
  SIDE_TRUNK,
  UNITS_PER_STATURE,
  VIEW_IDS,
  VIEWS,
  type Drawing,
  type Recipe,
  type Shape,
  type ViewId,
} from './figure';
