import { LESSONS, PUBLISHED } from './index';

describe('the page of sources', () => {
  it('names every publication once, and no screen says “from memory” beside a figure', () => {
    expect(new Set(PUBLISHED).size).toBe(PUBLISHED.length);
    for (const work of ['Dimitriadis', 'Gent 1958', 'de Leva 1996', 'Soucie', 'ITF']) {
      expect([work, PUBLISHED.some((one) => one.includes(work))]).toEqual([work, true]);
    }
    expect(PUBLISHED.join()).not.toContain('memory');
  });
});

describe('what is taught about all sites alike', () => {
  it('is in whole sentences, each lesson once', () => {
    expect(new Set(LESSONS.map(({ id }) => id)).size).toBe(LESSONS.length);
    for (const { lines } of LESSONS) for (const line of lines) expect(line).toMatch(/[.]$/);
  });

  it('says the ceilings, the way up from the floor and the order (common practice, no published source)', () => {
    const all = LESSONS.flatMap(({ lines }) => lines).join(' ');
    expect(all).toMatch(/ceilings 7, 5, 4 and 3/);
    expect(all).toMatch(/roll to the side, come to all fours/);
    expect(all).toMatch(/Static always before pin-and-glide/);
  });
});
