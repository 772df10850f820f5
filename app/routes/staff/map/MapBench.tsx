import { useCallback, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { findSite, type BodyPartId, type ViewId } from '#core/anatomy';
import { homeView, relatedSites, type Placed } from '#core/map';
import { screen } from '#core/screening';
import { MAP_VIEWS, type DrawnPoint } from '~/ui/map/points';
import { PointEditor } from '~/ui/map/PointEditor';
import { usePoints } from '~/ui/map/usePoints';
import { NeedsYou } from '~/ui/keeping/NeedsYou';
import { counted } from '~/ui/parts/words';
import { standings } from '~/ui/screening/OffFigure';
import { useKeys } from '~/ui/parts/useKeys';
import { LinkButton } from '~/ui/parts/LinkButton';
import { Bench } from '~/ui/parts/Bench';
import { Comparison } from './Comparison';
import { FromComplaint, TheirOwn } from './FromComplaint';
import { EntryLine } from './EntryLine';
import { MapFigures } from './MapFigures';
import { PointLists } from './PointLists';
import { Suggestions } from './Suggestions';
import { NOW, useVisits } from './useVisits';
import { useFollow } from './useFollow';
import { useShownPoints } from './useShownPoints';
import { VisitSlider } from './VisitSlider';
import type { Route } from './+types/map';
import classes from './map.module.css';

type Data = Route.ComponentProps['loaderData'];

const LAST_RATING = 5;
const viewsFor = (view: ViewId) => MAP_VIEWS.findIndex(({ views }) => views.includes(view));

const blank = (placed: Placed, rating: number): DrawnPoint => ({
  ...placed,
  id: uuid(),
  thread: uuid(),
  rating,
  tautBand: null,
  refersTo: null,
  stopsOnRelease: null,
  worseOnBreath: null,
  worst: false,
  bruised: null,
  note: '',
});

/** The map: a line to add by, the figure, the chosen point, and what changed. */
export function MapBench({ data }: { data: Data }) {
  const { file, points: kept } = data;
  const base = `/clients/${file.id}`;
  const visits = useVisits(data);
  const field = useRef<HTMLInputElement>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [pair, setPair] = useState(0);
  const [shown, setShown] = useState<'left' | 'right'>(file.affectedSide ?? 'right');
  const [picking, setPicking] = useState(false);
  const [over, setOver] = useState('');
  const follow = useFollow();

  const present = usePoints(
    useMemo(() => kept.filter(({ visitId }) => visitId !== null), [kept]),
    file.id,
    { openId: data.openId, nowId: data.openId ?? NOW },
  );
  const all = present.points;
  const { points, before, unpressed, home, compared, byThread } = useShownPoints(data, visits, all);
  const marks = useMemo(() => standings(screen(file.screening)), [file.screening]);
  const suggestions = useMemo(() => relatedSites(points), [points]);
  const point = points.find(({ id }) => id === chosen);
  const stature = file.statureMetres;

  const show = (view: ViewId, side: string) => {
    setPair(Math.max(0, viewsFor(view)));
    if (side === 'left' || side === 'right') setShown(side);
  };
  const choose = useCallback((id: string) => setChosen(id), []);
  const add = (placed: Placed, rating: number, visible = false) => {
    const next = blank(placed, rating);
    present.add(next);
    setChosen(next.id);
    const site = findSite(placed.siteId);
    if (site && !visible) show(homeView(site), placed.side);
  };
  /** A point of before is pressed again: the same thread, a new finding. */
  const press = (id: string, rating: number) => {
    const old = [...unpressed, ...home].find((one) => one.id === id);
    if (!old) return;
    const next = { ...old, id: uuid(), rating, note: '', worst: false };
    present.add(next);
    setChosen(next.id);
    follow(next.id);
  };
  const change = (by: Partial<DrawnPoint>) => point && present.change(point.id, by);
  const remove = () => {
    if (!point) return;
    const at = points.indexOf(point);
    const next = points[at + 1] ?? points[at - 1];
    present.remove(point.id);
    setChosen(next?.id ?? null);
    if (next) follow(next.id);
    else field.current?.focus();
    setPicking(false);
  };
  const editable = visits.isNow;
  useKeys([
    ['a', () => field.current?.focus()],
    ['v', () => setPair((pair + 1) % MAP_VIEWS.length)],
    ['mod+z', () => present.undo()],
    ['t', () => editable && change({ tautBand: point?.tautBand ? null : true })],
    ['w', () => editable && change({ worst: !point?.worst })],
    ['Delete', () => editable && remove()],
    ['Escape', () => setPicking(false)],
    ...Array.from({ length: 10 }, (_, rating): [string, () => void] => [
      String(rating),
      () => editable && change({ rating }),
    ]),
  ]);

  const tender = points.filter(({ rating }) => rating > 0).length;
  const says = `${counted(tender, 'tender point')}${visits.isNow ? '' : `, ${visits.stops[visits.at]?.label ?? ''}`}`;
  const earlier = visits.isNow ? unpressed : before;

  return (
    <Bench
      tight
      workFirst
      wideRight
      leftLabel="Points"
      left={
        <>
          {editable && (
            <EntryLine
              field={field}
              usualSide={file.affectedSide}
              onAdd={({ site, side, rating }) => {
                if (!site || side === null || rating === null) return;
                add({ siteId: site.id, side, across: 0, down: 0 }, rating);
              }}
            />
          )}
          <NeedsYou of={({ letter }) => letter.kind === 'point' && letter.clientId === file.id} />
          <PointLists
            title={says}
            shown={{ points, unpressed, home, byThread }}
            chosen={chosen}
            onChoose={choose}
            onRate={editable ? (id, rating) => present.change(id, { rating }) : undefined}
            onPress={press}
          />
        </>
      }
      rightLabel="The chosen point"
      right={
        <>
          {point && editable ? (
            <PointEditor
              key={point.id}
              point={point}
              compared={before.length > 0 ? byThread.get(point.thread) : undefined}
              picking={picking}
              onPicking={setPicking}
              onChange={change}
              onRemove={remove}
            />
          ) : (
            <section>
              <h2>{says}</h2>
              <p className={classes.soft}>
                {points.length > 0
                  ? 'Choose a point to see what belongs to it.'
                  : 'Press around until the point is firmer than what lies beside it, and tender. The worst is worked first.'}
              </p>
            </section>
          )}
          {visits.against !== null && before.length > 0 && (
            <Comparison
              compared={compared}
              points={points}
              since={visits.stops[visits.against]?.label ?? ''}
            />
          )}
          {editable && point && <TheirOwn complaints={data.complaints} point={point} />}
          {editable && (
            <FromComplaint
              complaints={data.complaints}
              points={points}
              base={base}
              onShow={(site, side) => {
                show(homeView(site), side ?? shown);
                setOver(`${site.plainName}: ${site.find[0] ?? ''}`);
              }}
            />
          )}
          {editable && (
            <Suggestions
              suggestions={suggestions}
              onShow={(site) => {
                show(homeView(site), point?.side ?? 'right');
                setOver(`${site.plainName}: ${site.find[0] ?? ''}`);
              }}
            />
          )}
          <p className={classes.next}>
            <Link to={`${base}/measure`}>Measure</Link> before anything is pressed for long;{' '}
            <Link to={`${base}/visit`}>finish the visit</Link> when all is in.
          </p>
        </>
      }
    >
      <MapFigures
        view={{ pair, shown, onPair: setPair, onShown: setShown }}
        undo={
          <LinkButton disabled={!present.canUndo} onClick={present.undo}>
            Undo <kbd>ctrl z</kbd>
          </LinkButton>
        }
        points={points}
        earlier={earlier}
        statureMetres={stature}
        chosen={chosen}
        marks={marks}
        says={says}
        picking={
          picking && point
            ? {
                picked: new Set(point.refersTo ?? []),
                onPick: (part: BodyPartId) => {
                  const has = point.refersTo ?? [];
                  change({
                    refersTo: has.includes(part)
                      ? has.filter((one) => one !== part)
                      : [...has, part],
                  });
                },
              }
            : null
        }
        onChoose={choose}
        onPlace={editable ? (placed) => add(placed, point?.rating ?? LAST_RATING, true) : undefined}
        onOver={setOver}
      />
      <p className={classes.over} role="status">
        {picking
          ? 'Point on every area it sends to; press done when that is all.'
          : over ||
            (editable
              ? 'Click where it is tender, then type the rating.'
              : 'An earlier map: to look at.')}
      </p>
      {visits.stops.length > 1 && <VisitSlider visits={visits} />}
    </Bench>
  );
}
