import { index, layout, prefix, route, type RouteConfig } from '@react-router/dev/routes';

/** Every address, under the door it lies behind. A new one gets its line in e2e/doors.spec.ts. */
export default [
  layout('routes/public/door.ts', [
    index('routes/public/home.ts'),
    route('sign-in', 'routes/public/sign-in/sign-in.tsx'),
    route('sign-in/code', 'routes/public/sign-in/code.tsx'),
    route('sign-out', 'routes/public/sign-in/sign-out.ts'),
    route('set-up', 'routes/public/set-up/set-up.tsx'),
    route('shell', 'routes/public/shell/shell.tsx'),
    route('join/:token', 'routes/public/join/join.tsx'),
    route('*', 'routes/public/missing.ts'),
  ]),
  layout('routes/machine/door.ts', [
    route('health', 'routes/machine/health.ts'),
    route('nothing', 'routes/machine/nothing.ts'),
  ]),
  layout('routes/signed-in/door.ts', [
    route('keep', 'routes/signed-in/keep/keep.ts'),
    route('keep/key', 'routes/signed-in/keep/key.ts'),
    route('drawings/:siteId', 'routes/signed-in/drawing/drawing.ts'),
    route('drawings/:of/:pictureOf', 'routes/signed-in/drawing/movement.ts'),
    layout('routes/signed-in/settings/settings.tsx', [
      ...prefix('settings', [
        index('routes/signed-in/settings/index.ts'),
        route('about', 'routes/signed-in/settings/about.tsx'),
        route('account', 'routes/signed-in/settings/account.tsx'),
        route('account/two-factor', 'routes/signed-in/settings/two-factor.tsx'),
        route('practice', 'routes/signed-in/settings/practice.tsx'),
        route('trail', 'routes/signed-in/settings/trail.tsx'),
      ]),
    ]),
  ]),
  layout('routes/staff/door.ts', [
    route('find', 'routes/staff/find.ts'),
    route('clients/:clientId/referral', 'routes/staff/referral/referral.tsx'),
    route('clients/:clientId/hand-out', 'routes/staff/hand-out/hand-out.tsx'),
    route('clients/:clientId/others', 'routes/staff/plan/others.ts'),
    route('clients/:clientId/ways', 'routes/staff/plan/ways.ts'),
    route('clients/:clientId/templates', 'routes/staff/plan/templates.ts'),
    route('clients/:clientId/pictures', 'routes/staff/measure/pictures.ts'),
    route('clients/:clientId/pictures/:pictureId', 'routes/staff/measure/picture.ts'),
    layout('routes/staff/shell.tsx', [
      route('day', 'routes/staff/day/day.tsx'),
      route('atlas', 'routes/staff/atlas/atlas.tsx', [
        index('routes/staff/atlas/body.tsx'),
        route(':siteId', 'routes/staff/atlas/site.tsx'),
      ]),
      route('notes', 'routes/staff/teaching/teaching.tsx'),
      route('tools', 'routes/staff/tools/tools.tsx'),
      route('lean', 'routes/staff/lean/lean.tsx'),
      route('scale', 'routes/staff/scale/scale.tsx'),
      route('clients/new', 'routes/staff/new-client/new-client.tsx'),
      route('clients/:clientId', 'routes/staff/file/file.tsx', [
        index('routes/staff/file/index.ts'),
        route('details', 'routes/staff/file/details.tsx'),
        route('brings', 'routes/staff/file/brings.tsx'),
        route('complaint', 'routes/staff/complaint/complaint.tsx'),
        route('visit', 'routes/staff/visit/visit.tsx'),
        route('screen', 'routes/staff/screen/screen.tsx'),
        route('map', 'routes/staff/map/map.tsx'),
        route('measure', 'routes/staff/measure/measure.tsx'),
        route('plan', 'routes/staff/plan/plan.tsx'),
        route('practise', 'routes/staff/practise/practise.tsx'),
        route('review', 'routes/staff/review/review.tsx'),
      ]),
    ]),
  ]),
  layout('routes/client/door.ts', [
    route('practise', 'routes/client/practise/practise.tsx'),
    route('offline', 'routes/client/offline/offline.ts'),
    route('referral', 'routes/client/referral/referral.tsx'),
    layout('routes/client/shell.tsx', [
      route('today', 'routes/client/today/today.tsx'),
      route('places', 'routes/client/places/places.tsx'),
      route('course', 'routes/client/course/course.tsx'),
      route('answers', 'routes/client/screen/screen.tsx'),
      route('points', 'routes/client/map/map.tsx'),
      route('measures', 'routes/client/measure/measure.tsx'),
      route('complaint', 'routes/client/complaint/complaint.tsx'),
    ]),
  ]),
] satisfies RouteConfig;
