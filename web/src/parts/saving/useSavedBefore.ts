import { useEffect, useState, type MouseEvent } from 'react';
import { useBlocker } from 'react-router';
import type { KitSaver } from './kitSaver';

/**
 * Sees to it that nothing goes on without what was just typed: leaving the kit, following a link to one of its files and closing
 * the window save first, or say that it cannot be done.
 */
export function useSavedBefore(saver: KitSaver | null, slug: string) {
  const [stuck, setStuck] = useState(false);
  const inside = `/kits/${slug}/`;
  const isUnsaved = () => saver !== null && saver.editing().state !== 'saved';
  const blocker = useBlocker(({ nextLocation }) => {
    const path = nextLocation.pathname;
    // The stages of the kit go on with what is on the screen; the table and the printer read what is on the shelf.
    const goesOn = path.startsWith(inside) && !/\/(bench|print)(\/|$)/.test(path);
    return isUnsaved() && !goesOn;
  });
  useEffect(() => {
    if (blocker.state !== 'blocked' || !saver) return;
    let here = true;
    void saver.flush().then((saved) => {
      if (!here) return;
      if (saved) blocker.proceed();
      else setStuck(true);
    });
    return () => {
      here = false;
    };
  }, [blocker, saver]);

  useEffect(() => {
    const hide = () => document.visibilityState === 'hidden' && saver?.leave();
    const hold = (event: BeforeUnloadEvent) => {
      const state = saver?.editing().state;
      if (state === 'failed' || state === 'conflict') event.preventDefault();
      else saver?.leave();
    };
    document.addEventListener('visibilitychange', hide);
    window.addEventListener('beforeunload', hold);
    return () => {
      document.removeEventListener('visibilitychange', hide);
      window.removeEventListener('beforeunload', hold);
    };
  }, [saver]);

  const onClickCapture = (event: MouseEvent) => {
    const link = event.target instanceof Element ? event.target.closest<HTMLAnchorElement>('a[href^="/api/"]') : null;
    if (!link || !isUnsaved() || !saver) return;
    event.preventDefault();
    event.stopPropagation();
    void saver.flush().then((saved) => (saved ? link.click() : setStuck(true)));
  };
  return {
    onClickCapture,
    /** Whether somebody waits who cannot go on, as it cannot be saved. */
    stuck,
    /** Stays here; what was typed is still on the screen. */
    stay: () => {
      setStuck(false);
      if (blocker.state === 'blocked') blocker.reset();
    },
    /** Goes all the same; what was typed stays on this device. Null where there is nowhere to go. */
    go:
      blocker.state === 'blocked'
        ? () => {
            setStuck(false);
            blocker.proceed();
          }
        : null,
  };
}
