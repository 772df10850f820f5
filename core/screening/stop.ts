import type { ScreenFinding } from './finding';

/** What forbids all work until somebody has looked. */
export interface AllStop {
  /** `emergency`: help now. `refer`: in person first. */
  level: 'emergency' | 'refer';
  findings: readonly ScreenFinding[];
}

const everywhere = ({ scope }: ScreenFinding) => Object.keys(scope).length === 0;

/** The findings that stop the whole plan, when there are any that nobody has cleared. */
export function allStop(findings: readonly ScreenFinding[]): AllStop | null {
  const stopping = findings.filter(
    (one) =>
      !one.clearedBy && (one.level === 'emergency' || (one.level === 'refer' && everywhere(one))),
  );
  if (stopping.length === 0) return null;
  const level = stopping.some((one) => one.level === 'emergency') ? 'emergency' : 'refer';
  return { level, findings: stopping };
}
