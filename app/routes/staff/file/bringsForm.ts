import { surfaceIdSchema, THING_IDS, type SurfaceId } from '#core/equipment';
import { TIMES_OF_DAY } from '#core/calendar';

const named = (form: Record<string, string>, prefix: string): string[] =>
  Object.keys(form).flatMap((name) => (name.startsWith(prefix) ? [name.slice(prefix.length)] : []));

const HELP = ['yes', 'no'] as const;

/** The fields of the form as they are kept: ticks become lists. */
export function readBrings(form: Record<string, string>) {
  return {
    massKilograms: form.massKilograms ?? '',
    statureCentimetres: form.statureCentimetres ?? '',
    minutesPerDay: form.minutesPerDay ?? '',
    tools: named(form, 'tool:'),
    places: named(form, 'place:').filter(
      (id): id is SurfaceId => surfaceIdSchema.safeParse(id).success,
    ),
    things: THING_IDS.filter((id) => `thing:${id}` in form),
    timesOfDay: TIMES_OF_DAY.filter((time) => `time:${time}` in form),
    habits: Object.fromEntries(
      TIMES_OF_DAY.flatMap((time) => {
        const habit = form[`habit:${time}`]?.trim() ?? '';
        return habit === '' ? [] : [[time, habit]];
      }),
    ),
    helperAtHome: HELP.find((says) => says === form.helperAtHome) ?? ('' as const),
  };
}
