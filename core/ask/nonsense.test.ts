import fc from 'fast-check';
import { ask, COMMANDS, type Command } from './index';

/** The inputs of a command’s own example, as the command line would hand them over. */
function exampleOf({ example }: Command): Record<string, string> {
  const words = example.match(/"[^"]*"|\S+/g)?.slice(1) ?? [];
  return Object.fromEntries(
    words.flatMap((word, index) =>
      word.startsWith('--') ? [[word.slice(2), words[index + 1]?.replaceAll('"', '') ?? '']] : [],
    ),
  );
}

/** Where in an answer something stands that is no number, by its path. */
function notFinite(value: unknown, path = 'answer'): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [path];
  if (value === null || typeof value !== 'object') return [];
  return Object.entries(value).flatMap(([name, inner]) => notFinite(inner, `${path}.${name}`));
}

/** What a hurried hand types: nothing, other words, figures that cannot be, figures of other sizes. */
const typed = fc.oneof(
  fc.constantFrom(
    '',
    ' ',
    'nan',
    'NaN',
    'Infinity',
    '1e3',
    '-0',
    '0',
    '-1',
    '0.0001',
    '99999999999999999999',
    'usual',
    'constructor',
    '__proto__',
    'left',
    'mid',
    'tennis-ball',
    'calf',
    '1,5',
    '1;2',
    '--site',
    'null',
  ),
  fc.integer({ min: -1_000, max: 100_000 }).map(String),
  fc.double({ min: -10, max: 500, noNaN: true }).map((value) => value.toFixed(3)),
  fc.string({ maxLength: 12 }),
);

const COUNT = 400;

describe.each(COMMANDS.map((command) => [command.name, command] as const))(
  'asked %s with nonsense',
  (name, command) => {
    const options = Object.keys(command.options);

    it('the core answers with figures or says in a sentence what is wrong; it never breaks', () => {
      fc.assert(
        fc.property(
          fc.dictionary(fc.constantFrom(...options), typed, { maxKeys: 3 }),
          fc.subarray(options, { maxLength: 2 }),
          (mistyped, left) => {
            const given = Object.fromEntries(
              Object.entries({ ...exampleOf(command), ...mistyped }).filter(
                ([option]) => !left.includes(option) || option in mistyped,
              ),
            );
            const outcome = ask(name, given);
            if (outcome.ok) {
              expect(notFinite(outcome.value)).toEqual([]);
              expect(outcome.value.unit).not.toBe('');
              const { band, value } = outcome.value;
              if (band && typeof value === 'number') {
                expect(band.low).toBeLessThanOrEqual(value);
                expect(value).toBeLessThanOrEqual(band.high);
              }
            } else {
              expect(outcome.mistake.says).toMatch(/^\S[\s\S]*[.?]$/);
              expect(outcome.mistake.says).not.toMatch(/undefined|\[object|NaN\b(?!”)/);
            }
          },
        ),
        { numRuns: COUNT },
      );
    });

    it('each input that is needed is asked for by its name', () => {
      for (const [option, { required }] of Object.entries(command.options)) {
        if (!required) continue;
        const { [option]: left, ...others } = exampleOf(command);
        expect(left).toBeDefined();
        const outcome = ask(name, others);
        expect(outcome.ok ? 'answered' : outcome.mistake.says).toContain(option);
      }
    });

    it('no input is passed over that it does not know', () => {
      const outcome = ask(name, { ...exampleOf(command), bogus: '1' });
      expect(outcome).toMatchObject({ ok: false, mistake: { code: 'unknown', field: 'bogus' } });
    });
  },
);
