import { data } from 'react-router';
import { act, enter, jsonOf, parse } from '~/door.server';
import { batchSchema, recordEvents } from '~/services/practising.server';
import type { Route } from './+types/events';

/** Takes what happened in a session from a client's device. */
export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'client');
  return act(async () => ({
    ok: true as const,
    ...(await recordEvents(setting, who, parse(batchSchema, await jsonOf(request)))),
  }));
}

export const loader = () => data({ message: 'There is nothing to read here.' }, { status: 405 });
