export { toolSchema, type Drive, type Tool } from './tool';
export { findTool, servesMethod, TOOLS } from './tools';
export {
  findSurface,
  SURFACE_IDS,
  surfaceIdSchema,
  SURFACES,
  type Surface,
  type SurfaceId,
} from './surfaces';
export { gentModulus, modulusOf } from './gent';
