import { Combobox, TextInput, useCombobox } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { useEffect, useRef, useState } from 'react';
import { useFetcher, useNavigate } from 'react-router';
import classes from './ClientSearch.module.css';

interface FoundClient {
  id: string;
  name: string;
  occupation: string;
}

/** Finds a client by name from anywhere: `/` goes there, arrows choose, Enter opens the file. */
export function ClientSearch() {
  const fetcher = useFetcher<{ query: string; clients: FoundClient[] }>();
  const navigate = useNavigate();
  const field = useRef<HTMLInputElement>(null);
  const [text, setText] = useState('');
  const combobox = useCombobox({ onDropdownClose: () => combobox.resetSelectedOption() });
  useHotkeys([['/', () => field.current?.focus()]]);

  const search = (query: string) => {
    setText(query);
    if (query.trim() === '') {
      combobox.closeDropdown();
      return;
    }
    void fetcher.load(`/find?q=${encodeURIComponent(query)}`);
    combobox.openDropdown();
  };
  const open = (id: string) => {
    setText('');
    combobox.closeDropdown();
    field.current?.blur();
    void navigate(`/clients/${id}/plan`);
  };
  // Only what answers the text as it stands is offered: an earlier answer would open a wrong file.
  const answer = fetcher.data?.query === text ? fetcher.data : null;
  const clients = answer?.clients ?? [];
  const { selectFirstOption } = combobox;
  useEffect(() => {
    if (answer) selectFirstOption();
  }, [answer, selectFirstOption]);

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
