import { createContext } from 'react-router';
import type { Principal, Setting } from '~/services/setting.server';

/** What the server entry hands to every route. */
export const settingContext = createContext<Setting>();
export const nonceContext = createContext<string>('');
export const requestContext = createContext<{ address: string; device: string; secure: boolean }>();

/** Who is signed in; set once per request by the root's middleware. */
export const principalContext = createContext<Principal | null>(null);
