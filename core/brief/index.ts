export { brief, type Brief, type Sentence } from './brief';
