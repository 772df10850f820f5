import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { personContext } from '~/context.server';
import { load } from '~/door.server';
import { asArchive } from '~/formats/archive/index.server';
import { RECORDS_HEADER } from '~/formats/archive/recordsSeen';
import { asFile } from '~/formats/asFile.server';
import { takeOutPractice } from '~/services/record/takeOut.server';
import type { Route } from './+types/archive';

/** The whole practice as one file, written while it is sent. */
export const loader = ({ context }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(personContext);
    const { stream, clients } = await takeOutPractice(setting, who);
    const body: ReadableStream = Readable.toWeb(stream);
    const answer = asFile(body as BodyInit, asArchive, [who.practiceName, 'practice']);
    // How long it gets nobody knows; how many records are in it is known.
    answer.headers.set(RECORDS_HEADER, String(clients));
    return answer;
  });
