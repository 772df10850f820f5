import type { Database } from '~/db/database.server';

/** What a service works in: the data, the time, and how this installation runs. */
export interface Setting {
  db: Database;
  now: () => Date;
  /** Demo people may be signed in by one click. */
  demo: boolean;
  /** Shown at start of an installation without a practice; asked for when the first is set up. */
  setUpCode: string;
  /** Whether there is room for more; else nothing is written, not even what reading would note. */
  hasRoom: () => boolean;
  /** Hears of what broke and nobody foresaw. */
  report: (error: unknown) => void;
}

/** Who is asking: always inside one practice. */
export interface Principal {
  userId: string;
  name: string;
  email: string;
  role: 'owner' | 'therapist' | 'client';
  practiceId: string;
  practiceName: string;
  timeZone: string;
  quietAfterDays: number;
  rescreenAfterDays: number;
  /** What clients of the practice ring: it, and help. */
  phone: string;
  emergencyNumber: string;
  /** The client's own file; null for those who work here. */
  clientId: string | null;
}
