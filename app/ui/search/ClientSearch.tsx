import { Combobox, TextInput, useCombobox } from '@mantine/core';
import { useEffect, useEffectEvent, useRef, useState, type KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import { useKeys } from '~/ui/parts/useKeys';
import classes from './ClientSearch.module.css';

interface FoundClient {
  id: string;
  name: string;
  occupation: string;
}

/** What came of asking for a text: the clients, or why there is no answer. */
interface Found {
  query: string;
  clients: FoundClient[];
  trouble?: string;
}

const NO_CONNECTION = 'There is no connection. Type on once there is one.';
const SIGNED_OUT = 'You are signed out. Sign in again to look for clients.';
const NO_ANSWER = 'The server has no answer. Type on to ask again.';

async function find(query: string, signal: AbortSignal): Promise<Found> {
  const none = (trouble: string): Found => ({ query, clients: [], trouble });
  try {
    const response = await fetch(`/find?q=${encodeURIComponent(query)}`, {
      signal,
      redirect: 'manual',
    });
    if (response.type === 'opaqueredirect' || response.status === 401) return none(SIGNED_OUT);
    return response.ok ? ((await response.json()) as Found) : none(NO_ANSWER);
  } catch {
    return none(NO_CONNECTION);
  }
}

/** Finds a client by name from anywhere: `/` goes there, arrows choose, Enter opens the file. */
export function ClientSearch() {
  const [found, setFound] = useState<Found | null>(null);
  const asking = useRef<AbortController | null>(null);
  const navigate = useNavigate();
  const field = useRef<HTMLInputElement>(null);
  const [text, setText] = useState('');
  /** Enter was pressed before the answer was there: the first of it is opened as it comes. */
  const isWanted = useRef(false);
  const combobox = useCombobox({ onDropdownClose: () => combobox.resetSelectedOption() });
  useKeys([['/', () => field.current?.focus()]]);

  const search = (query: string) => {
    setText(query);
    isWanted.current = false;
    if (query.trim() === '') {
      combobox.closeDropdown();
      return;
    }
    // Asked past the router: what is kept meanwhile has it read its own data anew, not this.
    asking.current?.abort();
    asking.current = new AbortController();
    const { signal } = asking.current;
    void find(query, signal).then((answer) => {
      if (!signal.aborted) setFound(answer);
    });
    combobox.openDropdown();
  };
  const open = (id: string) => {
    setText('');
    combobox.closeDropdown();
    field.current?.blur();
    void navigate(`/clients/${id}`);
  };
  // Only what answers the text as it stands is offered: an earlier answer would open a wrong file.
  const answer = found?.query === text ? found : null;
  const clients = answer?.clients ?? [];
  const { selectFirstOption } = combobox;
  const openWanted = useEffectEvent(() => {
    const [first] = clients;
    if (isWanted.current && first) open(first.id);
    isWanted.current = false;
  });
  useEffect(() => {
    if (!answer) return;
    selectFirstOption();
    openWanted();
  }, [answer, selectFirstOption]);
  const enter = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || combobox.getSelectedOptionIndex() >= 0) return;
    event.preventDefault();
    const [first] = clients;
    if (first) open(first.id);
    else isWanted.current = answer === null && text.trim() !== '';
  };

  return (
    <Combobox
      store={combobox}
      onOptionSubmit={open}
      withinPortal={false}
      classNames={{ dropdown: classes.dropdown, option: classes.option }}
    >
      <Combobox.Target>
        <TextInput
          ref={field}
          className={classes.field}
          classNames={{ input: classes.input }}
          aria-label="Find a client by name"
          placeholder="Find a client"
          value={text}
          onChange={(event) => search(event.currentTarget.value)}
          onKeyDown={enter}
          onBlur={() => combobox.closeDropdown()}
          rightSection={<kbd aria-hidden>/</kbd>}
          autoComplete="off"
        />
      </Combobox.Target>
      <Combobox.Dropdown>
        <Combobox.Options aria-label="Clients found">
          {clients.map((client) => (
            <Combobox.Option value={client.id} key={client.id}>
              <span className={classes.name}>{client.name}</span>
              <span className={classes.occupation}>{client.occupation}</span>
            </Combobox.Option>
          ))}
          {clients.length === 0 && (
            <Combobox.Empty>
              {answer ? (answer.trouble ?? 'No client of this practice has that name.') : 'Looking'}
            </Combobox.Empty>
          )}
        </Combobox.Options>
      </Combobox.Dropdown>
    </Combobox>
  );
}
