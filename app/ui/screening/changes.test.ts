import fc from 'fast-check';
import { CONDITION_IDS, INTERVIEW, noneOf, reply, type Reply } from '#core/screening';
import { changed, firstOpenPage, laidOver } from './useInterview';

const anyReplies: fc.Arbitrary<Reply[]> = fc
  .subarray([...CONDITION_IDS])
  .chain((ids) =>
    fc.tuple(
      ...ids.map((id) =>
        fc.constantFrom('yes' as const, 'no' as const).map((says) => reply(id, says)),
      ),
    ),
  );
const sorted = (replies: readonly Reply[]) =>
  [...replies].sort((a, b) => a.condition.localeCompare(b.condition));

describe('what changed in an interview', () => {
  it('laid over what was there gives what is there now, whatever was answered', () => {
    fc.assert(
      fc.property(anyReplies, anyReplies, (before, after) => {
        expect(sorted(laidOver(before, [changed(before, after)]))).toEqual(sorted(after));
      }),
    );
  });

  it('is nothing when nothing was answered', () => {
    fc.assert(
      fc.property(anyReplies, (replies) => {
        expect(changed(replies, replies)).toEqual({ set: [], forget: [] });
      }),
    );
  });

  it('of two tabs keeps the answers of both, and the last to the same question', () => {
    const jaw = { set: [reply('jaw', 'no')], forget: [] };
    const clot = { set: [reply('clot', 'yes')], forget: [] };
    const again = { set: [reply('jaw', 'yes')], forget: [] };
    expect(sorted(laidOver([], [jaw, clot, again]))).toEqual([
      reply('clot', 'yes'),
      reply('jaw', 'yes'),
    ]);
  });
});

describe('the page an interview goes on at', () => {
  it('is the first with an open question, also among answers that were not sent yet', () => {
    expect(firstOpenPage([])).toBe(0);
    let replies: Reply[] = [];
    INTERVIEW.forEach((group, page) => {
      expect(firstOpenPage(replies)).toBe(page);
      replies = noneOf(replies, group);
    });
    expect(firstOpenPage(replies)).toBe(INTERVIEW.length);
    const [first] = INTERVIEW;
    if (!first) throw new RangeError('There is no interview.');
    const left = changed([], noneOf([], first));
    expect(firstOpenPage(laidOver([], [left]))).toBe(1);
  });
});
