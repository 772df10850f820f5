import { timestamp } from 'drizzle-orm/pg-core';

/** A moment, kept with its zone. */
export const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
