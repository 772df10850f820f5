import { GRAVITY, type ToldOf } from '#core/trend';

/** What somebody is written to about: as the day sheet has it. */
export interface WrittenAbout {
  name: string;
  told: Pick<ToldOf, 'label' | 'when' | 'gravity' | 'places'> | null;
  pressedTooHard: number;
  /** Of so many sessions. */
  sessionsLately: number;
  onlyPain: number;
  quietDays: number | null;
}

/** Whether somebody has to be called: a message may be read days later. */
export const isToBeCalled = ({ told }: Pick<WrittenAbout, 'told'>): boolean =>
  told !== null && told.gravity <= GRAVITY.nothingStarts;

const counted = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

const lower = (words: string) => `${words.charAt(0).toLowerCase()}${words.slice(1)}`;

function toldWords({ told }: WrittenAbout): string[] {
  if (!told) return [];
  const says = lower(told.label);
  if (told.when === 'during') {
    return [
      `you stopped a session: ${says}. Stopping was right. How is it now? Please do not press there again until it has settled.`,
    ];
  }
  if (told.gravity === GRAVITY.bruised)
    return [
      `the day after you were ${says}. That place rests until it has gone; the rest of the routine goes on. Please tell me when it has gone, or if it spreads or hurts more.`,
    ];
  return [
    `the day after you were ${says}. A little is fine, more than that was too much. Please press more softly there, and tell me how the next day is.`,
  ];
}

/**
 * A message to a client about what the day sheet tells of them, to be read and changed before it is sent. It asks, blames
 * nobody and changes no dose. Common practice, no published source.
 *
 * @returns empty where somebody is to be called instead, and where there is nothing to write about
 * @example preparedMessage({ ...nothing, name: 'Cosmo Lindqvist', quietDays: 22 })
 *   // 'Hello Cosmo, nothing has been logged for 22 days. Is something in the way: time, soreness, the routine itself? …'
 */
export function preparedMessage(about: WrittenAbout): string {
  if (isToBeCalled(about)) return '';
  const { name, pressedTooHard, sessionsLately, onlyPain, quietDays } = about;
  const said = [
    ...toldWords(about),
    ...(onlyPain > 0
      ? [
          'at a point there was only pain. Please leave that point out until we have looked at it together.',
        ]
      : []),
    ...(pressedTooHard > 0
      ? [
          `in ${pressedTooHard} of ${counted(sessionsLately, 'session')} it was rated higher than we agreed. Please come off as soon as it is more than the number that is shown: less is enough.`,
        ]
      : []),
    ...(quietDays !== null
      ? [
          `nothing has been logged for ${counted(quietDays, 'day')}. Is something in the way: time, soreness, the routine itself? A line is enough, and we change it.`,
        ]
      : []),
  ];
  if (said.length === 0) return '';
  const [first = '', ...rest] = said;
  const [called = name] = name.trim().split(/\s+/);
  const more = rest.map((one) => `${one.charAt(0).toUpperCase()}${one.slice(1)}`);
  return [`Hello ${called}, ${first}`, ...more].join(' ');
}
