export { fitRoutine, type Fit, type FitLine, type FitWish } from './fit';
export { prioritiesOf, PRIORITY_SOURCE, type Matters, type Priority } from './priorities';
export { MOST_PIECES } from './solve';
export { regrouped } from './regroup';
