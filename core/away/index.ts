export { awayFrom, type Away, type AwayLine } from './awayFrom';
export { findKit, KITS, type Kit } from './kits';
