import type { Brief } from '#core/brief';
import classes from './AtAGlance.module.css';

const PARTS = [
  ['changed', 'Changed'],
  ['borne', 'Done and borne'],
  ['next', 'Next'],
] as const satisfies readonly (readonly [keyof Brief, string])[];

/** A client in three sentences, to be read in half a minute. */
export function AtAGlance({ brief }: { brief: Brief }) {
  return (
    <section className={classes.glance} aria-label="At a glance">
      <dl>
        {PARTS.map(([part, label]) => (
          <div key={part} data-attention={brief[part].attention}>
            <dt>{label}</dt>
            <dd>{brief[part].says}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
