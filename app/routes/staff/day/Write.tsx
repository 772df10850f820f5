import { Button } from '@mantine/core';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { isToBeCalled, preparedMessage } from '#core/brief';
import { MESSAGE_LENGTH } from '~/keeping/messageLength';
import type { DaySheetRow } from '~/services/daySheet.server';
import { useJotted } from '~/ui/keeping/useJotted';
import { messageName } from '~/ui/messages/Messages';
import { LinkButton } from '~/ui/parts/LinkButton';
import classes from './day.module.css';

/** A message about what a row raises, prepared to be read and changed. What is half typed outlives a reload. */
export function Write({
  row,
  onSend,
  onBack,
}: {
  row: DaySheetRow;
  onSend: (text: string) => void;
  onBack: () => void;
}) {
  // The same one as on the client’s own page: it is one message.
  const { texts, type, forget } = useJotted(messageName(row.id), { text: preparedMessage(row) });
  const { text } = texts;
  const field = useRef<HTMLTextAreaElement>(null);
  useEffect(() => field.current?.focus(), []);
  const send = () => {
    if (text.trim() === '') return;
    forget();
    onSend(text.trim());
  };
  return (
    <form
      className={classes.write}
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      {isToBeCalled(row) && (
        <p className={classes.attention}>Call them: a message may be read days later.</p>
      )}
      <label>
        To {row.name}
        <textarea
          ref={field}
          dir="auto"
          rows={4}
          value={text}
          maxLength={MESSAGE_LENGTH}
          onChange={(event) => type({ text: event.currentTarget.value })}
          onKeyDown={(event) => {
            if (event.key === 'Escape') onBack();
            if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) send();
          }}
        />
      </label>
      <div>
        <Button type="submit" size="compact-md" disabled={text.trim() === ''}>
          Send <kbd>Ctrl Enter</kbd>
        </Button>
        <LinkButton onClick={onBack}>Not now</LinkButton>
        <Link to={`/clients/${row.id}/practise`}>what was written so far</Link>
      </div>
    </form>
  );
}
