import type { Page } from '@playwright/test';
import { expect } from './test';

/** What a screen of a session offers to go on with, the first that is there. */
const ON = [
  'I’m on it',
  'We are on it',
  'Found one',
  'Begin',
  'Go on',
  'Go on without a figure',
] as const;
/** As many screens as no routine has. */
const MOST_TURNS = 300;

/**
 * Goes through a session that was started, screen by screen, as somebody who does what it says: every hold is rated and
 * held, nothing is skipped. The page’s clock has to be installed.
 *
 * @param endsWith what the last screen says of where it is kept
 * @returns the headings of its screens in their order, each once in a row
 */
export async function practiseToTheEnd(
  phone: Page,
  endsWith: string | RegExp = 'Logged',
): Promise<string[]> {
  const button = (name: string) => phone.getByRole('button', { name, exact: true });
  const isOpen = async (name: string) =>
    (await button(name).count()) === 1 && (await button(name).isEnabled());
  const seen: string[] = [];
  for (let turn = 0; turn < MOST_TURNS; turn += 1) {
    await phone.clock.runFor(1_100);
    const title = (await phone.getByRole('heading', { level: 1 }).textContent()) ?? '';
    if (seen.at(-1) !== title) seen.push(title);
    if (await isOpen('Finish')) {
      await button('Finish').click();
      await expect(phone.getByText(endsWith)).toBeVisible();
      return seen;
    }
    let isOn = false;
    for (const name of ON) {
      if (!(await isOpen(name))) continue;
      await button(name).click();
      // Counted in.
      await phone.clock.runFor(4_000);
      isOn = true;
      break;
    }
    if (isOn) continue;
    // The caution comes first: on to how to get there.
    if (await isOpen('Find the spot')) await button('Find the spot').click();
    else if (await isOpen('2')) {
      await button('2').click();
      await phone.clock.runFor(30_000);
    } else await phone.clock.runFor(30_000);
  }
  throw new Error(`The session does not end; its screens: ${seen.join(', ')}.`);
}
