import { Button, TextInput } from '@mantine/core';
import type { ReactNode } from 'react';
import { Form, Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { SURFACE_IDS, SURFACES, THING_IDS, thingOf, TOOLS } from '#core/equipment';
import { staffContext } from '~/context.server';
import { act, formOf, load } from '~/door.server';
import { bringsSchema } from '~/keeping/bodies';
import { fileOf } from '~/services/clientFile.server';
import { keepForm } from '~/services/keeping.server';
import { FormStanding } from '~/ui/keeping/FormStanding';
import { useKeptForm } from '~/ui/keeping/useKeptForm';
import { Notice } from '~/ui/parts/Notice';
import { useSaid } from '~/ui/parts/useSaid';
import { WeekFields } from '~/ui/week/WeekFields';
import { readBrings } from './bringsForm';
import type { Route } from './+types/brings';
import classes from './brings.module.css';

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(async () => {
    const file = await fileOf(setting, who, params.clientId);
    return { file, letterId: uuid() };
  });
}

export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = context.get(staffContext);
  return act(async () => {
    const form = await formOf(request);
    const { clientId } = params;
    const body = readBrings(form);
    await keepForm(setting, who, { kind: 'brings', clientId, thing: clientId, form, body });
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

const HELP = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
  { value: '', label: 'not asked' },
];

export default function BringsPage({ loaderData, actionData }: Route.ComponentProps) {
  const { file } = loaderData;
  const said = useSaid(actionData);
  const refused = said?.ok === false ? said : null;
  const {
    setForm,
    shown,
    base,
    errors: mistakes,
    saved,
    entry,
    onSubmit,
    onFocus,
    onBlur,
    onInput,
  } = useKeptForm({
    kind: 'brings',
    clientId: file.id,
    thing: file.id,
    base: file.bringsRevision,
    read: file,
    name: `brings/${file.id}`,
    schema: bringsSchema,
    bodyOf: readBrings,
  });
  const errors = { ...(refused?.fields ?? {}), ...mistakes };
  const helper = shown.helperAtHome === null ? '' : shown.helperAtHome ? 'yes' : 'no';
  const noFloor = file.screening.some(({ condition }) => condition === 'no-floor');
  return (
    <Form
      ref={setForm}
      method="post"
      noValidate
      className={classes.page}
      onSubmit={onSubmit}
      onInput={onInput}
      onFocus={onFocus}
      onBlur={onBlur}
    >
      <input type="hidden" name="letter" value={loaderData.letterId} />
      <input type="hidden" name="base" value={base ?? undefined} />
      <div className={classes.top}>
        {refused && <Notice>{refused.message}</Notice>}
        <FormStanding
          entry={entry}
          saved={saved !== null || said?.ok === true}
          done="Saved. The plan and the ladder reckon with it."
        />
      </div>
      <section className={classes.home}>
        <h2>Body</h2>
        <div className={classes.two}>
          <TextInput
            name="massKilograms"
            label="Body mass, kg"
            inputMode="decimal"
            defaultValue={shown.massKilograms ?? ''}
            error={errors.massKilograms}
          />
          <TextInput
            name="statureCentimetres"
            label="Stature, cm"
            inputMode="decimal"
            defaultValue={
              shown.statureMetres === null ? '' : Math.round(shown.statureMetres * 1000) / 10
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
              ticked={shown.tools?.includes(tool.id) ?? false}
            />
          ))}
        </div>
      </section>
      <section className={classes.screening}>
        <h2>Time and help</h2>
        <div className={classes.two}>
          <TextInput
            name="minutesPerDay"
            label="Minutes a day"
            inputMode="numeric"
            defaultValue={shown.minutesPerDay ?? ''}
            error={errors.minutesPerDay}
          />
        </div>
        <WeekFields shown={shown} whose="theirs" />
        {errors.habits && <Notice>{errors.habits}</Notice>}
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
        <h2>Things at home</h2>
        <div className={classes.ticks}>
          {THING_IDS.map((id) => (
            <Tick
              key={id}
              name={`thing:${id}`}
              label={thingOf(id).name}
              ticked={shown.things?.includes(id) ?? false}
            />
          ))}
        </div>
        <h2>Places at home</h2>
        <div className={classes.ticks}>
          {SURFACE_IDS.map((id) => (
            <Tick
              key={id}
              name={`place:${id}`}
              label={SURFACES[id].name}
              ticked={shown.places?.includes(id) ?? false}
            />
          ))}
        </div>
      </section>
      <div className={classes.foot}>
        <Button type="submit">Save</Button>
      </div>
    </Form>
  );
}
