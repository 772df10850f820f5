import { matchRoutes, type RouteObject, type ServerBuild } from 'react-router';

type Manifest = Readonly<
  Record<
    string,
    Pick<ServerBuild['routes'][string] & object, 'id' | 'parentId' | 'path' | 'index'> | undefined
  >
>;

function treeOf(routes: Manifest, parentId: string | undefined): RouteObject[] {
  return Object.values(routes).flatMap((route) => {
    if (!route || route.parentId !== parentId) return [];
    const { id, path, index } = route;
    return [
      index
        ? { id, index: true as const, ...(path === undefined ? {} : { path }) }
        : { id, ...(path === undefined ? {} : { path }), children: treeOf(routes, id) },
    ];
  });
}

/**
 * Says of an address only which route it is: `/clients/:clientId/plan`. What stands in the place of a
 * parameter, and what is asked for behind it, belongs in no log.
 */
export function routePatterns(routes: Manifest): (address: string) => string {
  const tree = treeOf(routes, undefined);
  return (address) => {
    const path = (address.split(/[?#]/)[0] ?? '').replace(/\.data$/, '').replace(/^\/_root$/, '/');
    if (path.startsWith('/assets/')) return '/assets/*';
    const device = /^\/devices\/(scale|tilt)\//.exec(path);
    if (device) return `/devices/${device[1] ?? ''}/:name`;
    try {
      decodeURI(path);
      const matches = matchRoutes(tree, path === '' ? '/' : path) ?? [];
      const parts = matches.flatMap(({ route }) => route.path ?? []).filter(Boolean);
      return parts.length === 0 || parts.includes('*')
        ? matches.length > 0 && path === '/'
          ? '/'
          : '(none)'
        : `/${parts.join('/')}`.replace(/\/{2,}/g, '/');
    } catch {
      // An address that cannot be read.
      return '(none)';
    }
  };
}
