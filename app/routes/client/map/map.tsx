import { Select } from '@mantine/core';
import { useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { findSite, VIEWS, WORKABLE_SITES, type ViewId } from '#core/anatomy';
import type { Point } from '#core/geometry';
import { homeView, nearby, pointAt } from '#core/map';
import { screen } from '#core/screening';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { ownMap } from '~/services/mapping.server';
import { BodyMap } from '~/ui/map/BodyMap';
import { UNASKED, type DrawnPoint } from '~/ui/map/points';
import { Toggle } from '~/ui/parts/Toggle';
import { usePoints } from '~/ui/map/usePoints';
import { NeedsYou } from '~/ui/keeping/NeedsYou';
import { standings } from '~/ui/screening/OffFigure';
import { orKept } from '~/ui/offline/orKept';
import type { Route } from './+types/map';
import { Added } from './Added';
import { Elsewhere } from './Elsewhere';
import { PointForm, type Draft } from './PointForm';
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
  { view: 'armpit', name: 'Armpit' },
  { view: 'foot-top', name: 'Foot' },
  { view: 'sole', name: 'Sole' },
];

/** So much of the body is to be seen where the drawing has come nearer, in body coordinates. */
const NEAR: readonly [number, number] = [230, 260];

type Frame = readonly [number, number, number, number];

/** The part of a view around a place. */
function frameAround(view: ViewId, [x, y]: Point): Frame {
  const [left, top, width, height] = VIEWS[view].frame;
  const [w, h] = NEAR;
  const within = (at: number, least: number, most: number) => Math.min(Math.max(at, least), most);
  return [
    within(x - w / 2, left, left + width - w),
    within(y - h / 2, top, top + height - h),
    w,
    h,
  ];
}

const NOTHING: Draft = {
  id: null,
  places: [],
  placed: null,
  rating: null,
  note: '',
  keepOff: null,
};

export default function Points({ loaderData }: Route.ComponentProps) {
  const { found, statureMetres, screening, therapistName, today } = loaderData;
  const own = usePoints(loaderData.added, null, { openId: null, nowId: null });
  const [view, setView] = useState<ViewId>('back');
  const [shown, setShown] = useState<'left' | 'right'>('right');
  const [frame, setFrame] = useState<Frame | null>(null);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [elsewhere, setElsewhere] = useState(false);
  const [said, setSaid] = useState('');
  const marks = useMemo(() => standings(screen(screening)), [screening]);
  const placed = draft?.placed ?? null;
  const drawn: DrawnPoint | null = placed && {
    ...UNASKED,
    ...placed,
    id: draft?.id ?? 'new',
    thread: 'new',
    rating: draft?.rating ?? 0,
    unrated: draft?.rating === null,
  };
  const points = [...found, ...own.points]
    .filter(({ id }) => id !== draft?.id)
    .concat(drawn ? [{ ...drawn, revision: 0, visitId: null, day: today }] : []);
  const leave = () => {
    setDraft(null);
    setElsewhere(false);
    setFrame(null);
  };
  const point = (at: Point) => {
    if (VIEWS[view].twoSided && frame === null) setFrame(frameAround(view, at));
    const { places, keepOff } = nearby(view, at, { statureMetres, shown });
    const plain = places.map(({ siteId, side, across, down }) => ({ siteId, side, across, down }));
    setElsewhere(false);
    setSaid('');
    setDraft((before) => ({
      ...(before ?? NOTHING),
      places: plain,
      placed: plain[0] ?? null,
      keepOff: keepOff && `Keep off: ${keepOff.name.toLowerCase()}. ${keepOff.reason}`,
    }));
  };
  const keep = () => {
    if (!draft?.placed || draft.rating === null) return;
    const { id, rating, note } = draft;
    if (id === null) {
      own.add({ ...UNASKED, ...draft.placed, id: uuid(), thread: uuid(), rating, note });
    } else own.change(id, { ...draft.placed, rating, note });
    setSaid(`${id === null ? 'Kept' : 'Changed'}. ${therapistName} sees it at the next visit.`);
    leave();
  };
  const change = (id: string) => {
    const known = own.points.find((one) => one.id === id);
    const site = known && findSite(known.siteId);
    if (!known || !site) return;
    const { siteId, side, across, down, rating, note } = known;
    const home = homeView(site);
    const place = { siteId, side, across, down };
    setSaid('');
    setView(home);
    if (side !== 'mid') setShown(side);
    const at = pointAt(place, home, statureMetres);
    setFrame(at && VIEWS[home].twoSided ? frameAround(home, at) : null);
    setElsewhere(false);
    setDraft({ ...NOTHING, id, places: [place], placed: place, rating, note });
  };
  return (
    <div className={classes.page} data-placing={draft !== null}>
      <h1>Where is it tender?</h1>
      <p className={classes.intro}>
        Tap the place, say how tender. {therapistName} sees it at the next visit. It changes nothing
        in your routine.
      </p>
      <NeedsYou of={({ letter }) => letter.kind === 'point'} />
      {frame === null ? (
        <div className={classes.views}>
          <Toggle
            label="View"
            look="wide boxes"
            value={view}
            options={VIEW_CHOICES.map(({ view: one, name }) => ({ value: one, label: name }))}
            onChoose={(next) => {
              setView(next);
              leave();
            }}
            after={
              !VIEWS[view].twoSided && (
                <button type="button" onClick={() => setShown(shown === 'left' ? 'right' : 'left')}>
                  {shown}, turn
                </button>
              )
            }
          />
        </div>
      ) : (
        <button type="button" className={classes.whole} onClick={() => setFrame(null)}>
          The whole figure
        </button>
      )}
      <div className={classes.figure}>
        <BodyMap
          view={view}
          shown={shown}
          points={points}
          statureMetres={statureMetres}
          chosen={drawn ? drawn.id : null}
          emphasised={placed}
          marks={marks}
          {...(frame ? { frame } : {})}
          label={`${VIEWS[view].name}: ${points.length} tender points`}
          onPoint={point}
        />
      </div>
      <p role="status" className={classes.over}>
        {said || (frame && draft ? 'Tap again to put it more exactly.' : '')}
      </p>
      {elsewhere ? (
        <Elsewhere
          view={view}
          therapistName={therapistName}
          onTold={() => {
            leave();
            setSaid(`Told to ${therapistName}.`);
          }}
          onLeave={() => setElsewhere(false)}
        />
      ) : draft ? (
        <PointForm
          draft={draft}
          onChange={(by) => setDraft({ ...draft, ...by })}
          onNone={() => {
            setElsewhere(true);
            setDraft(null);
          }}
          onKeep={keep}
          onLeave={leave}
        />
      ) : (
        <Select
          label="Or choose it from the list"
          placeholder="calf, low back, temple"
          data={WORKABLE_SITES.map(({ id, plainName }) => ({ value: id, label: plainName }))}
          value={null}
          searchable
          onChange={(siteId) => {
            const chosen = siteId === null ? undefined : findSite(siteId);
            if (!chosen) return;
            const side = chosen.midline ? ('mid' as const) : shown;
            const place = { siteId: chosen.id, side, across: 0, down: 0 };
            setView(homeView(chosen));
            setSaid('');
            setDraft({ ...NOTHING, places: [place], placed: place });
          }}
        />
      )}
      {!draft && (
        <Added points={own.points} today={today} onChange={change} onRemove={own.remove} />
      )}
    </div>
  );
}
