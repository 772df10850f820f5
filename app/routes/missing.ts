import { data } from 'react-router';

export const loader = () => {
  throw data({ message: 'There is no such page.' }, { status: 404 });
};
export const action = loader;
