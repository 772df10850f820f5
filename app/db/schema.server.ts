/** Every table, by what it belongs to. */
export * from './schema/people.server';
export * from './schema/routines.server';
export * from './schema/visits.server';
export * from './schema/keeping.server';
export * from './schema/complaints.server';
export * from './schema/reminders.server';
