import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

/** argon2id with the parameters of the OWASP password storage cheat sheet (from memory). */
const ARGON2ID = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export const hashPassword = (password: string): Promise<string> => hash(password, ARGON2ID);

export const verifyPassword = (encoded: string, password: string): Promise<boolean> =>
  verify(encoded, password);

let decoy: Promise<string> | undefined;

/** Spends the time of a real check, so that an unknown e-mail cannot be told from a wrong password. */
export async function pretendToVerify(password: string): Promise<void> {
  decoy ??= hashPassword(randomBytes(16).toString('hex'));
  await verifyPassword(await decoy, password);
}

/** A secret for a cookie or a link: 32 random bytes, base64url. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** What of a token is stored: SHA-256, hex. */
export const tokenHash = (token: string): string =>
  createHash('sha256').update(token).digest('hex');
