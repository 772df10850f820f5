import stringify from 'safe-stable-stringify';
import { v5 as uuidOf } from 'uuid';

const NAMESPACE = '0f9a3f6e-0c0e-4b7c-8a53-5a6f2a7e9d10';

/** What tells two routines that were handed out apart, as text; the order of an object’s keys does not matter. */
export const ledText = ({
  versionId,
  steps,
  findings,
}: {
  versionId: string;
  steps: readonly unknown[];
  findings: readonly unknown[];
}): string => stringify({ versionId, steps, findings }) ?? '';

/**
 * The id of a routine as a device is led by it: the same for the same client and the same holds, wherever it is made.
 *
 * @param digest SHA-256 of its text, hex
 */
export const ledIdFrom = (clientId: string, digest: string): string =>
  uuidOf(`${clientId}/${digest}`, NAMESPACE);
