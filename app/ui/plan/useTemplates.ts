import { v7 as uuid } from 'uuid';
import type { RoutineItem } from '#core/routine';
import type { Letter } from '~/keeping/letter';
import { useLetters, useOutbox } from '~/ui/keeping/Keeping';
import { useAsked } from '~/ui/parts/useAsked';

/** Lines a practice begins plans with, as they were read or are on their way. */
export interface Template {
  id: string;
  name: string;
  items: readonly RoutineItem[];
  revision: number;
  /** What of it is no longer used. */
  retired: readonly string[];
}

/** The templates of the practice, asked for once they are wanted, with what is on its way laid over them. */
export function useTemplates(clientId: string, wanted: boolean) {
  const outbox = useOutbox();
  const { read, again } = useAsked<readonly Template[]>(`/clients/${clientId}/templates`, wanted);
  const letters = useLetters('template', null) as readonly Letter<'template'>[];
  const kept = read === null || read === 'failed' ? [] : read;
  const shown = new Map(kept.map((one) => [one.id, one]));
  for (const { thing, body } of letters) {
    if (body.template === null) shown.delete(thing);
    else {
      shown.set(thing, {
        id: thing,
        name: body.template.name,
        // What was sent is what a routine holds; the letter’s type is that before its defaults.
        items: body.template.items as readonly RoutineItem[],
        revision: shown.get(thing)?.revision ?? 0,
        retired: [],
      });
    }
  }
  const write = (id: string, template: { name: string; items: readonly RoutineItem[] } | null) =>
    outbox.add({
      kind: 'template',
      clientId: null,
      thing: id,
      base: outbox.baseFor('template', id, kept.find((one) => one.id === id)?.revision ?? null),
      body: { template: template && { name: template.name, items: [...template.items] } },
    });
  return {
    state: read === null ? ('reading' as const) : read === 'failed' ? ('failed' as const) : null,
    again,
    templates: [...shown.values()],
    add: (name: string, items: readonly RoutineItem[]) => write(uuid(), { name, items }),
    takeOut: (id: string) => write(id, null),
  };
}
