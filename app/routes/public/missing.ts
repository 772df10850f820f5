import { data } from 'react-router';

const nothing = () => {
  throw data({ message: 'There is no such page.' }, { status: 404 });
};

export const loader = () => nothing();
export const action = () => nothing();
