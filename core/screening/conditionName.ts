import { noLongerUsed, presentId } from '#core/knowledge';
import { CONDITION_IDS, CONDITIONS, type ConditionId } from './conditions';

const isAsked = (id: string): id is ConditionId => (CONDITION_IDS as string[]).includes(id);

/**
 * What a stored condition is called, also one that is no longer asked about.
 *
 * @example conditionName('gout') // => 'gout (no longer used)'
 */
export function conditionName(stored: string): string {
  const id = presentId('condition', stored);
  return isAsked(id) ? CONDITIONS[id].name : noLongerUsed('condition', stored);
}
