/** Everything under this layout is asked by machines: no person, no cookie, nothing of anybody’s data. */
export { Outlet as default } from 'react-router';
