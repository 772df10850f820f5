import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { personContext } from '~/context.server';
import { load } from '~/door.server';
import { asArchive } from '~/formats/archive/index.server';
import { asFile } from '~/formats/asFile.server';
import { takeOutPractice } from '~/services/record/takeOut.server';
import type { Route } from './+types/archive';

/** The whole practice as one file, written while it is sent. */
export const loader = ({ context }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(personContext);
    const stream: ReadableStream = Readable.toWeb(await takeOutPractice(setting, who));
    return asFile(stream as BodyInit, asArchive, [who.practiceName, 'practice']);
  });
