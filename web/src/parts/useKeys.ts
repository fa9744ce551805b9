import { useEffectEvent, useLayoutEffect } from 'react';

/** A key and what it does. */
export interface KeyAction {
  key: string;
  ctrl?: boolean;
  shift?: boolean;
  alt?: boolean;
  /** Whether it also works while a field is being typed in. */
  whileTyping?: boolean;
  does: () => void;
}

// A field, an open menu, a list of choices and a dialog keep the keys to themselves.
const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) && !/^(radio|checkbox)$/.test((target as HTMLInputElement).type)) ||
    target.closest('[role="menu"], [role="listbox"], [role="dialog"]') !== null);

/** Listens for keys while the part that calls it is on the screen. Field editing keeps its own keys. */
export function useKeys(actions: readonly KeyAction[]) {
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    const action = actions.find(
      (a) =>
        a.key.toLowerCase() === event.key.toLowerCase() &&
        Boolean(a.ctrl) === (event.ctrlKey || event.metaKey) &&
        Boolean(a.alt) === event.altKey &&
        (a.key === '?' || Boolean(a.shift) === event.shiftKey),
    );
    if (!action || event.defaultPrevented || (isTyping(event.target) && !action.whileTyping)) return;
    event.preventDefault();
    action.does();
  });
  // Before the screen is painted: a key pressed the moment a leaf is seen must count.
  useLayoutEffect(() => {
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
