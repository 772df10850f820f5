/** Finding the spot on a new site or side, before the first hold; our estimate, seconds. */
export const FIND_SECONDS = 12;
/** Shifting to the next point; our estimate, seconds. */
export const NEXT_POINT_SECONDS = 5;
/** Counted in before each hold; seconds. */
export const COUNT_IN_SECONDS = 3;
