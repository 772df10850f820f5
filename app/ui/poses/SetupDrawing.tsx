import { useMemo } from 'react';
import type { Side } from '#core/anatomy';
import { setupScene } from '#core/poses';
import { SceneDrawing } from './SceneDrawing';

/** How a site is reached, drawn; nothing when there is no drawing of it. */
export function SetupDrawing({
  siteId,
  toolId,
  positionId,
  side,
  className,
}: {
  siteId: string;
  toolId: string;
  positionId: string;
  side: Side;
  className?: string;
}) {
  // Solved by halving: not at every stroke of a key beside it.
  const scene = useMemo(
    () => setupScene(siteId, toolId, positionId, side),
    [siteId, toolId, positionId, side],
  );
  return scene && <SceneDrawing scene={scene} className={className} />;
}
