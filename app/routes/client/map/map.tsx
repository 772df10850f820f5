import { Button, Select, Textarea } from '@mantine/core';
import { useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { findSite, placeOf, VIEWS, WORKABLE_SITES, type ViewId } from '#core/anatomy';
import type { Placed } from '#core/map';
import { screen } from '#core/screening';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { ownMap } from '~/services/mapping.server';
import { BodyMap } from '~/ui/map/BodyMap';
import type { DrawnPoint } from '~/ui/map/points';
import { Toggle } from '~/ui/parts/Toggle';
import { RatingKeys } from '~/ui/map/RatingKeys';
import { usePoints } from '~/ui/map/usePoints';
import { NeedsYou } from '~/ui/keeping/NeedsYou';
import { nearDay } from '~/ui/parts/words';
import { standings } from '~/ui/screening/OffFigure';
import { orKept } from '~/ui/offline/orKept';
import type { Route } from './+types/map';
import classes from './map.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Where it is tender · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(() => ownMap(setting, who));
}

export const clientLoader = ({ serverLoader }: Route.ClientLoaderArgs) =>
  orKept('points', serverLoader);

const VIEW_CHOICES: readonly { view: ViewId; name: string }[] = [
  { view: 'front', name: 'Front' },
  { view: 'back', name: 'Back' },
  { view: 'head', name: 'Head' },
  { view: 'sole', name: 'Sole' },
];

export default function Points({ loaderData }: Route.ComponentProps) {
  const { found, statureMetres, screening, therapistName, today } = loaderData;
  const own = usePoints(loaderData.added, null, { openId: null, nowId: null });
  const added = own.points;
  const [view, setView] = useState<ViewId>('back');
  const [shown, setShown] = useState<'left' | 'right'>('right');
  const [placed, setPlaced] = useState<Placed | null>(null);
  const [rating, setRating] = useState<number | null>(null);
  const [note, setNote] = useState('');
  const [over, setOver] = useState('');
  const marks = useMemo(() => standings(screen(screening)), [screening]);
  const site = placed ? findSite(placed.siteId) : undefined;
  const drawn: DrawnPoint | null =
    placed && rating !== null
      ? {
          ...placed,
          id: 'new',
          thread: 'new',
          rating,
          tautBand: null,
          refersTo: null,
          stopsOnRelease: null,
          worseOnBreath: null,
          worst: false,
          bruised: null,
          note: '',
        }
      : null;
  const points = [...found, ...added, ...(drawn ? [drawn] : [])];
  const send = () => {
    if (!drawn) return;
    own.add({ ...drawn, id: uuid(), thread: uuid(), note });
    setPlaced(null);
    setRating(null);
    setNote('');
  };
  return (
    <div className={classes.page}>
      <h1>Where is it tender?</h1>
      <p className={classes.soft}>
        Tap the place, say how tender. {therapistName} sees it at the next visit. It changes nothing
        in your routine.
      </p>
      <NeedsYou of={({ letter }) => letter.kind === 'point'} />
      <Toggle
        label="View"
        look="wide boxes"
        value={view}
        options={VIEW_CHOICES.map(({ view: one, name }) => ({ value: one, label: name }))}
        onChoose={setView}
        after={
          !VIEWS[view].twoSided && (
            <button type="button" onClick={() => setShown(shown === 'left' ? 'right' : 'left')}>
              {shown}, turn
            </button>
          )
        }
      />
      <div className={classes.figure}>
        <BodyMap
          view={view}
          shown={shown}
          points={points}
          statureMetres={statureMetres}
          chosen={drawn ? 'new' : null}
          marks={marks}
          label={`${VIEWS[view].name}: ${points.length} tender points`}
          onPlace={(next) => {
            setPlaced(next);
            setRating((before) => before ?? 5);
            setOver('');
          }}
          onOver={setOver}
        />
      </div>
      <p role="status" className={classes.over}>
        {site && placed ? placeOf(site, placed.side) : over}
      </p>
      <Select
        label="Or choose it from the list"
        placeholder="calf, low back, temple"
        data={WORKABLE_SITES.map(({ id, plainName }) => ({ value: id, label: plainName }))}
        value={placed?.siteId ?? null}
        searchable
        onChange={(siteId) => {
          const chosen = siteId === null ? undefined : findSite(siteId);
          if (!chosen) return;
          setPlaced({
            siteId: chosen.id,
            side: chosen.midline ? 'mid' : shown,
            across: 0,
            down: 0,
          });
          setRating((before) => before ?? 5);
        }}
      />
      {placed && (
        <section className={classes.say} aria-label="The point">
          {placed.side !== 'mid' && (
            <Toggle
              label="Side"
              look="wide boxes"
              value={placed.side}
              options={[
                { value: 'left', label: 'left' },
                { value: 'right', label: 'right' },
              ]}
              onChoose={(side) => setPlaced({ ...placed, side })}
            />
          )}
          <p>How tender, 0–10?</p>
          <RatingKeys value={rating} label="How tender" onValue={setRating} />
          <Textarea
            label="A word to it"
            value={note}
            maxLength={400}
            autosize
            minRows={1}
            onChange={(event) => setNote(event.currentTarget.value)}
          />
          <Button size="lg" fullWidth disabled={!drawn} onClick={send}>
            Keep it
          </Button>
        </section>
      )}
      {added.length > 0 && (
        <section>
          <h2>Added by you</h2>
          <ul className={classes.list}>
            {added.map(({ id, siteId, side, rating: grade, day }) => {
              const where = findSite(siteId);
              return (
                <li key={id}>
                  <span>
                    {where ? placeOf(where, side) : siteId}, {grade}{' '}
                    <span className={classes.soft}>{nearDay(day || today, today)}</span>
                  </span>
                  <button type="button" onClick={() => own.remove(id)}>
                    Take it back
                  </button>
                </li>
              );
            })}
          </ul>
        </section>
      )}
    </div>
  );
}
