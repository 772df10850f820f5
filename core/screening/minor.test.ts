import { itemFor, routineWith } from '#core/examples';
import { checkRoutine } from '#core/routine';
import { minorOn } from './index';

describe('somebody under age', () => {
  const born = (bornOn: string | null, consentBy = '') =>
    minorOn({ bornOn, consentBy }, '2026-03-11');

  it('is so until the eighteenth birthday, where the birthday is known', () => {
    expect(born(null)).toBeNull();
    expect(born('2008-03-11')).toBeNull();
    expect(born('2008-03-12')).toEqual({ age: 17, consentBy: '' });
    // A slip of the pen: a birthday to come is nobody of age.
    expect(born('2030-01-01')).toEqual({ age: 0, consentBy: '' });
  });

  it('is issued nothing before somebody consents', () => {
    const rules = (minor: ReturnType<typeof born>) =>
      checkRoutine(routineWith(itemFor('calf')), {
        minutesPerDay: null,
        firstVersion: false,
        minor,
      }).flatMap(({ rule, verdict }) => (rule === 'consent' ? [verdict] : []));
    expect(rules(born('2010-01-01'))).toEqual(['refuse']);
    expect(rules(born('2010-01-01', ' '))).toEqual(['refuse']);
    expect(rules(born('2010-01-01', 'Ida Sorg, mother'))).toEqual([]);
    expect(rules(born('1990-01-01'))).toEqual([]);
    expect(rules(born(null))).toEqual([]);
  });
});
