import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { proposalsWaiting } from '~/services/waiting.server';
import type { Route } from './+types/waiting';

/** For whom a proposal waits: asked for once the sheet stands, since judging takes longer than drawing. */
export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(() => proposalsWaiting(setting, who));
}
