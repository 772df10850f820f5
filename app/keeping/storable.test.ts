import fc from 'fast-check';
import { allStorable, isStorable } from './storable';

describe('a text that can be stored', () => {
  it('is what can be written as UTF-8 and read back, without a NUL', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.string(), (text, other) => {
        const again = Buffer.from(text, 'utf8').toString('utf8');
        expect(isStorable(text)).toBe(again === text && !text.includes('\u0000'));
        expect(isStorable(other)).toBe(!other.includes('\u0000'));
      }),
    );
  });

  it('may speak of such characters: a backslash and letters are letters', () => {
    expect(isStorable('\\u0000 and \\ud83d')).toBe(true);
    expect(isStorable('🎭 ő ł עברית')).toBe(true);
    expect(isStorable('🎭'.slice(0, 1))).toBe(false);
    expect(isStorable(`a${'🎭'.slice(1)}`)).toBe(false);
  });

  it('is looked for in every corner of a value, names of fields too', () => {
    const bad = '\ud83d';
    for (const value of [bad, [bad], { a: [{ b: bad }] }, { [bad]: 1 }, [[['\u0000']]]]) {
      expect(allStorable(value)).toBe(false);
    }
    for (const value of [null, undefined, 7, true, [], {}, { a: ['x', { y: null }] }]) {
      expect(allStorable(value)).toBe(true);
    }
  });
});
