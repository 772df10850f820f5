export { FOAM_AGES, toolSchema, type Drive, type FoamAge, type Tool } from './tool';
export { findTool, HELPERS, isOwnHand, servesMethod, TOOLS, withHelper } from './tools';
export {
  findSurface,
  SURFACE_IDS,
  surfaceIdSchema,
  SURFACES,
  type Surface,
  type SurfaceId,
} from './surfaces';
export { THING_IDS, thingOf, type ThingId } from './things';
export { airPressure, gentModulus, giveOfTool } from './gent';
