import type { Site } from '#core/anatomy';
import type { Surface, Tool } from '#core/equipment';
import type { Source } from '#core/knowledge';
import type { Inputs, Values } from '#core/uncertainty';
import type { Adjustment, Posture } from './posture';

/** How the force on a tool is computed: its uncertain inputs, the rule, and what is taken for granted. */
export interface LoadModelled {
  inputs: Inputs;
  /** Newtons on one contact of the tool before the surface takes any of it. */
  force: (values: Values<Inputs>) => number;
  rule: string;
  assumptions: readonly string[];
  sources: readonly Source[];
  /** The body may come to rest beside the tool. */
  settles: boolean;
}

/** What a setup is made of. */
export interface LoadedSetup {
  site: Pick<Site, 'id' | 'plainName' | 'sensitivity'>;
  tool: Tool;
  posture: Posture;
  surface: Surface;
  adjustment: Adjustment;
  /** Feet from below the contact, metres; the adjustment’s own when absent. */
  feetMetres?: number;
}
