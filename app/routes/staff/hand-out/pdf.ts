import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { asFile } from '~/formats/asFile.server';
import { asPdf, handOutPdf, onPaper } from '~/formats/pdf/index.server';
import { Refusal } from '~/keeping/server/refusal.server';
import { handOutOf } from '~/services/handOut.server';
import { noteSighting } from '~/services/sightings.server';
import { handOutSheet } from '~/ui/handOut/told';
import type { Route } from './+types/pdf';

/** The hand-out as a file of pages. */
export const loader = ({ context, params, request }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(staffContext);
    const data = await handOutOf(setting, who, params.clientId);
    if (!data)
      throw new Refusal(409, 'Nothing is issued for this client yet: there is no hand-out.');
    await noteSighting(setting, who, params.clientId, 'handOut');
    const { searchParams, origin } = new URL(request.url);
    const pdf = await handOutPdf(handOutSheet(data, `${origin}/today`), onPaper(searchParams));
    return asFile(pdf, asPdf, [data.name, 'routine', String(data.number)]);
  });
