import { stageToOpen } from './index';

test('a file opens at the questions, then at the plan, then at what changed', () => {
  expect(stageToOpen({ issued: false, screened: false })).toBe('screen');
  expect(stageToOpen({ issued: false, screened: true })).toBe('plan');
  expect(stageToOpen({ issued: true, screened: true })).toBe('review');
  // An older file may have a routine and no interview: what changed is still what one comes for.
  expect(stageToOpen({ issued: true, screened: false })).toBe('review');
});
