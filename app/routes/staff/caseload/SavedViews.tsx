import { useLocalStorage } from '@mantine/hooks';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { z } from 'zod';
import { LinkButton } from '~/ui/parts/LinkButton';
import classes from './caseload.module.css';

const MOST_VIEWS = 12;
const viewsSchema = z.array(z.object({ name: z.string(), search: z.string() })).max(MOST_VIEWS);
type View = z.infer<typeof viewsSchema>[number];

/** What was looked for by name is nobody’s but the one who typed it: it is not kept. */
function searchOf(params: URLSearchParams): string {
  const kept = new URLSearchParams(params);
  kept.delete('q');
  return kept.toString();
}

/** Views kept on this device under a name: whose clients, which of them, sorted how. */
export function SavedViews({ userId }: { userId: string }) {
  const [params] = useSearchParams();
  const [views, setViews] = useLocalStorage<View[]>({
    key: `caseload-views:${userId}`,
    defaultValue: [],
    deserialize: (text) => {
      try {
        return viewsSchema.parse(JSON.parse(text ?? '[]'));
      } catch {
        return [];
      }
    },
  });
  const [name, setName] = useState('');
  const keep = () => {
    const called = name.trim();
    if (called === '') return;
    setViews((now) => [
      ...now.filter((one) => one.name !== called).slice(-(MOST_VIEWS - 1)),
      { name: called, search: searchOf(params) },
    ]);
    setName('');
  };
  return (
    <div className={classes.views}>
      {views.length > 0 && (
        <ul aria-label="Views on this device">
          {views.map((view) => (
            <li key={view.name}>
              <Link to={`?${view.search}`}>{view.name}</Link>{' '}
              <LinkButton
                warns
                aria-label={`Remove the view ${view.name}`}
                onClick={() => setViews((now) => now.filter((one) => one.name !== view.name))}
              >
                ×
              </LinkButton>
            </li>
          ))}
        </ul>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <label>
          Keep this view as{' '}
          <input
            value={name}
            maxLength={40}
            onChange={(event) => setName(event.currentTarget.value)}
          />
        </label>
        <LinkButton type="submit">Keep</LinkButton>
      </form>
    </div>
  );
}
