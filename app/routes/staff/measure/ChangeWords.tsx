import { sourceWords } from '#core/knowledge';
import { change, semBy, type Quantity } from '#core/measurement';
import { asRead, withUnit, type Row, type Side } from './readings';
import classes from './measure.module.css';

/** How a figure stands against the one before, with its sum one click away. */
export function ChangeWords({
  quantity,
  side,
  before,
  after,
  when,
}: {
  quantity: Quantity;
  side: Side;
  before: Row | undefined;
  after: Row | undefined;
  when: string;
}) {
  const judged = change(quantity, asRead(before), asRead(after));
  if (!after?.value && after?.value !== 0) return null;
  const name = side === 'mid' ? quantity.name : `${quantity.name}, ${side}`;
  return (
    <div className={classes.change} data-verdict={judged.verdict}>
      <p>
        <strong>{name}</strong>{' '}
        {judged.verdict === 'too few readings'
          ? `${withUnit(after.value, quantity)}: too few readings to compare`
          : `${withUnit(before?.value ?? 0, quantity)} → ${withUnit(after.value, quantity)} ${when}: ${judged.verdict}${judged.direction ? `, for the ${judged.direction}` : ''}`}
      </p>
      {judged.verdict !== 'too few readings' && (
        <details>
          <summary>why</summary>
          <ul>
            {judged.arithmetic.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          <p>
            Error of one reading:{' '}
            {sourceWords(semBy(quantity, after.way, after.visitId === null).source)}. Rule:{' '}
            {sourceWords(judged.source)}.
          </p>
        </details>
      )}
    </div>
  );
}
