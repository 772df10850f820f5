import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { asArchive } from '~/formats/archive/index.server';
import { asFile } from '~/formats/asFile.server';
import { takeOutRecord } from '~/services/record/takeOut.server';
import type { Route } from './+types/record';

/** A client’s whole record as one file. */
export const loader = ({ context, params }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(staffContext);
    const { name, bytes } = await takeOutRecord(setting, who, params.clientId);
    return asFile(bytes, asArchive, [name, 'record']);
  });
