import type { MethodId } from '#core/dosage';
import { findSite, WORKABLE_SITES } from '#core/anatomy';
import { itemFor, timed, yesTo } from '#core/examples';
import { screen } from '#core/screening';
import { doseFigures, doseText } from './doseWords';
import { offSites } from './offSites';
import { pressesOf } from '#core/routine';
import { plan, setupChange, startOf } from './planState';

describe('sites that screening rules out', () => {
  it('are none when nothing was found', () => {
    expect(offSites([]).size).toBe(0);
  });

  it('carry the reason, and only those without any way left', () => {
    const neck = offSites(screen([yesTo('neck-unstable', { clearedBy: '' })]));
    expect(neck.get('skull-base')).toMatch(/neck/i);
    // Asking a doctor first stops everything until somebody has.
    expect(neck.size).toBe(WORKABLE_SITES.length);
    const jaw = offSites(screen([yesTo('jaw')]));
    expect([...jaw.keys()]).toEqual(['jaw-inside']);
    const latex = offSites(screen([yesTo('latex')]));
    expect(latex.has('side-low-back')).toBe(false);
    expect(latex.has('outer-shoulder')).toBe(true);
  });
});

describe('a line that is reached another way', () => {
  const site = findSite('side-low-back');
  if (!site) throw new RangeError('side-low-back');
  const line = itemFor('side-low-back', { dose: timed(30) });

  it('takes the words of the new way along, and leaves words of the therapist’s own', () => {
    const next = { toolId: 'firm-ball', positionId: 'lying-back' };
    expect(setupChange(site, line, next)).toMatchObject({
      ...next,
      surfaceId: null,
      instructions: 'As with the tennis ball, on a mat.',
    });
    expect(setupChange(site, { ...line, instructions: 'My own.' }, next)).not.toHaveProperty(
      'instructions',
    );
  });

  it('moves to a tool that serves the method when the method changes', () => {
    const calf = itemFor('calf', {
      id: 'calf',
      toolId: 'tennis-ball',
      positionId: 'sitting-floor',
    });
    const state = startOf({ items: [calf], timesPerWeek: 7, message: '' });
    const [changed] = pressesOf(
      plan(state, { type: 'method', id: 'calf', method: 'pin-and-glide' }).routine,
    );
    expect(changed?.dose.method).toBe('pin-and-glide');
    expect(changed?.toolId).toBe('stick-roller');
    const [kept] = pressesOf(
      plan(state, { type: 'method', id: 'calf', method: 'strokes' }).routine,
    );
    expect(kept?.toolId).toBe('tennis-ball');
  });
});

describe('a method that brings its own number of spots', () => {
  const withMethod = (siteId: 'calf' | 'below-ridge' | 'shoulder-ridge', method: MethodId) => {
    const state = startOf({
      items: [itemFor(siteId, { id: 'x', points: 1 })],
      timesPerWeek: 7,
      message: '',
    });
    return pressesOf(plan(state, { type: 'method', id: 'x', method }).routine)[0];
  };
  it('has as many as the cap has room for when every one is looked for', () => {
    // 30 s each, two minutes at most.
    expect(withMethod('below-ridge', 'search')).toMatchObject({ points: 4, extraPoints: 0 });
    expect(withMethod('shoulder-ridge', 'knead')).toMatchObject({ points: 6, toolId: 'fingers' });
    expect(withMethod('below-ridge', 'timed')?.points).toBe(1);
  });
});

describe('doses in words', () => {
  it.each([
    [{ method: 'timed', holdSeconds: 30 }, 'hold 0:30', '0:30'],
    [{ method: 'fade', minSeconds: 20, capSeconds: 90 }, 'until it fades, 0:20–1:30', '0:20–1:30'],
    [{ method: 'sweep', sweepSeconds: 60 }, 'sweep 1:00', '1:00'],
    [{ method: 'strokes', holdSeconds: 15 }, 'short strokes 0:15', '0:15'],
    [
      { method: 'build-up', fromSeconds: 5, toSeconds: 30 },
      'build-up hold 0:05 to 0:30',
      '0:05 to 0:30',
    ],
    [{ method: 'pin-and-glide', bends: 12, bendSeconds: 3 }, '12 bends of 3 s', '12 bends of 3 s'],
  ] as const)('%j', (dose, words, figures) => {
    expect(doseText(dose)).toBe(words);
    expect(doseFigures(dose)).toBe(figures);
  });
});
