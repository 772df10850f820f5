import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { courseOf, type Told } from '#core/complaint';
import { CourseChart } from './CourseChart';
import { StandingForm } from './StandingForm';

const told = (day: string, days: number, strongest: number, hinders: number): Told => ({
  day,
  from: 'home',
  days,
  strongest,
  hinders,
});

describe('the course of a complaint, drawn', () => {
  const drawn = (...all: Told[]) =>
    renderToStaticMarkup(createElement(CourseChart, { name: 'Knee', course: courseOf(all) }));

  it('is nothing while it was asked once', () => {
    expect(drawn(told('2026-03-02', 3, 4, 2))).toBe('');
  });

  it('puts each answer on its day and its number, true to scale', () => {
    const svg = drawn(
      told('2026-03-02', 7, 10, 0),
      told('2026-03-12', 5, 5, 5),
      told('2026-03-22', 3, 0, 10),
    );
    const spots = [...svg.matchAll(/<circle cx="([\d.]+)" cy="([\d.]+)" r="3.2"/g)].map(
      ([, x, y]) => [Number(x), Number(y)],
    );
    const [[x1 = 0, top] = [], [x2 = 0, middle = 0] = [], [x3 = 0, base = 0] = []] = spots;
    expect(x2 - x1).toBeCloseTo(x3 - x2, 6);
    expect(middle).toBeCloseTo(((top ?? 0) + base) / 2, 6);
    expect(base).toBeGreaterThan(middle);
    // Days as numerals, and all of it in words.
    expect([...svg.matchAll(/class="days">(\d)</g)].map(([, days]) => days)).toEqual([
      '7',
      '5',
      '3',
    ]);
    expect(svg).toContain('Knee, 2 Mar: 7 days of 7');
  });

  it('keeps the names of two lines that end together apart', () => {
    const svg = drawn(told('2026-03-02', 5, 5, 5), told('2026-03-22', 5, 5, 5));
    const ys = [...svg.matchAll(/y="([\d.]+)" class="name(?:Open)?">/g)].map(([, y]) => Number(y));
    expect(Math.abs((ys[0] ?? 0) - (ys[1] ?? 0))).toBeGreaterThanOrEqual(12);
  });
});

it('asks on how many days, and of some the strength from 1 on', () => {
  const form = renderToStaticMarkup(
    createElement(StandingForm, {
      name: 'knee',
      last: null,
      action: 'Tell',
      onTell: () => undefined,
    }),
  );
  const values = (asked: string) =>
    [
      ...form.matchAll(
        new RegExp(`name="knee:${asked}" value="(\\d+)"|value="(\\d+)" name="knee:${asked}"`, 'g'),
      ),
    ].length;
  expect([values('days'), values('strongest'), values('hinders')]).toEqual([8, 10, 11]);
  expect(form).toContain('1: hardly');
});
