import { Button } from '@mantine/core';
import { useState } from 'react';
import { z } from 'zod';
import { Notice } from '../parts/Notice';
import classes from './Receiving.module.css';

const line = z.object({ says: z.string(), many: z.number() });
const understoodSchema = z.object({
  simulated: z.literal(true),
  of: z.string(),
  lines: z.array(line),
  passedOver: z.array(line),
});
type Understood = z.infer<typeof understoodSchema>;

const NO_ANSWER = 'The clinic does not answer just now. Nothing was sent; try again.';

/** Takes a document from here and gives it to the clinic, which says what it understood. */
async function sendFrom(from: string): Promise<Understood | string> {
  try {
    const document = await fetch(from);
    if (!document.ok) return NO_ANSWER;
    const answer = await fetch('/devices/clinic/documents', {
      method: 'POST',
      headers: { 'content-type': 'text/plain' },
      body: await document.text(),
    });
    const told: unknown = await answer.json();
    if (answer.ok) return understoodSchema.parse(told);
    return z.object({ says: z.string() }).parse(told).says;
  } catch {
    return NO_ANSWER;
  }
}

function Lines({ title, lines }: { title: string; lines: Understood['lines'] }) {
  return lines.length === 0 ? null : (
    <>
      <h4>{title}</h4>
      <ul className={classes.lines}>
        {lines.map(({ says, many }) => (
          <li key={says}>
            <span className={classes.many}>{many} ×</span>
            <span>{says}</span>
          </li>
        ))}
      </ul>
    </>
  );
}

/** A clinic that ships with the demo: it takes what leaves the house and says what it made of it. */
export function Receiving({
  from,
  what,
  heading: Heading,
}: {
  from: string;
  what: string;
  heading: 'h2' | 'h3';
}) {
  const [told, setTold] = useState<Understood | string | null>(null);
  const [isUnderWay, setUnderWay] = useState(false);
  const send = async () => {
    setUnderWay(true);
    setTold(await sendFrom(from));
    setUnderWay(false);
  };
  return (
    <section className={classes.receiving} aria-label="A receiving clinic, simulated">
      <Heading>A receiving clinic, simulated</Heading>
      <p>
        It ships with the demo, knows published codes only, and keeps nothing. Give it {what} and
        see what another program understands.
      </p>
      <Button variant="outline" onClick={() => void send()} loading={isUnderWay}>
        Send it there
      </Button>
      <div aria-live="polite">
        {typeof told === 'string' && <Notice>{told}</Notice>}
        {told !== null && typeof told !== 'string' && (
          <div className={classes.understood}>
            <p>
              Simulated clinic, received: <bdi>{told.of}</bdi>
            </p>
            <Lines title="Understood" lines={told.lines} />
            <Lines title="Passed over" lines={told.passedOver} />
          </div>
        )}
      </div>
    </section>
  );
}
