import { useEffectEvent, useLayoutEffect } from 'react';
import { lettersAreOn } from './letterKeys';

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

const arrows = /^Arrow/;

// What a key means to the part that has the focus: arrows move a crease, a slider and the choice in a group; Space and Enter press.
const isItsOwn = (target: EventTarget | null, { key, altKey }: KeyboardEvent) => {
  if (!(target instanceof HTMLElement) || altKey) return false;
  if (arrows.test(key))
    return (
      (target as HTMLInputElement).type === 'radio' ||
      target.closest('[role="separator"], [role="slider"], [role="tablist"], [role="radiogroup"] [role="radio"]') !== null
    );
  return /^( |Enter)$/.test(key) && target.closest('button, a[href], summary, [role="button"], input') !== null;
};

/**
 * Listens for keys while the part that calls it is on the screen. What has the focus keeps the keys that mean something to it.
 */
export function useKeys(actions: readonly KeyAction[]) {
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    const action = actions.find(
      (a) =>
        a.key.toLowerCase() === event.key.toLowerCase() &&
        Boolean(a.ctrl) === (event.ctrlKey || event.metaKey) &&
        Boolean(a.alt) === event.altKey &&
        (a.key === '?' || Boolean(a.shift) === event.shiftKey),
    );
    if (!action || event.defaultPrevented || isItsOwn(event.target, event)) return;
    if (isTyping(event.target) && !action.whileTyping) return;
    if (action.key.length === 1 && !action.ctrl && !action.alt && !lettersAreOn()) return;
    event.preventDefault();
    action.does();
  });
  // Before the screen is painted: a key pressed the moment a leaf is seen must count.
  useLayoutEffect(() => {
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
