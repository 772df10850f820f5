import { personContext } from '~/context.server';
import { load } from '~/door.server';
import { sealingSecret } from '~/services/keeping.server';
import type { Route } from './+types/key';

/** What this person’s devices seal their unsent things with. */
export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(personContext);
  return load(async () => ({ userId: who.userId, secret: await sealingSecret(setting, who) }));
}
