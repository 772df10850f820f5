import type { Drive, Tool } from '#core/equipment';
import { about, known } from '#core/uncertainty';
import type { Adjustment, Posture } from './posture';

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
    times: about(1.8, 1.4, 2.3),
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
    times: about(1.6, 1.3, 2),
    why: 'A little more than the arms weigh.',
  },
];
const ADJUSTED_BY_DRIVE: Record<Exclude<Drive, 'body'>, readonly Adjustment[]> = {
  arms: BY_ARMS,
  hand: BY_HAND,
  helper: BY_HAND,
};

/** The ways to press less or more with this tool in this posture, gentlest first. */
export const adjustmentsOf = (tool: Tool, posture: Posture): readonly Adjustment[] =>
  tool.drive === 'body' ? posture.adjustments : ADJUSTED_BY_DRIVE[tool.drive];

/** The adjustment with this id, else the usual one, else the first. */
export function adjustmentFor(
  tool: Tool,
  posture: Posture,
  id: string | null,
): Adjustment | undefined {
  const all = adjustmentsOf(tool, posture);
  return all.find((one) => one.id === id) ?? all.find((one) => one.does === 'usual') ?? all[0];
}
