import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { asFile } from '~/formats/asFile.server';
import { asPdf, onPaper, pagesPdf } from '~/formats/pdf/index.server';
import { reviewOf } from '~/services/reviewing.server';
import { noteSighting } from '~/services/sightings.server';
import { briefPages } from './briefPages';
import type { Route } from './+types/pdf';

/** The visit brief as a file of pages. */
export const loader = ({ context, params, request }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(staffContext);
    const review = await reviewOf(setting, who, params.clientId);
    await noteSighting(setting, who, params.clientId, 'brief');
    const pages = briefPages(review, who.practiceName);
    const pdf = await pagesPdf(pages, onPaper(new URL(request.url).searchParams));
    return asFile(pdf, asPdf, [review.name, 'brief']);
  });
