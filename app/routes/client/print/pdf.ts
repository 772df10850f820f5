import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { asFile } from '~/formats/asFile.server';
import { asPdf, handOutPdf, onPaper } from '~/formats/pdf/index.server';
import { found } from '~/keeping/server/refusal.server';
import { ownHandOut } from '~/services/handOut.server';
import { handOutSheet } from '~/ui/handOut/told';
import type { Route } from './+types/pdf';

/** One’s own hand-out as a file of pages. */
export const loader = ({ context, request }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(clientContext);
    const data = found(await ownHandOut(setting, who), 'routine');
    const { searchParams, origin } = new URL(request.url);
    const pdf = await handOutPdf(handOutSheet(data, `${origin}/today`), onPaper(searchParams));
    return asFile(pdf, asPdf, [data.name, 'routine', String(data.number)]);
  });
