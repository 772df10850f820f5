import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { toLookFor } from '~/services/complaining.server';
import { visitRecords } from '~/services/visits.server';
import { MapBench } from './MapBench';
import type { Route } from './+types/map';

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(async () => {
    const { file, today, visits, openId, lastId, points } = await visitRecords(
      setting,
      who,
      params.clientId,
    );
    const complaints = await toLookFor(setting, file);
    return { file, today, visits, openId, lastId, points, complaints };
  });
}

export default function MapPage({ loaderData }: Route.ComponentProps) {
  return <MapBench key={loaderData.file.id} data={loaderData} />;
}
