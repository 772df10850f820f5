import { pacedClock } from './paced';

it('runs at its pace from where it stood, and never jumps when the pace is changed', () => {
  let steady = 1_000;
  const clock = pacedClock(() => steady, 50_000);
  steady += 500;
  expect(clock.now()).toBe(50_500);
  clock.setPace(16);
  expect(clock.now()).toBe(50_500);
  steady += 1_000;
  expect(clock.now()).toBe(66_500);
  clock.setPace(1);
  expect(clock.now()).toBe(66_500);
  steady += 10;
  expect(clock.now()).toBe(66_510);
});
