import { proveKeeping } from './testing/prove';

proveKeeping();
