/** Everything under this layout is for everybody: each page says itself what it does for whom. */
export { Outlet as default } from 'react-router';
