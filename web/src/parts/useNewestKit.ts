import { useLayoutEffect, useRef } from 'react';
import type { Kit } from '../api/client';
import { useKit } from './kitContext';

/**
 * The kit for work that is answered by the server: the next piece of work starts from what the last one made, even before the
 * screen has caught up with it.
 */
export function useNewestKit() {
  const { kit, change } = useKit();
  const made = useRef<{ from: Kit; kit: Kit }>({ from: kit, kit });
  const shown = useRef(kit);
  useLayoutEffect(() => {
    shown.current = kit;
  }, [kit]);
  return {
    read: () => (made.current.from === shown.current ? made.current.kit : shown.current),
    write: (next: Kit) => {
      made.current = { from: shown.current, kit: next };
      change(next);
    },
  };
}
