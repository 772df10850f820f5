import type { Site } from '#core/anatomy';
import type { FoamAge, SurfaceId } from '#core/equipment';
import type { Spread } from '#core/uncertainty';

/** What the page asks of the worker: one tool on one surface at a load, by random draws. */
export interface SpreadQuestion {
  id: number;
  toolId: string;
  surfaceId: SurfaceId;
  flesh: Site['flesh'];
  foam: FoamAge | null;
  loadNewtons: number;
  seed: number;
}

export interface SpreadAnswer {
  id: number;
  spread: Spread | null;
}
