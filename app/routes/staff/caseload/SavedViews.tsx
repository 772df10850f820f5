import { useEffect, useRef } from 'react';
import { Link, useFetcher, useSearchParams } from 'react-router';
import type { TurnedDown } from '~/door.server';
import { LinkButton } from '~/ui/parts/LinkButton';
import classes from './caseload.module.css';

/** Views kept under a name: whose clients, which of them, sorted how. They go with whoever kept them. */
export function SavedViews({ views }: { views: readonly { name: string; search: string }[] }) {
  const [params] = useSearchParams();
  const fetcher = useFetcher<{ ok: true } | TurnedDown>();
  const form = useRef<HTMLFormElement>(null);
  const refused = fetcher.data?.ok === false ? fetcher.data : null;
  const isKept = fetcher.state === 'idle' && fetcher.data?.ok === true;
  useEffect(() => {
    if (isKept) form.current?.reset();
  }, [isKept]);
  return (
    <div className={classes.views}>
      {views.length > 0 && (
        <ul aria-label="Kept views">
          {views.map((view) => (
            <li key={view.name}>
              <Link to={`?${view.search}`}>{view.name}</Link>{' '}
              <fetcher.Form method="post">
                <input type="hidden" name="name" value={view.name} />
                <LinkButton
                  warns
                  type="submit"
                  name="intent"
                  value="remove"
                  aria-label={`Remove the view ${view.name}`}
                >
                  ×
                </LinkButton>
              </fetcher.Form>
            </li>
          ))}
        </ul>
      )}
      <fetcher.Form method="post" ref={form}>
        <input type="hidden" name="search" value={params.toString()} />
        <label>
          Keep this view as <input name="name" maxLength={40} required />
        </label>
        <LinkButton type="submit" name="intent" value="keep">
          Keep
        </LinkButton>
      </fetcher.Form>
      {refused && <p role="alert">{refused.fields.name ?? refused.message}</p>}
    </div>
  );
}
