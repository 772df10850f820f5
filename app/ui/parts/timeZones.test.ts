import { cityOf } from './TimeZoneSelect';

test('a time zone is found by its city, which comes first', () => {
  expect(cityOf('Europe/Copenhagen')).toBe('Copenhagen, Europe');
  expect(cityOf('America/Argentina/Buenos_Aires')).toBe('Buenos Aires, Argentina, America');
  expect(cityOf('UTC')).toBe('UTC');
});
