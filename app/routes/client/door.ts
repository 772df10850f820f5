import { door } from '~/door.server';

/** Everything under this layout is for a client. */
export const middleware = [door('client')];
export { Outlet as default } from 'react-router';
