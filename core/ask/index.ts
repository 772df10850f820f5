import { mistaken, type Outcome } from '#core/knowledge';
import type { Answer, Command, Given } from './ask';
import { AWAY } from './away';
import { FITTING } from './fitting';
import { FIRST_VISIT } from './firstVisit';
import { MECHANICS } from './mechanics';
import { PLANS } from './plans';
import { PRACTICE } from './practice';

export { type Answer, type Command } from './ask';

/** Every question the core answers from the command line. */
export const COMMANDS: readonly Command[] = [
  ...MECHANICS,
  ...PRACTICE,
  ...PLANS,
  ...FITTING,
  ...AWAY,
  ...FIRST_VISIT,
];

/** How to ask: all commands, or one with its inputs. */
export function help(name?: string): string {
  const command = COMMANDS.find((one) => one.name === name);
  if (!command) {
    const width = Math.max(...COMMANDS.map((one) => one.name.length)) + 2;
    return [
      'npm run ask -- <command> [--input value …]',
      '',
      ...COMMANDS.map((one) => `  ${one.name.padEnd(width)}${one.says}`),
      '',
      'npm run ask -- <command> --help lists its inputs. Answers are JSON: value, unit, band, inputs, rule, source.',
    ].join('\n');
  }
  const rows = Object.entries(command.options).map(([option, { takes, says, required }]) => ({
    left: `--${option} <${takes}>`,
    says: `${says}${required ? ' (needed)' : ''}`,
  }));
  const width = Math.max(...rows.map(({ left }) => left.length)) + 2;
  return [
    command.says,
    '',
    ...rows.map(({ left, says }) => `  ${left.padEnd(width)}${says}`),
    '',
    `For example: npm run ask -- ${command.example}`,
  ].join('\n');
}

/** Answers one question, or says in a sentence what is wrong with it. */
export function ask(name: string, given: Given): Outcome<Answer> {
  const command = COMMANDS.find((one) => one.name === name);
  if (!command) {
    return mistaken(
      'unknown',
      'command',
      `There is no command “${name}”. There are: ${COMMANDS.map((one) => one.name).join(', ')}.`,
    );
  }
  const strange = Object.keys(given).find((option) => !Object.hasOwn(command.options, option));
  if (strange !== undefined) {
    return mistaken(
      'unknown',
      strange,
      `${name} takes no --${strange}. It takes: ${Object.keys(command.options)
        .map((option) => `--${option}`)
        .join(', ')}.`,
    );
  }
  return command.run(given);
}
