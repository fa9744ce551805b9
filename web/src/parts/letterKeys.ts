const key = 'velvet-fold-letters';

/**
 * Whether keys of a single letter or sign do something; who speaks to the computer, or presses keys by accident, switches them
 * off (WCAG 2.2, 2.1.4).
 */
export const lettersAreOn = (): boolean => localStorage.getItem(key) !== 'off';

export const switchLetters = (on: boolean): void => {
  if (on) localStorage.removeItem(key);
  else localStorage.setItem(key, 'off');
};
