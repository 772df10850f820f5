import type { Site } from '#core/anatomy';
import {
  findTool,
  FOAM_AGES,
  SURFACE_IDS,
  SURFACES,
  surfaceIdSchema,
  TOOLS,
  type SurfaceId,
  type Tool,
} from '#core/equipment';
import { mostByHand, newtons, TRIED_KILOGRAMS } from '#core/loading';
import { pressingOn, pressureAt } from '#core/pressure';

import { Link } from 'react-router';
import { staffContext } from '~/context.server';
import { Notice } from '~/ui/parts/Notice';
import { Bench } from '~/ui/parts/Bench';
import { Choice } from '~/ui/parts/Choice';
import { LinkButton } from '~/ui/parts/LinkButton';
import { useAddress } from '~/ui/parts/useAddress';
import { PressureBars } from '~/ui/bench/PressureBars';
import {
  bandWords,
  givenWeight,
  rounded,
  shownWeight,
  unitsOf,
  weightUnit,
  type Units,
} from '~/ui/numbers/units';
import { WhatIf } from '~/ui/bench/WhatIf';
import { Why } from '~/ui/bench/Why';
import type { Route } from './+types/tools';
import classes from './tools.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Tool bench · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  context.get(staffContext);
  return null;
}

const FLESH = ['thin', 'middling', 'thick'] as const;
const FLESH_SAYS: Record<Site['flesh'], string> = {
  thin: 'shin, foot, face',
  middling: 'shoulder, forearm, calf',
  thick: 'buttock, thigh, low back',
};

/** What is tried when no load is said, by who brings it. */
const USUAL_KILOGRAMS = { body: 10, hand: 2 };

/** What the address says of the bench; what it does not say is usual. */
function readBench(params: URLSearchParams) {
  const surface = surfaceIdSchema.safeParse(params.get('on'));
  const flesh = FLESH.find((one) => one === params.get('flesh')) ?? 'thick';
  const units = unitsOf(params.get('units'));
  const text = params.get('load');
  const tool = findTool(params.get('tool') ?? '') ?? findTool('tennis-ball');
  const usual = tool?.drive === 'body' ? USUAL_KILOGRAMS.body : USUAL_KILOGRAMS.hand;
  const shown = text === null ? shownWeight(usual, units) : Number(text.replace(',', '.'));
  const kilograms = givenWeight(shown, units);
  const trouble =
    Number.isFinite(kilograms) &&
    kilograms >= TRIED_KILOGRAMS.least &&
    kilograms <= TRIED_KILOGRAMS.most
      ? null
      : `The load must be a number between ${rounded(shownWeight(TRIED_KILOGRAMS.least, units))} and ${rounded(shownWeight(TRIED_KILOGRAMS.most, units))} ${weightUnit(units)}.`;
  return {
    foam: FOAM_AGES.find((one) => one === params.get('foam')) ?? null,
    surfaceId: surface.success ? surface.data : ('hard-floor' as SurfaceId),
    flesh,
    units,
    text: text ?? rounded(shown),
    kilograms: trouble === null ? kilograms : usual,
    trouble,
    /** A tool the address names and nobody knows. */
    strange: findTool(params.get('tool') ?? 'tennis-ball') ? null : params.get('tool'),
    tool,
  };
}

/** Tools that are compared at one load: what is pressed on with the body, and knobs. */
const COMPARED = TOOLS.filter(({ form }) => form !== 'hand');

function Load({
  text,
  kilograms,
  units,
  trouble,
  set,
}: {
  text: string;
  kilograms: number;
  units: Units;
  trouble: string | null;
  set: (change: Record<string, string>) => void;
}) {
  const unit = weightUnit(units);
  return (
    <div className={classes.load}>
      <label htmlFor="bench-load">load</label>
      <div className={classes.loadLine}>
        <input
          id="bench-load"
          className={classes.loadFigure}
          value={text}
          inputMode="decimal"
          autoComplete="off"
          aria-invalid={trouble !== null}
          aria-describedby="bench-load-says"
          onChange={(event) => set({ load: event.currentTarget.value })}
        />
        <LinkButton
          className={classes.unit}
          aria-label={`Show ${units === 'metric' ? 'pounds' : 'kilograms'}`}
          onClick={() => {
            const other = units === 'metric' ? 'imperial' : 'metric';
            set({ units: weightUnit(other), load: rounded(shownWeight(kilograms, other)) });
          }}
        >
          {unit}
        </LinkButton>
      </div>
      <input
        type="range"
        aria-label={`Load in ${unit}`}
        min={TRIED_KILOGRAMS.least}
        max={TRIED_KILOGRAMS.most}
        step={0.5}
        value={kilograms}
        className={classes.slider}
        onChange={(event) =>
          set({ load: rounded(shownWeight(Number(event.currentTarget.value), units)) })
        }
      />
      <p
        id="bench-load-says"
        className={trouble ? classes.trouble : classes.soft}
        role={trouble ? 'alert' : undefined}
      >
        {trouble ?? 'What the body brings, before the surface takes any of it.'}
      </p>
    </div>
  );
}

