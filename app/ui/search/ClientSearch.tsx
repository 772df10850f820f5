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

/** Finds a client by name from anywhere: `/` goes there, arrows choose, Enter opens the file. */
export function ClientSearch() {
  const [found, setFound] = useState<{ query: string; clients: FoundClient[] } | null>(null);
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
    void fetch(`/find?q=${encodeURIComponent(query)}`, { signal })
      .then(async (response) => {
        if (response.ok) setFound((await response.json()) as typeof found);
      })
      .catch(() => undefined);
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
              {answer ? 'No client of this practice has that name.' : 'Looking'}
            </Combobox.Empty>
          )}
        </Combobox.Options>
      </Combobox.Dropdown>
    </Combobox>
  );
}
