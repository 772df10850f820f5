export { keptUntil, type KeptUntil } from './keptUntil';
