import type { TestId } from '#core/anatomy';
import type { Source } from '#core/knowledge';

/** How a figure is come by. `words`: chosen among given answers. */
export const WAYS = ['number', 'fingers', 'tilt', 'picture'] as const;
export type Way = (typeof WAYS)[number];

export type Unit = 'deg' | 'mm' | 'cm' | 'score';
export const UNIT_WORDS: Record<Unit, string> = { deg: '°', mm: 'mm', cm: 'cm', score: 'of 10' };

/** What is ordinary, in the quantity's unit; an open end is null; equal ends are a single usual figure. */
export interface Ordinary {
  from: number | null;
  to: number | null;
  source: Source;
}

/** One figure that a test yields. */
export interface Quantity {
  /** Unique within its test. */
  id: string;
  name: string;
  unit: Unit;
  /** Measured on the left and on the right. */
  sided: boolean;
  /** What a human body can show; anything else is a slip of the pen. */
  least: number;
  most: number;
  ordinary: Ordinary | null;
  /** Standard error of measurement in the unit, when read as a figure by one tester. */
  sem: number;
  semSource: Source;
  /** More of it is the better, or less; null when neither. */
  better: 'more' | 'less' | null;
  ways: readonly Way[];
}

/** Something that is seen rather than measured. */
export interface Observation {
  id: string;
  asks: string;
  sided: boolean;
  options: readonly string[];
  /** A client alone can tell. */
  atHome?: boolean;
  /** What it is judged by has a name and is kept: the furthest thing in sight, a mark on the wall. */
  mark?: {
    /** Completes “measure it …”. */
    by: string;
    asks: string;
    example: string;
    /** Step by step, for the client. */
    how: readonly string[];
  };
}

/** A test of movement or of what pressing does. */
export interface MovementTest {
  id: TestId;
  name: string;
  /** Step by step, for the therapist to say. */
  how: readonly string[];
  quantities: readonly Quantity[];
  observations: readonly Observation[];
  /** How a client does it alone, step by step; null when it is not safe or not sensible at home. */
  atHome: readonly string[] | null;
  /** How the phone is held for the tilt meter; null when it cannot be. */
  tilt: string | null;
  source: Source;
}
