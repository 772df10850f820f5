import type { ActivityKind, Demands, Measured, Part, Picture } from '#core/activities';
import type { Side } from '#core/anatomy';
import type { Dose } from '#core/dosage';

/** One hold (or one sweep) of a routine, in the order it is done. */
export interface HoldStep {
  kind?: undefined;
  index: number;
  itemId: string;
  siteId: string;
  side: Side;
  /** It presses the other side as well, at the same time. */
  together?: true;
  toolId: string;
  positionId: string;
  surfaceId: string | null;
  adjustmentId: string | null;
  grade: number;
  /** Where it begins, when it rises to the grade. */
  fromGrade?: number;
  dose: Dose;
  /** 1-based among `points` on this side. */
  point: number;
  points: number;
  /** What this point is called, where it has a name: “second angle”. */
  spot?: string;
  /** The point of the map it is, over the visits. */
  thread?: string;
  /** 1-based among `repetitions` of this point. */
  repetition: number;
  repetitions: number;
  /** Rest before this hold, when it follows another hold on the same place; seconds. */
  restSeconds: number;
  /** The shortest useful length; seconds. */
  leastSeconds: number;
  /** The hold's own limit before the site's cap is looked at; seconds. */
  limitSeconds: number;
  /** The grade never to exceed on this site. */
  ceilingGrade: number;
  /** Longest contact on this site and side in one session; seconds. */
  capSeconds: number;
  /** The same in a whole day; that of a session when absent. */
  dayCapSeconds?: number;
  /** The least time of later holds on the same site and side; seconds. */
  reservedSeconds: number;
  instructions: string;
  /** Somebody else presses: the words are for them. */
  helper?: true;
  /** Only when the client picked its line for today. */
  asNeeded?: true;
  /** Passed over after a full meal. */
  emptyStomach?: true;
  /** What screening found speaks against this hold: why, for the client. It is passed over. */
  leftOut?: string;
  /** What screening found lowers this hold: why, for the client. */
  limitedBy?: string;
}

/** One go of something that is not pressed: a stretch on one side, a set of a drill, ten breaths. */
export interface ActivityStep {
  kind: ActivityKind;
  index: number;
  itemId: string;
  side: Side;
  /** Null: standing, or as one is. */
  positionId: string | null;
  title: string;
  /** What to do, a step a line. */
  says: readonly string[];
  instructions: string;
  /** How long it is led; 0: it is only told. Seconds. */
  limitSeconds: number;
  count: Part['count'];
  /** About how long it takes where nothing times it, seconds. */
  takesSeconds?: number;
  /** The figure that is taken. */
  measures?: Measured;
  /** Only when the client picked its line for today. */
  asNeeded?: true;
  /** What shows it, drawn. */
  picture?: Picture;
  /** What it asks of the body. */
  asks: Demands;
  /** What screening found speaks against it: why, for the client. It is passed over. */
  leftOut?: string;
  limitedBy?: undefined;
}

export type Step = HoldStep | ActivityStep;

/** Whether a step presses. */
export const isHold = (step: Step): step is HoldStep => step.kind === undefined;

/** The holds among steps. */
export const holdsAmong = (steps: readonly Step[]): HoldStep[] =>
  steps.filter((step) => isHold(step));
