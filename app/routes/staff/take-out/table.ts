import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { asCsv, findTable } from '~/formats/csv';
import { asFile } from '~/formats/asFile.server';
import { found } from '~/keeping/server/refusal.server';
import { takeOutTable } from '~/services/takingOut.server';
import type { Route } from './+types/table';

/** A table of a client’s record as a file. */
export const loader = ({ context, params }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(staffContext);
    const table = found(findTable(params.table), 'table');
    const { name, csv } = await takeOutTable(setting, who, params.clientId, table.id);
    return asFile(csv, asCsv, [name, table.title]);
  });
