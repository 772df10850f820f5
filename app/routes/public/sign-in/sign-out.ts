import { redirect } from 'react-router';
import { settingContext } from '~/context.server';
import { cookieFor, load, tokenOf } from '~/door.server';
import { signOut } from '~/services/signIns.server';
import type { Route } from './+types/sign-out';

export const loader = () => redirect('/');

export async function action({ request, context }: Route.ActionArgs) {
  const token = await tokenOf(request);
  if (token) await load(() => signOut(context.get(settingContext), token));
  return redirect('/sign-in', { headers: { 'Set-Cookie': await cookieFor(context, '') } });
}
