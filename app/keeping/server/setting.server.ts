import type { Database } from '~/db/database.server';

/** A message to somebody outside. */
export interface Mail {
  /** The same for the same message: a receiver that gets it twice shows it once. */
  id: string;
  to: string;
  subject: string;
  text: string;
}

/** How this installation reaches people who have not opened it. */
export interface Outward {
  /** Sends a message; null: no mail server is configured, and it goes into the simulated post tray. */
  mail: ((mail: Mail) => Promise<void>) | null;
  /** The address people open, without a slash at its end. */
  address: string;
  /** Whether a push service may be asked: nobody’s device names an address inside this house. */
  allowsPush: (endpoint: URL) => boolean;
}

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
  /** How people are reached who have not opened it. */
  outward: Outward;
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
