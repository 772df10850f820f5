import { index, layout, prefix, route, type RouteConfig } from '@react-router/dev/routes';

export default [
  index('routes/home.ts'),
  route('sign-in', 'routes/sign-in/sign-in.tsx'),
  route('sign-out', 'routes/sign-in/sign-out.ts'),
  route('set-up', 'routes/set-up/set-up.tsx'),
  route('join/:token', 'routes/join/join.tsx'),
  route('nothing', 'routes/nothing.ts'),
  layout('routes/staff/staff.tsx', [
    route('day', 'routes/day/day.tsx'),
    route('find', 'routes/staff/find.ts'),
    route('clients/new', 'routes/clients/new.tsx'),
    route('clients/:clientId', 'routes/file/file.tsx', [
      index('routes/file/index.ts'),
      route('details', 'routes/file/details.tsx'),
      route('plan', 'routes/plan/plan.tsx'),
      route('practise', 'routes/log/log.tsx'),
      route('review', 'routes/review/review.tsx'),
    ]),
  ]),
  layout('routes/own/own.tsx', [route('today', 'routes/today/today.tsx')]),
  route('practise', 'routes/practise/practise.tsx'),
  route('practise/events', 'routes/practise/events.ts'),
  layout('routes/settings/settings.tsx', [
    ...prefix('settings', [
      index('routes/settings/index.ts'),
      route('about', 'routes/settings/about.tsx'),
      route('account', 'routes/settings/account.tsx'),
      route('practice', 'routes/settings/practice.tsx'),
    ]),
  ]),
  route('*', 'routes/missing.ts'),
] satisfies RouteConfig;
