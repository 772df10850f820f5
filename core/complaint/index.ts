export {
  COMPLAINT_LIMITS,
  complaintSchema,
  placesWords,
  sameSpot,
  storedComplaintSchema,
  type Complaint,
  type FeltAt,
} from './complaint';
export { courseOf, standingWords, type Course } from './course';
export { isSince, readSince, sinceWords } from './since';
export {
  ASKED,
  ASKED_EVERY_DAYS,
  ASKED_IDS,
  isDue,
  NOT_THERE,
  standingSchema,
  type Asked,
  type Standing,
  type Told,
} from './standing';
export { reproduces, whereToLook, type Look, type WhereToLook } from './whereToLook';
