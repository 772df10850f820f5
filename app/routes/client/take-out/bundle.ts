import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { asFile } from '~/formats/asFile.server';
import { asBundle } from '~/formats/fhir';
import { takeOutOwnBundle } from '~/services/record/bundle.server';
import { lineWords } from '~/ui/plan/doseWords';
import type { Route } from './+types/bundle';

/** One’s own record as a Bundle of FHIR R4. */
export const loader = ({ context }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(clientContext);
    const { name, bundle } = await takeOutOwnBundle(setting, who, lineWords);
    return asFile(JSON.stringify(bundle), asBundle, [name, 'record']);
  });
