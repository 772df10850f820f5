// What a script is asked with on the command line.
import { parseArgs } from 'node:util';
import { fail } from './ready.mjs';

/** A whole number among them, or the sentence that it is none. */
export function wholeNumber(options, name, least) {
  const value = Number(options[name]);
  if (!Number.isInteger(value) || value < least) {
    fail(`--${name} is a whole number from ${least} up.`);
  }
  return value;
}

/** Reads the options, or says what is wrong with them; `--help` says what there is, and ends. */
export function readOptions(options, help) {
  let values;
  try {
    ({ values } = parseArgs({
      options: { ...options, help: { type: 'boolean', default: false } },
    }));
  } catch (error) {
    return fail(`${error.message}\n${help}`);
  }
  if (values.help) {
    console.log(help);
    process.exit(0);
  }
  return values;
}
