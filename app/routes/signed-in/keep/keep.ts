import { data } from 'react-router';
import { personContext } from '~/context.server';
import { act, jsonOf, parse } from '~/door.server';
import { postSchema } from '~/keeping/server/keep.server';
import { keep } from '~/services/keeping.server';
import type { Route } from './+types/keep';

/** Keeps what a person’s device sends; the one address for everything that is kept. */
export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = context.get(personContext);
  return act(async () => {
    const post = parse(postSchema, await jsonOf(request));
    return { ok: true as const, answers: await keep(setting, who, post) };
  });
}

export const loader = () => data({ message: 'There is nothing to read here.' }, { status: 405 });
