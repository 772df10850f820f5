import { createContext } from 'react-router';
import type { Principal, Setting } from '~/keeping/server/setting.server';

/** What the server entry hands to every route. */
export const settingContext = createContext<Setting>();
export const nonceContext = createContext<string>('');
export const requestContext = createContext<{ address: string; device: string; secure: boolean }>();

/** Who is signed in; set once per request by the root's middleware. */
export const principalContext = createContext<Principal | null>(null);

/** Who came in by a door, and what they work in. */
export interface Entered {
  setting: Setting;
  who: Principal;
}

/**
 * Set by the door a route lies behind, and by nothing else: reading one that was not set fails, so that a
 * route cannot be reached past its door.
 */
export const staffContext = createContext<Entered>();
export const clientContext = createContext<Entered>();
export const personContext = createContext<Entered>();
