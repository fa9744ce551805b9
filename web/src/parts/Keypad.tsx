import { useLayoutEffect, useRef } from 'react';
import { createPortal } from 'react-dom';
import { useTranslation } from 'react-i18next';
import { useKit } from './kitContext';

const digits = [
  ['1', '2', '3'],
  ['4', '5', '6'],
  ['7', '8', '9'],
  ['0', '.', ' '],
];
const fractions = [
  ['½', '¼', '¾'],
  ['⅛', '⅜', '⅝'],
  ['⅞', '/', '-'],
];
const times = ' x ';
const back = '⌫';
const space = '␣';

interface Props {
  /** The field that is typed into. */
  field: HTMLInputElement;
  /** Whether two sides may be typed, "9 x 1½". */
  sides: boolean;
  onTyped: (text: string) => void;
  onDone: () => void;
}

/** Numbers and fractions for a finger, at the foot of the screen, while a measurement is typed. */
export function Keypad({ field, sides, onTyped, onDone }: Props) {
  const { t } = useTranslation();
  const { kit } = useKit();
  // The rest of the screen moves up, and the field stays in sight.
  const pad = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const root = document.documentElement.style;
    root.setProperty('--keypad', `${pad.current?.offsetHeight ?? 0}px`);
    field.scrollIntoView({ block: 'nearest' });
    return () => void root.removeProperty('--keypad');
  }, [field]);
  const put = (text: string) => {
    const [start, end] = [field.selectionStart ?? field.value.length, field.selectionEnd ?? field.value.length];
    if (text === back) field.setRangeText('', start === end ? Math.max(0, start - 1) : start, end, 'end');
    else field.setRangeText(text, start, end, 'end');
    onTyped(field.value);
  };
  const key = (text: string, name = text, mark = text) => (
    <button
      key={text}
      type="button"
      tabIndex={-1}
      aria-label={name}
      className="min-h-12 rounded border border-line bg-sheet text-[20px] active:bg-lit"
      onClick={() => put(text)}
    >
      {mark}
    </button>
  );
  return createPortal(
    <div
      ref={pad}
      role="group"
      aria-label={t('keypad.name')}
      className="fixed inset-x-0 bottom-0 z-50 border-t border-line bg-linen p-2 shadow-[0_-8px_24px_rgb(0_0_0/0.14)]"
      // The field keeps the focus: what is typed goes there.
      onMouseDown={(event) => event.preventDefault()}
    >
      <div className="mx-auto grid max-w-xl grid-cols-6 gap-1.5">
        {digits.flatMap((row, at) => [
          ...row.map((digit) => (digit === ' ' ? key(' ', t('keypad.space'), space) : key(digit))),
          ...(at < fractions.length
            ? (kit.unit === 'mm' ? ['', '', ''] : (fractions[at] ?? [])).map((text, i) => (text ? key(text) : <span key={i} />))
            : [
                sides ? key(times, t('keypad.times')) : <span key="times" />,
                key(back, t('keypad.back')),
                <button key="done" type="button" tabIndex={-1} className="press-first min-h-12 rounded! px-0!" onClick={onDone}>
                  {t('keypad.done')}
                </button>,
              ]),
        ])}
      </div>
    </div>,
    field.closest('[role="dialog"]') ?? document.body,
  );
}
