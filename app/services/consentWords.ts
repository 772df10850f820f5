/**
 * What a client agrees to on joining; it is kept with the consent as it stood then.
 *
 * @example consentWords('Lamp Street Rooms')
 */
export const consentWords = (practiceName: string): string =>
  `I agree that ${practiceName} keeps what is found at visits and what I write here, for my care. I can take it out, and ask for it to be erased, at any time.`;
