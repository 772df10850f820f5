import type { ServerBuild } from 'react-router';

type Manifest = Readonly<
  Record<
    string,
    Pick<ServerBuild['routes'][string] & object, 'id' | 'parentId' | 'path' | 'index'> | undefined
  >
>;

/** The whole path of a route: its own behind those of the layouts it lies in. */
function pathOf(routes: Manifest, id: string): string {
  const route = routes[id];
  if (!route) return '';
  const above = route.parentId === undefined ? '' : pathOf(routes, route.parentId);
  return route.path ? `${above}/${route.path}` : above;
}

const isParameter = (part: string) => part.startsWith(':');

/** What an address of a route looks like; a parameter is any one part. */
const shapeOf = (pattern: string): RegExp =>
  new RegExp(
    `^${pattern
      .split('/')
      .map((part) => (isParameter(part) ? '[^/]+' : part.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')))
      .join('/')}/?$`,
    'i',
  );

/** Where plain words stand, a parameter means less: `/clients/new` is not a client. */
const firstPlain = (a: string, b: string): number =>
  a.split('/').filter(isParameter).length - b.split('/').filter(isParameter).length;

/**
 * Says of an address only which route it is: `/clients/:clientId/plan`. What stands in the place of a
 * parameter, and what is asked for behind it, belongs in no log.
 */
export function routePatterns(routes: Manifest): (address: string) => string {
  const patterns = [...new Set(Object.keys(routes).map((id) => pathOf(routes, id)))]
    .filter((pattern) => pattern !== '' && !pattern.includes('*'))
    .sort(firstPlain)
    .map((pattern) => ({ pattern, shape: shapeOf(pattern) }));
  return (address) => {
    const path = (address.split(/[?#]/)[0] ?? '').replace(/\.data$/, '').replace(/^\/_root$/, '/');
    if (path === '/' || path === '') return '/';
    if (path.startsWith('/assets/')) return '/assets/*';
    const device = /^\/devices\/(scale|tilt)\//.exec(path);
    if (path === '/devices/clinic/documents') return path;
    if (device) return `/devices/${device[1] ?? ''}/:name`;
    return patterns.find(({ shape }) => shape.test(path))?.pattern ?? '(none)';
  };
}
