export { findTool, TOOLS, toolSchema, type Tool } from './tools';
export {
  findPosition,
  isOnFloor,
  movesBetween,
  POSITIONS,
  positionSchema,
  type Position,
} from './positions';
