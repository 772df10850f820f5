/** A domain that never is (RFC 2606): addresses of people a record names who have no account here. */
const DOMAIN = '@elsewhere.invalid';

/** An address for somebody who is only named. */
export const elsewhereAddress = (id: string): string => `${id}${DOMAIN}`;

/** Whether an account is only the name of somebody in a record from elsewhere. */
export const isElsewhere = ({ email }: { email: string }): boolean => email.endsWith(DOMAIN);
