import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { asFile } from '~/formats/asFile.server';
import { asPdf, onPaper, pagesPdf } from '~/formats/pdf/index.server';
import { referralNote } from '~/services/referral.server';
import { noteSighting } from '~/services/sightings.server';
import { notePages } from '~/ui/screening/noteTold';
import type { Route } from './+types/pdf';

/** A referral note as a file of pages. */
export const loader = ({ context, params, request }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(staffContext);
    const note = await referralNote(setting, who, params.clientId);
    await noteSighting(setting, who, params.clientId, 'referral');
    const pdf = await pagesPdf(notePages(note), onPaper(new URL(request.url).searchParams));
    return asFile(pdf, asPdf, [note.name, 'referral']);
  });
