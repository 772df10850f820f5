export {
  addDays,
  dayOf,
  daysBetween,
  instantAt,
  isDay,
  isTimeZone,
  timeOf,
  weekdayOf,
  weekOf,
  type Day,
} from './day';
export { yearsBetween } from './yearsBetween';
export { dayOfYears } from './dayOfYears';
export { askedBetween, type AskPeriod } from './asked';
export { TIMES_OF_DAY, type TimeOfDay } from './timesOfDay';
export { quietDays } from './quiet';
