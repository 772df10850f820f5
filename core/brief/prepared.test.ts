import fc from 'fast-check';
import { lately, type LoggedSession } from '#core/trend';
import { RESPONSE_IDS } from '#core/response';
import { STOP_REASONS } from '#core/session';
import { isToBeCalled, preparedMessage, type WrittenAbout } from './index';

const TODAY = '2026-03-10';
const nothing: WrittenAbout = {
  name: 'Cosmo Lindqvist',
  told: null,
  pressedTooHard: 0,
  sessionsLately: 6,
  onlyPain: 0,
  quietDays: null,
};
const session = (change: Partial<LoggedSession>): LoggedSession => ({
  id: 's',
  day: '2026-03-09',
  stopReason: null,
  tooMuch: false,
  onlyPain: false,
  response: null,
  ...change,
});
const after = (change: Partial<LoggedSession>): WrittenAbout => ({
  ...nothing,
  told: lately([session(change)], TODAY).told,
});

describe('a message that is prepared', () => {
  it('asks what is in the way of who went quiet, and blames nobody', () => {
    expect(preparedMessage({ ...nothing, quietDays: 22 })).toBe(
      'Hello Cosmo, nothing has been logged for 22 days. Is something in the way: time, soreness, the routine itself? A line is enough, and we change it.',
    );
    expect(preparedMessage({ ...nothing, quietDays: 1 })).toContain('for 1 day.');
  });

  it('says of a bruise that the place rests, and where', () => {
    const bruise = after({ response: 'bruised', places: [{ siteId: 'calf', side: 'left' }] });
    expect(preparedMessage(bruise)).toContain('bruised (calf, left). That place rests');
  });

  it('is none where there is nothing to write about', () => {
    expect(preparedMessage(nothing)).toBe('');
  });

  it('is none where somebody has to be called', () => {
    for (const stopReason of ['alarm', 'dizzy']) {
      const grave = after({ stopReason });
      expect(isToBeCalled(grave)).toBe(true);
      expect(preparedMessage({ ...grave, quietDays: 9 })).toBe('');
    }
  });

  it('whatever is told: it greets by the first name, stays short, and never asks to press more or longer', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(null, ...STOP_REASONS.map(({ id }) => id)),
        fc.constantFrom(null, ...RESPONSE_IDS),
        fc.nat(9),
        fc.nat(9),
        fc.option(fc.integer({ min: 1, max: 99 })),
        (stopReason, response, pressedTooHard, onlyPain, quietDays) => {
          const about = {
            ...after({ stopReason, response }),
            pressedTooHard,
            onlyPain,
            quietDays,
          };
          const text = preparedMessage(about);
          if (isToBeCalled(about)) expect(text).toBe('');
          else if (about.told || pressedTooHard || onlyPain || quietDays !== null)
            expect(text).toMatch(/^Hello Cosmo, [a-z]/);
          else expect(text).toBe('');
          expect(text.length).toBeLessThan(900);
          expect(text).not.toMatch(/harder|longer|firmer|more pressure|!/);
        },
      ),
    );
  });
});
