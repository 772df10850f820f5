/** A message may be so long; our choice, characters. */
export const MESSAGE_LENGTH = 1000;
