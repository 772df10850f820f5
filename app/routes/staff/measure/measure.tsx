import { testsFor } from '#core/measurement';
import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { visitRecords } from '~/services/visits.server';
import { MeasureBench } from './MeasureBench';
import type { Route } from './+types/measure';

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(async () => {
    const { file, today, visits, openId, lastId, points, figures } = await visitRecords(
      setting,
      who,
      params.clientId,
    );
    const map = points.filter(({ visitId }) => visitId !== null && visitId === (openId ?? lastId));
    const belonging = testsFor(map.filter(({ rating }) => rating > 0).map(({ siteId }) => siteId));
    return {
      file,
      today,
      visits,
      openId,
      lastId,
      figures,
      belonging: belonging.map(({ id }) => id),
      standIn: who.userId,
    };
  });
}

export default function Measure({ loaderData }: Route.ComponentProps) {
  return <MeasureBench key={loaderData.file.id} data={loaderData} />;
}
