import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { asFile } from '~/formats/asFile.server';
import { ownCalendar } from '~/services/calendar.server';
import type { Route } from './+types/calendar';

/** One’s own week and next visit, for the calendar on a phone. */
export const loader = ({ context, request }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(clientContext);
    const { searchParams, origin } = new URL(request.url);
    const wanted = { inWords: searchParams.get('words') === 'yes', link: `${origin}/today` };
    const { name, text } = await ownCalendar(setting, who, wanted);
    const type = 'text/calendar; charset=utf-8; method=PUBLISH';
    return asFile(text, { type, ending: 'ics' }, [name]);
  });
