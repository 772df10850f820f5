import { useState, type PointerEvent } from 'react';
import type { ScaleLinear } from 'd3-scale';
import { dayAt } from './dropScale';

/** A shorter pull is a slip of the hand, px. */
const LEAST_PULL = 8;

/** The days under a pull over a chart; null where it was too short to mean one. */
export function daysUnder(
  scale: ScaleLinear<number, number>,
  [a, b]: readonly [number, number],
): { from: string; to: string } | null {
  if (Math.abs(a - b) < LEAST_PULL) return null;
  const [first, last] = scale.domain() as [number, number];
  const [low, high] = [Math.min(a, b), Math.max(a, b)].map((at) =>
    Math.min(last, Math.max(first, scale.invert(at))),
  ) as [number, number];
  // Every day the pull touches, and at least one.
  return { from: dayAt(Math.round(low)), to: dayAt(Math.max(Math.round(low), Math.round(high))) };
}

/**
 * Choosing days by pulling over a chart of time: what is pulled over while it lasts, and the days when it ends.
 *
 * @param scale day numbers to what is drawn
 * @param width how wide that is as it was drawn; on the screen it may be shown smaller
 * @param onDays absent: nothing is pulled
 */
export function useBrush(
  scale: ScaleLinear<number, number>,
  width: number,
  onDays: ((days: { from: string; to: string }) => void) | undefined,
) {
  const [pull, setPull] = useState<readonly [number, number] | null>(null);
  if (!onDays) return { pull: null, handlers: {} };
  const at = ({ currentTarget, clientX }: PointerEvent<Element>) => {
    const shown = currentTarget.getBoundingClientRect();
    return ((clientX - shown.left) * width) / Math.max(1, shown.width);
  };
  return {
    pull: pull && ([Math.min(...pull), Math.max(...pull)] as const),
    handlers: {
      onPointerDown: (event: PointerEvent<Element>) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        setPull([at(event), at(event)]);
      },
      onPointerMove: (event: PointerEvent<Element>) => {
        const to = at(event);
        setPull((now) => now && [now[0], to]);
      },
      onPointerUp: () => {
        const days = pull && daysUnder(scale, pull);
        setPull(null);
        if (days) onDays(days);
      },
      onPointerCancel: () => setPull(null),
    },
  };
}
