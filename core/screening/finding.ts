import type { Region, Side } from '#core/anatomy';
import type { MethodId } from '#core/dosage';
import type { SurfaceId, Tool } from '#core/equipment';
import type { Source } from '#core/knowledge';
import type { Need } from '#core/loading';

/**
 * How a screening rule judges, most severe first. `emergency`: call for help now. `refer`: see someone
 * in person first. `off`: do not prescribe. `ask`: medical clearance first. `limit`: allowed with less.
 */
export const LEVELS = ['emergency', 'refer', 'off', 'ask', 'limit'] as const;
export type Level = (typeof LEVELS)[number];

/**
 * What a finding is about. Every criterion that is given must fit; a scope without any fits everything.
 */
export interface Scope {
  regions?: readonly Region[];
  siteIds?: readonly string[];
  sides?: readonly Side[];
  toolIds?: readonly string[];
  hardness?: readonly Tool['hardness'][];
  /** Not these tools: soft hands, which feel what they do. */
  exceptToolIds?: readonly string[];
  /** Tools that a hand or hanging arms bring the load to. */
  byOwnHand?: true;
  /** Sites whose pressing area lies on or beside bone that may break, by geometry. */
  nearBone?: true;
  rubber?: true;
  /** Tools that tire the hands at least this much, 0–1. */
  tiring?: number;
  /** Postures that ask this of the body. */
  needs?: readonly Need[];
  /** Postures at a wall. */
  atWall?: true;
  surfaces?: readonly SurfaceId[];
  methods?: readonly MethodId[];
  /** Stretches and what else goes to the end of a joint’s range; nothing that is pressed. */
  endRange?: true;
}

/** What screening found: how severe, about what, why, in words for both, and on whose word. */
export interface ScreenFinding {
  /** The condition or rule it comes from. */
  rule: string;
  level: Level;
  scope: Scope;
  /** The highest grade still allowed where it is limited. */
  ceilingGrade?: number;
  /** What share of the usual time is still allowed, 0–1. */
  timeShare?: number;
  /** Sites a session may hold at most. */
  mostSites?: number;
  client: string;
  therapist: string;
  source: Source;
  /** Who cleared it, when it was cleared; such a finding no longer forbids. */
  clearedBy?: string;
}

/** Orders levels: smaller is more severe. */
export const levelRank = (level: Level): number => LEVELS.indexOf(level);
