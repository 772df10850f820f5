import { enter, load } from '~/door.server';
import { visitRecords } from '~/services/visits.server';
import { MapBench } from './MapBench';
import type { Route } from './+types/map';

export async function loader({ context, request, params }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return load(async () => {
    const { file, today, visits, openId, lastId, points } = await visitRecords(
      setting,
      who,
      params.clientId,
    );
    return { file, today, visits, openId, lastId, points };
  });
}

export default function MapPage({ loaderData }: Route.ComponentProps) {
  return <MapBench key={loaderData.file.id} data={loaderData} />;
}