export default function ToolBench() {
  const [params, set] = useAddress();
  const bench = readBench(params);
  const { surfaceId, flesh, foam, units, kilograms } = bench;
  const surface = SURFACES[surfaceId];
  const load = newtons(kilograms);
  // Nobody brings ten kilograms to a hand-held tip.
  const isBrought = (tool: Tool) => load <= (mostByHand(tool) ?? Infinity);
  const byHand = COMPARED.filter((tool) => !isBrought(tool));
  const rows = COMPARED.filter(isBrought)
    .flatMap((tool) => {
      const outcome = pressureAt(pressingOn(tool, surface, flesh, foam), load / tool.contacts);
      return outcome.ok ? [{ tool, kilopascals: outcome.value.kilopascals }] : [];
    })
    .sort((a, b) => a.kilopascals.value - b.kilopascals.value);
  const chosen = rows.find(({ tool }) => tool.id === bench.tool?.id) ?? rows[0];
  if (!chosen) return null;
  const pressing = pressingOn(chosen.tool, surface, flesh, foam);
  const against = findTool(chosen.tool.id === 'tennis-ball' ? 'foam-roller' : 'tennis-ball');
  const onOne = load / chosen.tool.contacts;
  return (
    <Bench
      leftLabel="What is compared"
      left={
        <>
          <h1>Tool bench</h1>
          {bench.strange !== null && (
            <Notice>
              “{bench.strange}” is not a tool this edition knows. The tennis ball is shown.
            </Notice>
          )}
          <Load {...bench} set={set} />
          <Choice
            legend="against"
            value={surfaceId}
            options={SURFACE_IDS.filter((id) =>
              ['wall', 'hard-floor', 'mat', 'mattress'].includes(id),
            ).map((id) => ({ value: id, label: SURFACES[id].name }))}
            onChoose={(on) => set({ on })}
          />
          <Choice
            legend="flesh"
            value={flesh}
            options={FLESH.map((value) => ({ value, label: value, says: FLESH_SAYS[value] }))}
            onChoose={(value) => set({ flesh: value })}
          />
          {chosen.tool.stuff.kind === 'layer' && (
            <Choice
              legend="its foam"
              value={foam ?? 'unknown'}
              options={[
                { value: 'unknown', label: 'of unknown age' },
                ...FOAM_AGES.map((value) => ({ value, label: value })),
              ]}
              onChoose={(value) => set({ foam: value })}
            />
          )}
          <p className={classes.soft}>
            {surface.says} Absolute figures are estimates; order and ratio are what to go by. A
            client’s own rating at a known setup is worth more than any of them.{' '}
            <Link to={`/scale?tool=${chosen.tool.id}`}>Learn a grade on a pressing scale.</Link>
          </p>
        </>
      }
      rightLabel="The chosen tool"
      right={
        <>
          <h2>{chosen.tool.name}</h2>
          <p className={classes.figureLine}>
            <strong>{rounded(chosen.kilopascals.value)}</strong> kPa on average,{' '}
            {bandWords(chosen.kilopascals)}
          </p>
          <p className={classes.soft}>
            {chosen.tool.face.kind === 'sphere' ? 'ball or tip' : 'roller'} of{' '}
            {Math.round(chosen.tool.widthMillimetres)} mm, {chosen.tool.hardness},{' '}
            {chosen.tool.slips === 'blocks' ? 'blocks the spot' : 'lets the spot slip past'}.
          </p>
          <p>
            {chosen.tool.reach} {chosen.tool.held}
          </p>
          <p>Good for: {chosen.tool.goodFor}</p>
          <p className={classes.off}>Not for: {chosen.tool.notFor}</p>
          <WhatIf pressing={pressing} loadNewtons={onOne} against={against} />
          <Why pressing={pressing} loadNewtons={onOne} surfaceId={surfaceId} />
        </>
      }
    >
      <div className={classes.title}>
        <h2>
          Mean pressure at {rounded(shownWeight(kilograms, units))} {weightUnit(units)},{' '}
          {surface.name}
        </h2>
        <span>choose a tool; arrows walk</span>
      </div>
      <PressureBars rows={rows} chosenId={chosen.tool.id} onChoose={(tool) => set({ tool })} />
      {byHand.length > 0 && (
        <p className={classes.soft}>
          No hand brings that much to these, so they are left out:{' '}
          {byHand.map(({ name }) => name.toLowerCase()).join(', ')}. Lower the load to compare them.
        </p>
      )}
    </Bench>
  );
}
