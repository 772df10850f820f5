/** One way of doing a piece: as it was wanted, or trimmed. */
export interface Choice {
  /** All of a session it takes but for moving between postures, seconds. */
  seconds: number;
  /** Priority times the share of what was wanted, in thousandths: a whole number. */
  worth: number;
  /** What it draws from each pool, in the order of the pools. */
  draws: readonly number[];
}

/** One line as a fitted session may hold it. Other pieces are named by their place in the puzzle. */
export interface Piece {
  /** A posture by its number, 0 for standing; null: done as one is. */
  posture: number | null;
  /** Wanted before all others. */
  starred: boolean;
  /** From the whole of it down to the least that is useful. */
  choices: readonly Choice[];
  /** What comes before it where both are done. */
  after: readonly number[];
  /** Of each of these at least one is done as well. */
  needs: readonly (readonly number[])[];
  /** Pieces of one site count as one where sites are limited; null: of no site. */
  site: string | null;
}

/** Something that all pieces together may use only so much of: tiring hand work, contact with one place. */
export interface Pool {
  most: number;
  /** Holds only once one of these is done; null: always. */
  when: readonly number[] | null;
}

/** What is to be chosen, trimmed and put in order. */
export interface Puzzle {
  pieces: readonly Piece[];
  /** Seconds of one session. */
  budgetSeconds: number;
  /** Seconds from one posture to another; 0 is standing, where one begins and ends. */
  moves: readonly (readonly number[])[];
  /** Whether a posture is on the floor: from there one gets up to stand. */
  onFloor: readonly boolean[];
  pools: readonly Pool[];
  /** Sites at most; null: any number. */
  mostSites: number | null;
}

/** What is done of a puzzle, in order, and what it comes to. */
export interface Solution {
  /** Pieces in the order they are done, with the choice taken of each. */
  done: readonly { piece: number; choice: number }[];
  starred: number;
  worth: number;
  /** Seconds of moving, with getting up at the end. */
  movingSeconds: number;
  /** The whole session. */
  seconds: number;
}

/**
 * Which of two solutions is the better: more of what is starred, then more worth, then less moving.
 *
 * @returns over 0 when the first is, under 0 when the second is, 0 when neither
 */
export const better = (
  one: Omit<Solution, 'done' | 'seconds'>,
  other: Omit<Solution, 'done' | 'seconds'>,
): number =>
  one.starred - other.starred || one.worth - other.worth || other.movingSeconds - one.movingSeconds;
