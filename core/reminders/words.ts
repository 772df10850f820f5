/** What a reminder says: on a lock screen it stands for everybody to read, so nothing of health is in it. */
export const REMINDER = {
  title: 'Entspann',
  text: 'It is the time you chose. A few minutes for yourself?',
  mailSubject: 'The time you chose',
} as const;

/** The same as a letter, with where to go and how to end it. */
export const reminderMail = (address: string): string =>
  [
    REMINDER.text,
    '',
    `${address}/today`,
    '',
    'You asked for this message. To change the times, pause it or end it:',
    `${address}/reminders`,
  ].join('\n');
