import { useState } from 'react';
import { sameSpot } from '#core/complaint';
import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { complaintPage } from '~/services/complaining.server';
import { FeltFigures } from '~/ui/complaint/FeltFigures';
import { useComplaints } from '~/ui/complaint/useComplaints';
import { NeedsYou } from '~/ui/keeping/NeedsYou';
import { Bench } from '~/ui/parts/Bench';
import { ComplaintEditor } from './ComplaintEditor';
import { ComplaintList } from './ComplaintList';
import { HowItStands } from './HowItStands';
import type { Route } from './+types/complaint';
import classes from './complaint.module.css';

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(() => complaintPage(setting, who, params.clientId));
}

/** What brings a client: in their words, where it is felt, since when, what it stops; and how it goes on. */
export default function ComplaintPage({ loaderData }: Route.ComponentProps) {
  const { clientId, today, complaints: kept } = loaderData;
  const { complaints, add, change, remove, tell } = useComplaints(kept, clientId, today);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const chosen =
    complaints.find(({ id }) => id === chosenId) ??
    complaints.find(({ over }) => !over) ??
    complaints[0];
  return (
    <Bench
      workFirst
      tight
      wideRight
      leftLabel="What brings them"
      left={
        <>
          <ComplaintList
            complaints={complaints}
            chosenId={chosen?.id ?? null}
            today={today}
            onChoose={setChosenId}
            onAdd={(what) => setChosenId(add(what))}
          />
          <NeedsYou
            of={({ letter }) =>
              (letter.kind === 'complaint' || letter.kind === 'standing') &&
              letter.clientId === clientId
            }
          />
          {chosen && (
            <ComplaintEditor
              key={chosen.id}
              complaint={chosen}
              today={today}
              onChange={(by) => change(chosen.id, by)}
              onRemove={() => {
                setChosenId(null);
                remove(chosen.id);
              }}
            />
          )}
        </>
      }
      rightLabel="How it stands, and where to look"
      right={
        chosen && (
          <HowItStands
            key={chosen.id}
            clientId={clientId}
            complaint={chosen}
            today={today}
            onTell={(standing) => tell(chosen.id, standing)}
          />
        )
      }
    >
      {chosen ? (
        <>
          <FeltFigures
            places={chosen.places}
            onPick={(place) =>
              change(chosen.id, {
                places: chosen.places.some((one) => sameSpot(one, place))
                  ? chosen.places.filter((one) => !sameSpot(one, place))
                  : [...chosen.places, place],
              })
            }
          />
          <p className={classes.over} role="status">
            Point on every place where it is felt.
          </p>
        </>
      ) : (
        <p className={classes.empty}>
          Write down first what brings them, in their own words: it is asked again at each visit and
          at home, and it is what the work is measured by.
        </p>
      )}
    </Bench>
  );
}
