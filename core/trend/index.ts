export { theilSen, type Line } from './theilSen';
export { weeksOf, type WeekCount } from './weeks';
export { dropRows, type DropRow, type RatedPlace, type Stroke } from './dropRows';
export { MEANINGFUL_GRADES, wordChange, type Change } from './change';
