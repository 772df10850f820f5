import { Button, TextInput } from '@mantine/core';
import type { ReactNode } from 'react';
import { Form, Link, useNavigation } from 'react-router';
import { SURFACE_IDS, SURFACES, TOOLS } from '#core/equipment';
import { act, enter, formOf, load, parse } from '~/door.server';
import { bringsSchema, bringsSeen, changeBrings, fileOf } from '~/services/clientFile.server';
import { Notice } from '~/ui/parts/Notice';
import { Overtaken, seenAfter } from '~/ui/parts/Overtaken';
import { readBrings } from './bringsForm';
import type { Route } from './+types/brings';
import classes from './brings.module.css';

export async function loader({ context, request, params }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return load(async () => {
    const file = await fileOf(setting, who, params.clientId);
    return { file, seen: bringsSeen(file) };
  });
}

export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return act(async () => {
    const form = await formOf(request);
    const wish = parse(bringsSchema, readBrings(form));
    await changeBrings(setting, who, params.clientId, wish, form.seen);
    return { ok: true as const };
  });
}

function Tick({
  name,
  label,
  ticked,
  note,
  children,
}: {
  name: string;
  label: string;
  ticked: boolean;
  note?: string;
  children?: ReactNode;
}) {
  return (
    <div className={classes.tick}>
      <label>
        <input type="checkbox" name={name} defaultChecked={ticked} />
        <span>
          {label}
          {note && <span className={classes.note}>{note}</span>}
        </span>
      </label>
      {children}
    </div>
  );
}

const TIMES = ['morning', 'midday', 'afternoon', 'evening'];
const HELP = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
  { value: '', label: 'not asked' },
];

export default function BringsPage({ loaderData, actionData }: Route.ComponentProps) {
  const { file } = loaderData;
  const busy = useNavigation().state !== 'idle';
  const refused = actionData?.ok === false ? actionData : null;
  const errors = refused?.fields ?? {};
  const helper = file.helperAtHome === null ? '' : file.helperAtHome ? 'yes' : 'no';
  const noFloor = file.screening.some(({ condition }) => condition === 'no-floor');
  return (
    <Form method="post" noValidate className={classes.page}>
      <input type="hidden" name="seen" value={seenAfter(refused?.details, loaderData.seen)} />
      <div className={classes.top}>
        {refused && <Overtaken message={refused.message} details={refused.details} />}
        {actionData?.ok && (
          <Notice tone="quiet">Saved. The plan and the ladder reckon with it.</Notice>
        )}
      </div>
      <section className={classes.home}>
        <h2>Body</h2>
        <div className={classes.two}>
          <TextInput
            name="massKilograms"
            label="Body mass, kg"
            inputMode="decimal"
            defaultValue={file.massKilograms ?? ''}
            error={errors.massKilograms}
          />
          <TextInput
            name="statureCentimetres"
            label="Stature, cm"
            inputMode="decimal"
            defaultValue={
              file.statureMetres === null ? '' : Math.round(file.statureMetres * 1000) / 10
            }
            error={errors.statureCentimetres}
          />
        </div>
        <p className={classes.soft}>
          For the load on a tool. Without them the ladder reckons with 70 kg and 172 cm and says so.
        </p>
        <h2>Tools at home</h2>
        <div className={classes.ticks}>
          {TOOLS.filter(({ form }) => form !== 'hand').map((tool) => (
            <Tick
              key={tool.id}
              name={`tool:${tool.id}`}
              label={tool.name}
              ticked={file.tools?.includes(tool.id) ?? false}
            />
          ))}
        </div>
        <Button type="submit" loading={busy} className={classes.save}>
          Save
        </Button>
      </section>
      <section className={classes.screening}>
        <h2>Time and help</h2>
        <div className={classes.two}>
          <TextInput
            name="minutesPerDay"
            label="Minutes a day"
            inputMode="numeric"
            defaultValue={file.minutesPerDay ?? ''}
            error={errors.minutesPerDay}
          />
        </div>
        <fieldset className={classes.sides}>
          <legend>When in the day?</legend>
          {TIMES.map((time) => (
            <label key={time}>
              <input
                type="checkbox"
                name={`time:${time}`}
                defaultChecked={file.timesOfDay?.includes(time)}
              />
              {time}
            </label>
          ))}
        </fieldset>
        <fieldset className={classes.sides}>
          <legend>Somebody at home who can press?</legend>
          {HELP.map(({ value, label }) => (
            <label key={label}>
              <input
                type="radio"
                name="helperAtHome"
                value={value}
                defaultChecked={value === helper}
              />
              {label}
            </label>
          ))}
        </fieldset>
        <h2>Down to the floor and up</h2>
        <p>
          {noFloor
            ? 'The screening says: getting down to the floor, or up again, is not possible. Floor postures are refused.'
            : 'The screening names nothing against the floor.'}{' '}
          <Link to={`/clients/${file.id}/screen`}>Screen</Link>
        </p>
        <h2>Places at home</h2>
        <div className={classes.ticks}>
          {SURFACE_IDS.map((id) => (
            <Tick
              key={id}
              name={`place:${id}`}
              label={SURFACES[id].name}
              ticked={file.places?.includes(id) ?? false}
            />
          ))}
        </div>
      </section>
    </Form>
  );
}
