import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { asFile } from '~/formats/asFile.server';
import { asPdf, handOutPdf, onPaper } from '~/formats/pdf/index.server';
import { Refusal } from '~/keeping/server/refusal.server';
import { ownHandOut } from '~/services/handOut.server';
import { handOutSheet } from '~/ui/handOut/told';
import type { Route } from './+types/pdf';

/** One’s own hand-out as a file of pages. */
export const loader = ({ context, request }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(clientContext);
    const data = await ownHandOut(setting, who);
    if (!data)
      throw new Refusal(409, 'No routine is issued for you yet: there is nothing to print.');
    const { searchParams, origin } = new URL(request.url);
    const pdf = await handOutPdf(handOutSheet(data, `${origin}/today`), onPaper(searchParams));
    return asFile(pdf, asPdf, [data.name, 'routine', String(data.number)]);
  });
