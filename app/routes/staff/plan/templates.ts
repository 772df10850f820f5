import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { practiceTemplates } from '~/services/planning.server';
import type { Route } from './+types/templates';

/** The templates of the practice, asked for when a plan is to begin from one of them. */
export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(() => practiceTemplates(setting, who, params.clientId));
}
