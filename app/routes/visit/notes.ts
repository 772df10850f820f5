import { act, enter, jsonOf, parse } from '~/door.server';
import { notesSchema, saveNotes } from '~/services/visits.server';
import type { Route } from './+types/notes';

/** Keeps the notes of the open visit. */
export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return act(async () => {
    const wish = parse(notesSchema, await jsonOf(request));
    const { revision } = await saveNotes(setting, who, params.clientId, wish);
    return { ok: true as const, revision };
  });
}
