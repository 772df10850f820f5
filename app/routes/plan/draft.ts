import { z } from 'zod';
import { act, enter, jsonOf, parse } from '~/door.server';
import { discardDraft, discardSchema, draftSchema, saveDraft } from '~/services/planning.server';
import type { Route } from './+types/draft';

const requestSchema = z.discriminatedUnion('intent', [
  draftSchema.extend({ intent: z.literal('keep') }),
  discardSchema.extend({ intent: z.literal('discard') }),
]);

/** Keeps unissued work, or forgets it. */
export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return act(async () => {
    const wish = parse(requestSchema, await jsonOf(request));
    const { revision } =
      wish.intent === 'keep'
        ? await saveDraft(setting, who, params.clientId, wish)
        : await discardDraft(setting, who, params.clientId, wish);
    return { ok: true as const, revision };
  });
}
