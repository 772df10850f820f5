import { proveKeeping } from './testing/prove';

proveKeeping(1);
