import type { Side } from '#core/anatomy';
import type { Source, Verdict } from '#core/knowledge';
import type { Quantity } from '#core/measurement';
import type { Demands } from '../demands';

/** Something that is done in one go and led as one step. */
export interface Part {
  side: Side;
  /** A posture of the tables; null: standing, or as one is. */
  positionId: string | null;
  /** How long it is led; 0: it is only told. Seconds. */
  seconds: number;
  /** What to do, a step a line. */
  says: readonly string[];
  /** What is counted while it lasts; `turns` are what one of them is made of, in order. */
  count: { of: number; eachSeconds: number; name: string; turns: readonly Turn[] } | null;
  /** About how long it takes where nothing times it, for the minutes; our estimate, seconds. */
  takesSeconds?: number;
  /** The figure that is taken. */
  measures?: Measured;
}

/** A figure of a movement test, and when of the session it is taken. */
export interface Measured {
  testId: string;
  when: 'before' | 'between' | 'after';
  quantity: Quantity;
}

/** A part of one round or one breath, seconds. */
export interface Turn {
  says: string;
  seconds: number;
}

/** A drawing of a movement, by the table it stands in. */
export interface Picture {
  of: 'stretch' | 'drill' | 'breathing' | 'test';
  id: string;
}

/** What an activity’s own rules say of it. */
export interface OwnFinding {
  rule: string;
  verdict: Verdict;
  reason: string;
  inputs: Readonly<Record<string, string | number>>;
}

/** What a new line knows of its client. */
export interface Wish {
  id: string;
  affectedSide: 'left' | 'right' | null;
}

/**
 * A kind of activity: all that is to be known of it stands here. A new kind is one file, and the table of
 * kinds does not compile without it.
 */
export interface Kind<A> {
  /** As a therapist calls it. */
  name: string;
  /** What it is for. */
  goodFor: string;
  source: Source;
  /** A usual line of it. */
  usual: (wish: Wish) => A;
  /** What the client reads as its name. */
  title: (activity: A) => string;
  /** Its dose in a few words. */
  doseWords: (activity: A) => string;
  /** What is led, in order. */
  parts: (activity: A) => readonly Part[];
  demands: (activity: A) => Demands;
  /** Which drawing shows it; null: none is needed. */
  picture: (activity: A) => Picture | null;
  /** What of it is unusual or cannot be. */
  judge: (activity: A) => readonly OwnFinding[];
}

/** The sides an activity is done on, in order. */
export function sidesOf(
  sides: 'both' | Side,
  affectedSide: 'left' | 'right' | null = null,
): readonly Side[] {
  if (sides !== 'both') return [sides];
  return affectedSide === 'right' ? ['right', 'left'] : ['left', 'right'];
}

/** “ a side”, “, left only”, or nothing in the middle. */
export function sideWords(sides: 'both' | Side): string {
  if (sides === 'both') return ' a side';
  return sides === 'mid' ? '' : `, ${sides} only`;
}

const OFTEN = ['once', 'twice'];

/** “3 times a day”; nothing when it is once. */
export const dayWords = (timesPerDay: number): string =>
  timesPerDay === 1 ? '' : `, ${OFTEN[timesPerDay - 1] ?? `${timesPerDay} times`} a day`;

/** A table has not this entry any more. */
export const unknownEntry = (what: string, id: string): OwnFinding => ({
  rule: `known ${what}`,
  verdict: 'refuse',
  reason: `“${id}” is not a ${what} this edition knows.`,
  inputs: { [what]: id },
});

/** A line of the therapist’s own without a name. */
export const nameless = (title: string): readonly OwnFinding[] =>
  title.trim() === ''
    ? [
        {
          rule: 'has a name',
          verdict: 'refuse',
          reason: 'Give it a name the client understands.',
          inputs: { length: 0 },
        },
      ]
    : [];

/** Only one side of a thing that has two. */
export const oneSided = (sides: 'both' | Side, name: string): readonly OwnFinding[] =>
  sides === 'left' || sides === 'right'
    ? [
        {
          rule: 'both sides',
          verdict: 'note',
          reason: `${name} on the ${sides} only. Usually both sides are done.`,
          inputs: { sides },
        },
      ]
    : [];
