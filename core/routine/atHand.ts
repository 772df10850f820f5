import { findTool, isOwnHand } from '#core/equipment';

/** Whether nobody has to be asked for a tool: it is the client’s own hand. */
export const isAlwaysThere = (toolId: string): boolean => {
  const tool = findTool(toolId);
  return tool !== undefined && isOwnHand(tool);
};
