export {
  areaOf,
  centreOf,
  distanceToOutline,
  inside,
  mirror,
  overlapShare,
  touches,
  type Point,
  type Polygon,
} from './polygon';
export { bandPolygon, ovalPolygon } from './shapes';
export { pathOf, smooth, smoothLine, smoothPolygon } from './smooth';
export { straightPath } from './straight';
