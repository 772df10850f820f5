import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { asFile } from '~/formats/asFile.server';
import { asPdf, onPaper, pagesPdf } from '~/formats/pdf/index.server';
import { referralNote } from '~/services/referral.server';
import { notePages } from '~/ui/screening/noteTold';
import type { Route } from './+types/pdf';

/** One’s own referral note as a file of pages. */
export const loader = ({ context, request }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(clientContext);
    const note = await referralNote(setting, who, null);
    const pdf = await pagesPdf(notePages(note), onPaper(new URL(request.url).searchParams));
    return asFile(pdf, asPdf, [note.name, 'referral']);
  });
