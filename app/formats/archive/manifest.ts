import { z } from 'zod';

/** What an archive of a record calls itself, and the version of its shape. */
export const FORMAT = 'entspann record';
export const VERSION = 1;

/** What a record archive says of itself; it stands in it as `manifest.json`. */
export const manifestSchema = z.object({
  format: z.literal(FORMAT),
  version: z.number().int().min(1),
  /** One client, or a practice with all of its clients. */
  of: z.enum(['client', 'practice']),
  takenAt: z.iso.datetime(),
  practiceName: z.string().max(200),
  /** The last change of the database the rows had been through. */
  edition: z.string().max(80),
  /** Ids of the clients whose records are in it. */
  clients: z.array(z.uuid()).max(100_000),
  /** Rows by table. */
  rows: z.record(z.string().max(60), z.number().int().min(0)),
  /** SHA-256, hex, of every other file in it. */
  sha256: z.record(z.string().max(120), z.string().regex(/^[0-9a-f]{64}$/)),
});

export type Manifest = z.infer<typeof manifestSchema>;

/** A record archive that cannot be read; the message says why, and where. */
export class RecordTrouble extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'RecordTrouble';
  }
}

/** What may be in one: nothing else is opened. */
export const ENTRY =
  /^(manifest\.json|readme\.txt|practice\.jsonl|people\.jsonl|clients\/[0-9a-f-]{36}\.jsonl|pictures\/[0-9a-f-]{36}\.jpg)$/;

export const clientEntry = (id: string): string => `clients/${id}.jsonl`;
export const pictureEntry = (id: string): string => `pictures/${id}.jpg`;
