// npm run ask -- <command> [--input value …]: every computation of the core, as JSON, without the interface.
import { parseArgs } from 'node:util';
import { checkNode, ensureInstalled } from './lib/ready.mjs';

checkNode();
ensureInstalled();
const { register } = await import('tsx/esm/api');
register();
const { ask, COMMANDS, help } = await import('../core/ask/index.ts');

const [name, ...rest] = process.argv.slice(2);
const wantsHelp = (args) => args.some((arg) => arg === '--help' || arg === '-h');

function stop(says) {
  console.error(says);
  process.exit(1);
}

function read(command, args) {
  try {
    const options = Object.fromEntries(
      Object.keys(command.options).map((option) => [option, { type: 'string' }]),
    );
    // A negative number after an option is a value, not an option.
    const joined = args.flatMap((arg, index) =>
      /^-\d/.test(arg) && args[index - 1]?.startsWith('--') ? [] : [joinNext(args, index)],
    );
    return parseArgs({ args: joined, options, strict: true }).values;
  } catch (error) {
    return stop(`${error.message.split('. To specify')[0]}. See npm run ask -- ${name} --help.`);
  }
}

const joinNext = (args, index) =>
  args[index].startsWith('--') && /^-\d/.test(args[index + 1] ?? '')
    ? `${args[index]}=${args[index + 1]}`
    : args[index];

if (name === undefined || wantsHelp([name])) {
  console.log(help());
} else if (wantsHelp(rest)) {
  console.log(help(name));
} else {
  const command = COMMANDS.find((one) => one.name === name);
  const outcome = ask(name, command ? read(command, rest) : {});
  if (!outcome.ok) stop(outcome.mistake.says);
  console.log(JSON.stringify(outcome.value, null, 2));
}
