import { theirFields } from './theirFields';

const now = {
  minutesPerDay: 9,
  notes: '',
  tools: ['tennis-ball', 'hook-cane'],
  places: [],
  helperAtHome: false,
  affectedSide: null,
};
const only = (...fields: (keyof typeof now)[]) =>
  Object.fromEntries(fields.map((field) => [field, now[field]]));

describe('what somebody else changed meanwhile', () => {
  it('is named by field, with what stands there now', () => {
    expect(theirFields(only('minutesPerDay', 'tools'))).toEqual([
      { label: 'Minutes a day', value: '9' },
      { label: 'Tools at home', value: 'Tennis ball, Hook cane' },
    ]);
  });

  it('says nothing, none and no for what is empty', () => {
    expect(theirFields(only('notes', 'places', 'helperAtHome', 'affectedSide'))).toEqual([
      { label: 'Notes', value: 'nothing' },
      { label: 'Places at home', value: 'none' },
      { label: 'Somebody at home who can press', value: 'no' },
      { label: 'Affected side', value: 'nothing' },
    ]);
  });

  it('names days of the week', () => {
    expect(theirFields({ weekdays: [1, 7] })).toEqual([
      { label: 'On which days', value: 'Monday, Sunday' },
    ]);
    for (const any of [[], null])
      expect(theirFields({ weekdays: any })).toEqual([{ label: 'On which days', value: 'any' }]);
  });

  it.each([[undefined], [null], ['all'], [7]])(
    'is nothing where a refusal was of another kind: %j',
    (other) => {
      expect(theirFields(other)).toEqual([]);
    },
  );
});
