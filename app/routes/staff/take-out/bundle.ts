import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { asFile } from '~/formats/asFile.server';
import { asBundle } from '~/formats/fhir';
import { takeOutBundle } from '~/services/record/bundle.server';
import { lineWords } from '~/ui/plan/doseWords';
import type { Route } from './+types/bundle';

/** A client’s record as a Bundle of FHIR R4. */
export const loader = ({ context, params }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(staffContext);
    const { name, bundle } = await takeOutBundle(setting, who, params.clientId, lineWords);
    return asFile(JSON.stringify(bundle), asBundle, [name, 'record']);
  });
