import type { Route } from './+types/shell';
import { OpeningPage } from '~/ui/parts/OpeningPage';

export const meta: Route.MetaFunction = () => [{ title: 'Entspann' }];

/** Nobody’s page: a device keeps it, and draws from it whichever of its owner’s pages is wanted without a line. */
export default OpeningPage;
