import { settingContext } from '~/context.server';
import { load } from '~/door.server';
import { asFile } from '~/formats/asFile.server';
import { calendarBehind } from '~/services/calendar.server';
import type { Route } from './+types/calendar';

/** A client’s times for a calendar that asks by itself: it knows the address, and signs in by nothing else. */
export const loader = ({ context, request, params }: Route.LoaderArgs) =>
  load(async () => {
    const link = `${new URL(request.url).origin}/today`;
    const { name, text } = await calendarBehind(context.get(settingContext), params.token, link);
    const type = 'text/calendar; charset=utf-8; method=PUBLISH';
    return asFile(text, { type, ending: 'ics' }, [name]);
  });
