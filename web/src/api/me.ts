import { language } from '../words/words';
import type { components } from './schema';

export type Me = components['schemas']['MeView'];
export type StudioRole = components['schemas']['StudioRole'];

let known: Promise<Me> | null = null;

/** Who asks; asked once, until somebody comes in or goes out. */
export function whoAmI(): Promise<Me> {
  known ??= fetch('/api/me')
    .then((answer) => answer.json() as Promise<Me>)
    .catch((error: unknown) => {
      known = null;
      throw error;
    });
  return known;
}

export const forgetMe = () => {
  known = null;
};

/** What goes with every request: the language of the screen and, with a change, what only a page of the studio can know. */
export async function ownHeaders(changes: boolean): Promise<Record<string, string>> {
  const token = changes ? (await whoAmI()).token : null;
  return { 'Accept-Language': language(), ...(token && { 'X-Velvet-Token': token }) };
}

const openToAll = ['/sign-in', '/welcome/', '/invite/'];

/** Where nobody is signed in any more: to the door, and back here afterwards. What is not saved is kept on the device. */
export function toTheDoor() {
  const { pathname, search } = window.location;
  if (openToAll.some((path) => pathname.startsWith(path))) return;
  window.location.assign(`/sign-in?back=${encodeURIComponent(pathname + search)}`);
}
