export { brief, type Brief, type Sentence } from './brief';
export { isToBeCalled, preparedMessage, type WrittenAbout } from './prepared';
