/** A Bundle as a file (RFC 6838 names the type; HL7 R4, section “JSON”, from memory). */
export const asBundle = { type: 'application/fhir+json; charset=utf-8', ending: 'json' };
export type { CareRecord } from './careRecord';
export { faultsIn } from './check';
export { toldBesides } from './besides';
export { BundleTrouble, fromBundle, type Aside } from './read';
export { toBundle } from './write';
