import { v7 as uuid } from 'uuid';
import type { Letter } from '~/keeping/letter';
import { MESSAGE_LENGTH } from '~/keeping/messageLength';
import { useLetters, useOutbox } from '~/ui/keeping/Keeping';
import { useJotted } from '~/ui/keeping/useJotted';
import classes from './Messages.module.css';

/** A message as the practice has it. */
export interface KeptMessage {
  id: string;
  byClient: boolean;
  byName: string;
  text: string;
  /** Ms since 1970 UTC. */
  at: number;
}

/** What a message under way is kept under, wherever it is written. */
export const messageName = (clientId: string | null): string => `message to ${clientId ?? 'own'}`;

/** In the client’s own time, wherever it is read. */
const when = (at: number, timeZone: string) =>
  new Date(at).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    timeZone,
  });

/** What a client and their therapists wrote to each other, and the field for the next. What is on its way is shown too. */
export function Messages({
  messages,
  clientId,
  byClient,
  timeZone,
  label,
  hint,
}: {
  messages: readonly KeptMessage[];
  /** Whose file; null: one’s own. */
  clientId: string | null;
  byClient: boolean;
  /** The client’s, IANA. */
  timeZone: string;
  label: string;
  hint: string;
}) {
  const outbox = useOutbox();
  const { texts, type, forget } = useJotted(messageName(clientId), { text: '' });
  const { text } = texts;
  const known = new Set(messages.map(({ id }) => id));
  const unsent = useLetters('message', clientId)
    .filter(({ thing }) => !known.has(thing))
    .map((letter) => letter as Letter<'message'>);
  const send = () => {
    const wish = { kind: 'message', clientId, thing: uuid(), base: null } as const;
    outbox.add({ ...wish, body: { text: text.trim() } });
    forget();
  };
  return (
    <div className={classes.messages}>
      {messages.length + unsent.length > 0 && (
        <ol>
          {messages.map((message) => (
            <li key={message.id} data-own={message.byClient === byClient}>
              <p dir="auto">{message.text}</p>
              <small>
                {message.byName}, {when(message.at, timeZone)}
              </small>
            </li>
          ))}
          {unsent.map(({ id, body, at }) => (
            <li key={id} data-own>
              <p dir="auto">{body.text}</p>
              <small>{when(at, timeZone)}, not with the practice yet</small>
            </li>
          ))}
        </ol>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() !== '') send();
        }}
      >
        <label>
          {label}
          <textarea
            dir="auto"
            rows={3}
            value={text}
            maxLength={MESSAGE_LENGTH}
            onChange={(event) => type({ text: event.currentTarget.value })}
          />
        </label>
        <p>{hint}</p>
        <button type="submit" disabled={text.trim() === ''}>
          Send
        </button>
      </form>
    </div>
  );
}
