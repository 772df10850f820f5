import { surfaceIdSchema, THING_IDS, type SurfaceId } from '#core/equipment';
import { readWeek } from '~/ui/week/readWeek';

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
    ...readWeek(form),
    helperAtHome: HELP.find((says) => says === form.helperAtHome) ?? ('' as const),
  };
}
