import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { asArchive } from '~/formats/archive/index.server';
import { asFile } from '~/formats/asFile.server';
import { takeOutOwnRecord } from '~/services/record/takeOut.server';
import type { Route } from './+types/record';

/** One’s own whole record as one file. */
export const loader = ({ context }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(clientContext);
    const { name, bytes } = await takeOutOwnRecord(setting, who);
    return asFile(bytes, asArchive, [name, 'record']);
  });
