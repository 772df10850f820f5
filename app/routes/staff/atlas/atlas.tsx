import { TextInput } from '@mantine/core';
import { group } from 'd3-array';
import { useMemo, useRef, useState } from 'react';
import { NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { cautionsFor, searchSites, SITES, type Site } from '#core/anatomy';
import { staffContext } from '~/context.server';
import { Missed } from '~/ui/parts/Missed';
import { Notice } from '~/ui/parts/Notice';
import { useAddress } from '~/ui/parts/useAddress';
import { GROUNDS } from '~/ui/parts/words';
import { useKeys } from '~/ui/parts/useKeys';
import type { Route } from './+types/atlas';
import classes from './atlas.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Atlas · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  context.get(staffContext);
  return null;
}

/** The list of all sites and the search stay; the figure or a site stands beside them. */
export interface AtlasContext {
  chosen: string | null;
  pointed: string | null;
  found: ReadonlySet<string> | null;
  point: (siteId: string | null) => void;
  choose: (site: Site) => void;
}

interface Line {
  site: Site;
  says: string;
}

function linesFor(query: string): { heading: string; lines: Line[] }[] {
  if (query.trim() === '') {
    return [...group(SITES, (site) => site.region)].map(([heading, sites]) => ({
      heading,
      lines: sites.map((site) => ({ site, says: site.anatomicalName })),
    }));
  }
  const matches = searchSites(query);
  return [...group(matches, ({ ground }) => ground)].map(([ground, of]) => ({
    heading: GROUNDS[ground],
    lines: of.map(({ site, words }) => ({
      site,
      says:
        ground === 'refers'
          ? `felt at: ${words}`
          : ground === 'said'
            ? `for: ${words}`
            : site.anatomicalName,
    })),
  }));
}

export default function Atlas() {
  const [params, set] = useAddress();
  const { siteId } = useParams();
  const { search } = useLocation();
  const navigate = useNavigate();
  const [pointed, setPointed] = useState<string | null>(null);
  const list = useRef<HTMLDivElement>(null);
  const query = params.get('q') ?? '';
  const groups = useMemo(() => linesFor(query), [query]);
  const found = useMemo(
    () =>
      query.trim() === ''
        ? null
        : new Set(groups.flatMap(({ lines }) => lines.map(({ site }) => site.id))),
    [groups, query],
  );
  const shown = groups.flatMap(({ lines }) => lines.map(({ site }) => site.id));
  const stop = shown.find((id) => id === siteId) ?? shown[0];
  const links = () => [...(list.current?.querySelectorAll('a') ?? [])];
  const walk = (from: Element | null, by: number) => {
    const all = links();
    all[all.findIndex((link) => link === from) + by]?.focus();
  };
  useKeys([['s', () => document.querySelector<HTMLInputElement>('#atlas-search')?.focus()]]);
  const context: AtlasContext = {
    chosen: siteId ?? null,
    pointed,
    found,
    point: setPointed,
    choose: (site) => void navigate(`/atlas/${site.id}${search}`),
  };
  return (
    <div className={classes.atlas}>
      <div className={classes.side}>
        <TextInput
          id="atlas-search"
          label="Find a site"
          description="By its name, by where it hurts, or by what people say: stiff neck, sciatica, QL."
          placeholder="front of shoulder"
          value={query}
          onChange={(event) => {
            const text = event.currentTarget.value;
            set({ q: text === '' ? null : text });
          }}
          onKeyDown={(event) => {
            if (event.key === 'ArrowDown') {
              event.preventDefault();
              links()[0]?.focus();
            }
          }}
        />
        <nav ref={list} aria-label="Sites" className={classes.list}>
          {groups.length === 0 && <Missed query={query} onAsk={(text) => set({ q: text })} />}
          {cautionsFor(query).map((sentence) => (
            <Notice key={sentence}>{sentence}</Notice>
          ))}
          {groups.map(({ heading, lines }) => (
            <section key={heading}>
              <h2>{heading}</h2>
              <ul>
                {lines.map(({ site, says }) => (
                  <li key={site.id}>
                    <NavLink
                      to={`/atlas/${site.id}${search}`}
                      className={classes.site}
                      // One stop for the tab key; arrows walk from there.
                      tabIndex={site.id === stop ? 0 : -1}
                      data-pointed={site.id === pointed}
                      onPointerEnter={() => setPointed(site.id)}
                      onPointerLeave={() => setPointed(null)}
                      onFocus={() => setPointed(site.id)}
                      onBlur={() => setPointed(null)}
                      onKeyDown={(event) => {
                        const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
                        if (by === 0) return;
                        event.preventDefault();
                        walk(event.currentTarget, by);
                      }}
                    >
                      {site.plainName}
                      <span>{says}</span>
                    </NavLink>
                  </li>
                ))}
              </ul>
            </section>
          ))}
        </nav>
      </div>
      <Outlet context={context} />
    </div>
  );
}
