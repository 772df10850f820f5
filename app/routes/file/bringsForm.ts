const named = (form: Record<string, string>, prefix: string): string[] =>
  Object.keys(form).flatMap((name) => (name.startsWith(prefix) ? [name.slice(prefix.length)] : []));

/** The fields of the form as the service wants them: ticks become lists. */
export function readBrings(form: Record<string, string>) {
  return {
    massKilograms: form.massKilograms ?? '',
    statureCentimetres: form.statureCentimetres ?? '',
    minutesPerDay: form.minutesPerDay ?? '',
    tools: named(form, 'tool:'),
    places: named(form, 'place:'),
    timesOfDay: named(form, 'time:'),
    helperAtHome: form.helperAtHome ?? '',
  };
}
