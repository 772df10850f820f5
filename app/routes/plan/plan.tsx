import { enter, jsonOf, act, load, parse } from '~/door.server';
import {
  discardDraft,
  draftSchema,
  issue,
  issueSchema,
  planOf,
  saveDraft,
} from '~/services/planning.server';
import { z } from 'zod';
import { Bench } from './Bench';
import type { Route } from './+types/plan';

export async function loader({ context, request, params }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return load(() => planOf(setting, who, params.clientId));
}

const requestSchema = z.discriminatedUnion('intent', [
  draftSchema.extend({ intent: z.literal('draft') }),
  issueSchema.extend({ intent: z.literal('issue') }),
  z.object({ intent: z.literal('discard') }),
]);

export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return act(async () => {
    const wish = parse(requestSchema, await jsonOf(request));
    switch (wish.intent) {
      case 'draft':
        await saveDraft(setting, who, params.clientId, wish);
        return { ok: true as const, done: 'draft' as const };
      case 'discard':
        await discardDraft(setting, who, params.clientId);
        return { ok: true as const, done: 'discard' as const };
      case 'issue': {
        const { number } = await issue(setting, who, params.clientId, wish);
        return { ok: true as const, done: 'issue' as const, number };
      }
    }
  });
}

export default function Plan({ loaderData }: Route.ComponentProps) {
  // Another client's file is another bench: nothing typed carries over.
  return <Bench key={loaderData.file.id} data={loaderData} />;
}
