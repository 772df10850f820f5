export { readWish, reminderWishSchema, USUAL_WISH, type ReminderWish } from './wish';
export { isQuiet, nextAfter, plannedOn, type PlannedReminder } from './planned';
export { plannedTimes, type PlannedTime } from './times';
export { isWanted, STALE_AFTER_MS, type Standing } from './wanted';
export { REMINDER, reminderMail } from './words';
