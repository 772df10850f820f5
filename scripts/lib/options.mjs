// What a script is asked with on the command line.
import { parseArgs } from 'node:util';
import { fail } from './ready.mjs';

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
