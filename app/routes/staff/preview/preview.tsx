import { Link, useNavigate } from 'react-router';
import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { previewOf } from '~/services/preview.server';
import { Empty } from '~/ui/parts/Empty';
import { Preview } from '~/ui/session/Preview';
import type { Route } from './+types/preview';

export const meta: Route.MetaFunction = () => [{ title: 'Preview of the session · Entspann' }];

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(() => previewOf(setting, who, params.clientId));
}

export default function StaffPreview({ loaderData, params }: Route.ComponentProps) {
  const { routine, name, isDraft, therapistName, numbers } = loaderData;
  const navigate = useNavigate();
  const plan = `/clients/${params.clientId}/plan`;
  if (!routine) {
    return (
      <main>
        <h1>Nothing to preview</h1>
        <Empty>
          The plan has no line yet. <Link to={plan}>To the plan</Link>
        </Empty>
      </main>
    );
  }
  return (
    <Preview
      routine={routine}
      therapistName={therapistName}
      numbers={numbers}
      title={`${name}: the session ${isDraft ? 'as it stands in the draft' : 'as it was issued'}`}
      onBack={() => void navigate(plan)}
    />
  );
}
