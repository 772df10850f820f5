import { proveKeeping } from './testing/prove';

proveKeeping(0);
