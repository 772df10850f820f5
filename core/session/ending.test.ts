import { clockSays, endingOf, STOP_REASONS } from './index';

describe('how a session ended', () => {
  it('is said in one way for each ending', () => {
    const of = (change: Partial<Parameters<typeof endingOf>[0]>) =>
      endingOf({ status: 'running', stopReason: null, counts: false, ...change });
    expect(of({ status: 'finished', counts: true }).says).toBe('finished');
    expect(of({}).says).toBe('left open');
    expect(of({ counts: true }).says).toBe('left open, most of it held');
    expect(of({ status: 'paused' }).says).toBe('left open');
  });

  it('asks for attention for every reason but the ordinary ones', () => {
    for (const { id, weight } of STOP_REASONS) {
      const { says, attention } = endingOf({ status: 'stopped', stopReason: id, counts: false });
      expect([id, attention]).toEqual([id, weight !== 'ordinary']);
      expect(says).toMatch(/^stopped: [a-z]/);
    }
    expect(endingOf({ status: 'stopped', stopReason: 'itching', counts: false })).toEqual({
      says: 'stopped: itching (no longer used)',
      attention: true,
    });
  });

  it('says of a wrong clock what is known, and nothing of a right one', () => {
    expect(clockSays('right')).toBeNull();
    expect(clockSays('corrected')).toContain('set right');
    expect(clockSays('guessed')).toContain('guess');
  });
});
