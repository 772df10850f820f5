import fc from 'fast-check';
import { PassThrough } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { v7 as uuid } from 'uuid';
import { clientEntry, pictureEntry, writeRecord } from './index.server';
import { recordsSeen } from './recordsSeen';

/** An archive of so many records, written as every one is. */
async function archiveOf(records: number): Promise<Uint8Array> {
  const into = new PassThrough();
  const all = buffer(into);
  await writeRecord(into, new Date('2026-11-20T09:00:00Z'), async ({ add }) => {
    const clients = Array.from({ length: records }, () => uuid());
    await add('practice.jsonl', 'clients/ is only a word here\n');
    for (const id of clients) {
      await add(clientEntry(id), '{"PK":"clients/"}\n'.repeat(20));
      await add(pictureEntry(id), Buffer.from('PKclients/'));
    }
    await add('people.jsonl', '');
    return { of: 'practice', practiceName: 'Quay', edition: '0031', clients, rows: {} };
  });
  return new Uint8Array(await all);
}

describe('records counted while an archive comes in', () => {
  it('are as many as are in it, however it is cut', async () => {
    for (const records of [0, 1, 7]) {
      const bytes = await archiveOf(records);
      fc.assert(
        fc.property(
          fc.array(fc.integer({ min: 1, max: bytes.length }), { maxLength: 40 }),
          (at) => {
            const cuts = [0, ...new Set(at.toSorted((a, b) => a - b)), bytes.length];
            const seen = recordsSeen();
            const counts = cuts.slice(1).map((to, n) => seen(bytes.subarray(cuts[n], to)));
            expect(counts.at(-1)).toBe(records);
            expect(counts).toEqual(counts.toSorted((a, b) => a - b));
          },
        ),
      );
      const byByte = recordsSeen();
      expect([...bytes].map((byte) => byByte(Uint8Array.of(byte))).at(-1)).toBe(records);
    }
  });
});
