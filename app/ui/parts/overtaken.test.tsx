import { renderToStaticMarkup } from 'react-dom/server';
import { Overtaken, seenAfter, theirChanges } from './Overtaken';

const now = {
  minutesPerDay: 9,
  notes: '',
  tools: ['tennis-ball', 'hook-cane'],
  places: [],
  helperAtHome: false,
  affectedSide: null,
};
const details = (...changed: string[]) => ({ changed, seen: JSON.stringify(now) });

describe('what somebody else changed meanwhile', () => {
  it('is named by field, with what stands there now', () => {
    expect(theirChanges(details('minutesPerDay', 'tools'))).toEqual([
      { label: 'Minutes a day', value: '9' },
      { label: 'Tools at home', value: 'Tennis ball, Hook cane' },
    ]);
  });

  it('says nothing, none and no for what is empty', () => {
    expect(theirChanges(details('notes', 'places', 'helperAtHome', 'affectedSide'))).toEqual([
      { label: 'Notes', value: 'nothing' },
      { label: 'Places at home', value: 'none' },
      { label: 'Somebody at home who can press', value: 'no' },
      { label: 'Affected side', value: 'nothing' },
    ]);
  });

  it.each([[undefined], [null], [{}], [{ changed: 'all' }], [{ changed: [], seen: 7 }]])(
    'is nothing where a refusal was of another kind: %j',
    (other) => {
      expect(theirChanges(other)).toEqual([]);
      expect(seenAfter(other, 'before')).toBe('before');
    },
  );

  it('counts as seen once it was shown', () => {
    expect(seenAfter(details('notes'), 'before')).toBe(JSON.stringify(now));
  });

  it('stands under the sentence, as pairs', () => {
    const markup = renderToStaticMarkup(
      <Overtaken message="Somebody changed this." details={details('minutesPerDay')} />,
    );
    expect(markup).toContain('role="alert"');
    expect(markup).toContain('<dt>Minutes a day</dt><dd>9</dd>');
    expect(renderToStaticMarkup(<Overtaken message="No." details={{}} />)).not.toContain('<dl');
  });
});
