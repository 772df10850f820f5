import { Button, NativeSelect } from '@mantine/core';
import { useState } from 'react';
import { CLIENT_KINDS, type Policy, type TrialPlan } from '#core/simulation';
import { BandChart } from '~/ui/charts/BandChart';
import { useTrial } from '~/workers/useTrial';
import type { Route } from './+types/trial';
import { PolicyFields } from './PolicyFields';
import classes from './trial.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Policy trial · Entspann' }];

const CLIENTS = 500;
const WEEKS = 8;
const NAMES = ['First', 'Second'] as const;

const START: readonly Policy[] = [
  { grade: 4, holdSeconds: 30, points: 2, timesPerWeek: 7, rises: 'as borne' },
  { grade: 4, holdSeconds: 30, points: 2, timesPerWeek: 7, rises: 'weekly' },
];

const one = (value: number) => value.toFixed(1);

/** Two ways of dosing on the same invented clients: a thinking aid. */
export default function Trial() {
  const [policies, setPolicies] = useState(START);
  const [kindId, setKindId] = useState(CLIENT_KINDS[0]?.id ?? '');
  const [seed, setSeed] = useState(1);
  const [ran, setRan] = useState<readonly TrialPlan[]>([]);
  const { share, outcomes, start, cancel } = useTrial();
  const kind = CLIENT_KINDS.find(({ id }) => id === kindId);
  const run = () => {
    if (!kind) return;
    const plans = policies.map((policy) => ({
      policy,
      kind,
      clients: CLIENTS,
      weeks: WEEKS,
      seed,
    }));
    setRan(plans);
    start(plans);
  };
  return (
    <div className={classes.page}>
      <h1>Policy trial</h1>
      <p className={classes.label}>
        A thinking aid on invented clients: {CLIENTS} of them, {WEEKS} weeks. The model behind it is
        our own and describes nobody; it says how two ways of dosing differ when too much flares up,
        not what becomes of anyone.
      </p>
      <form
        className={classes.form}
        onSubmit={(event) => {
          event.preventDefault();
          run();
        }}
      >
        {policies.map((policy, n) => (
          <PolicyFields
            key={NAMES[n]}
            name={NAMES[n] ?? ''}
            policy={policy}
            onChange={(changed) =>
              setPolicies((now) => now.map((one, at) => (at === n ? changed : one)))
            }
          />
        ))}
        <div className={classes.run}>
          <NativeSelect
            label="Clients"
            value={kindId}
            data={CLIENT_KINDS.map(({ id, name }) => ({ value: id, label: name.toLowerCase() }))}
            onChange={(event) => setKindId(event.currentTarget.value)}
          />
          <NativeSelect
            label="Seed"
            description="The same seed, the same clients."
            value={String(seed)}
            data={['1', '2', '3', '4', '5']}
            onChange={(event) => setSeed(Number(event.currentTarget.value))}
          />
          {share === null ? (
            <Button type="submit">Try it</Button>
          ) : (
            <Button variant="outline" onClick={cancel}>
              Stop
            </Button>
          )}
          <p role="status">
            {share === null ? '' : `${Math.round(share * 100)} % of the clients are through.`}
          </p>
        </div>
      </form>
      {outcomes.length > 0 && (
        <section aria-labelledby="found-title">
          <h2 id="found-title">
            What became of them <span>{ran[0]?.kind.name.toLowerCase()} clients, invented</span>
          </h2>
          <BandChart
            bands={outcomes.map(({ tenderness }, n) => ({
              name: NAMES[n] ?? '',
              weeks: tenderness,
            }))}
          />
          <table className={classes.table}>
            <thead>
              <tr>
                <th scope="col">Of a hundred: 10th, middle, 90th</th>
                {outcomes.map((_, n) => (
                  <th key={NAMES[n]} scope="col">
                    {NAMES[n]}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              <tr>
                <th scope="row">Tenderness after {WEEKS} weeks</th>
                {outcomes.map(({ tenderness }, n) => {
                  const last = tenderness.at(-1);
                  return (
                    <td key={NAMES[n]}>
                      {last && `${one(last.low)} · ${one(last.middle)} · ${one(last.high)}`}
                    </td>
                  );
                })}
              </tr>
              <tr>
                <th scope="row">Flare-ups a client</th>
                {outcomes.map(({ flareUps }, n) => (
                  <td key={NAMES[n]}>
                    {`${flareUps.low} · ${flareUps.middle} · ${flareUps.high}, ${one(flareUps.mean)} on average`}
                  </td>
                ))}
              </tr>
              <tr>
                <th scope="row">Minutes a week</th>
                {outcomes.map(({ minutes }, n) => (
                  <td key={NAMES[n]}>
                    {`${one(minutes.low)} · ${one(minutes.middle)} · ${one(minutes.high)}`}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
        </section>
      )}
    </div>
  );
}
