import { door } from '~/door.server';

/** Everything under this layout is for those who work here. */
export const middleware = [door('staff')];
export { Outlet as default } from 'react-router';
