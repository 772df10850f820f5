import type { Drive, Tool } from '#core/equipment';
import { about, known } from '#core/uncertainty';
import type { Adjustment, LoadModel, Posture } from './posture';
import { leansAt } from './ways';

/** The likeliest of the firmest way, as times of the usual one. */
export const FIRMLY: Record<Exclude<Drive, 'body'>, number> = { arms: 1.6, hand: 1.8, helper: 1.8 };

const BY_HAND: readonly Adjustment[] = [
  {
    id: 'light',
    name: 'lightly',
    does: 'less',
    times: about(0.5, 0.35, 0.7),
    why: 'Half of a moderate press.',
  },
  { id: 'usual', name: 'moderately', does: 'usual', times: known(1), why: 'A moderate press.' },
  {
    id: 'firm',
    name: 'firmly',
    does: 'more',
    times: about(FIRMLY.hand, 1.4, 2.3),
    why: 'Leaning after the hand; hands tire.',
  },
];
const BY_ARMS: readonly Adjustment[] = [
  {
    id: 'light',
    name: 'arms half held',
    does: 'less',
    times: about(0.5, 0.35, 0.7),
    why: 'The arms carry part of their own weight.',
  },
  {
    id: 'usual',
    name: 'the arms’ own weight',
    does: 'usual',
    times: known(1),
    why: 'The arms hang on the hook.',
  },
  {
    id: 'firm',
    name: 'a gentle pull',
    does: 'more',
    times: about(FIRMLY.arms, 1.3, 2),
    why: 'A little more than the arms weigh.',
  },
];
const ADJUSTED_BY_DRIVE: Record<Exclude<Drive, 'body'>, readonly Adjustment[]> = {
  arms: BY_ARMS,
  hand: BY_HAND,
  helper: BY_HAND,
};

/** What files may still name that is offered no more, by how the posture loads the tool, and what stands for it. */
const FORMERLY: Partial<Record<LoadModel['kind'], Record<string, string>>> = {
  head: { firm: 'usual' },
  lean: { 'hips-on': 'usual' },
};

/** The ways to press less or more with this tool in this posture at a site, gentlest first. */
export function adjustmentsOf(siteId: string, tool: Tool, posture: Posture): readonly Adjustment[] {
  if (posture.load.kind === 'head') return posture.adjustments;
  if (tool.drive !== 'body') return ADJUSTED_BY_DRIVE[tool.drive];
  return posture.load.kind === 'lean' ? leansAt(siteId) : posture.adjustments;
}

/** The adjustment with this id, the usual one for null; undefined for an id that is not known there. */
export function adjustmentFor(
  siteId: string,
  tool: Tool,
  posture: Posture,
  id: string | null,
): Adjustment | undefined {
  const all = adjustmentsOf(siteId, tool, posture);
  const find = (wanted: string | undefined) => all.find((one) => one.id === wanted);
  if (id !== null) return find(id) ?? find(FORMERLY[posture.load.kind]?.[id]);
  return all.find(({ does }) => does === 'usual') ?? all[0];
}
