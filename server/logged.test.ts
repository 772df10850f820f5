import { codesOf } from './errorCodes';
import { routePatterns } from './routePattern';

describe('what is written down of an error', () => {
  it('is its kind, its codes and where it broke, never what it was about', () => {
    const cause = Object.assign(new Error('value too long: Odalys Brandt'), { code: '22001' });
    const error = new Error('Failed query: insert … params: Odalys Brandt,numbness', { cause });
    error.name = 'DrizzleQueryError';
    const codes = codesOf(error);
    expect(codes).toMatchObject({ error: 'DrizzleQueryError', code: '22001' });
    expect(codes.at.length).toBeGreaterThan(0);
    for (const frame of codes.at) expect(frame).toMatch(/^at /);
    expect(JSON.stringify(codes)).not.toMatch(/Odalys|numbness|Failed query/);
  });

  it('is safe whatever was thrown', () => {
    for (const thrown of ['Odalys Brandt', null, undefined, { name: 'Odalys' }, 7]) {
      expect(JSON.stringify(codesOf(thrown))).not.toContain('Odalys');
    }
    // A message of several lines hides no line among the frames.
    const error = new Error('one\n    at home, said Odalys');
    expect(JSON.stringify(codesOf(error).at)).not.toContain('Odalys');
  });
});

describe('the route of an address', () => {
  const route = (id: string, parentId?: string, path?: string, index?: true) =>
    [
      id,
      {
        id,
        ...(parentId ? { parentId } : {}),
        ...(path === undefined ? {} : { path }),
        ...(index ? { index } : {}),
      },
    ] as const;
  const patternOf = routePatterns(
    Object.fromEntries([
      route('root', undefined, ''),
      route('public', 'root'),
      route('home', 'public', undefined, true),
      route('join', 'public', 'join/:token'),
      route('missing', 'public', '*'),
      route('find', 'root', 'find'),
      route('file', 'root', 'clients/:clientId'),
      route('plan', 'file', 'plan'),
      // A plain word goes before what may be any.
      route('new', 'root', 'clients/new'),
      route('set', 'public', 'set.up/(a)'),
      route('first', 'file', undefined, true),
    ]),
  );

  it.each([
    ['/', '/'],
    ['/join/Zk1-secret_token', '/join/:token'],
    ['/join/Zk1-secret_token.data?_routes=x', '/join/:token'],
    ['/JOIN/Zk1-secret_token', '/join/:token'],
    ['/join/Zk1%2dsecret', '/join/:token'],
    ['//join//Zk1-secret_token/', '(none)'],
    ['/find?q=Odalys', '/find'],
    ['/clients/0198c/plan#x', '/clients/:clientId/plan'],
    ['/clients/0198c', '/clients/:clientId'],
    ['/clients/new', '/clients/new'],
    ['/clients/new/', '/clients/new'],
    ['/clients/0198c/plan/deeper', '(none)'],
    ['/set.up/(a)', '/set.up/(a)'],
    ['/setsup/(a)', '(none)'],
    ['', '/'],
    ['/?q=Odalys', '/'],
    ['/_root.data', '/'],
    ['/Odalys/Brandt', '(none)'],
    ['/%E0%A4%A', '(none)'],
    ['/assets/app-1a2b.js', '/assets/*'],
    ['/devices/scale/0198c/reading', '/devices/scale/:name'],
    ['/devices/clinic/documents', '/devices/clinic/documents'],
  ])('%s is logged as %s', (address, pattern) => {
    expect(patternOf(address)).toBe(pattern);
  });
});
