// What was pressed with last: a finger wants a keypad of its own, a mouse or a pen does not.
let finger = false;
if (typeof window !== 'undefined')
  window.addEventListener('pointerdown', (event) => (finger = event.pointerType === 'touch'), { capture: true, passive: true });

/** Whether the last press was a finger's. */
export const byFinger = () => finger;

/** Where a finger types into a field, our keypad comes up and not the machine's own keyboard. */
export const forFinger = (field: HTMLInputElement) => {
  field.inputMode = finger ? 'none' : '';
};
