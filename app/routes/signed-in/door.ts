import { door } from '~/door.server';

/** Everything under this layout is for whoever is signed in. */
export const middleware = [door('anyone')];
export { Outlet as default } from 'react-router';
