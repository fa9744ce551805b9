import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Dialog } from './Dialog';
import { lettersAreOn, switchLetters } from './letterKeys';

/** A key, and what it does under `keys.does`. */
const keys = [
  ['Alt + 1 … 8', 'stages'],
  ['↑ ↓', 'rows'],
  ['Enter', 'enter'],
  ['Esc', 'escape'],
  ['/', 'line'],
  ['← ↑ → ↓', 'move'],
  ['Alt + ↑ ↓', 'layer'],
  ['M', 'edge'],
  ['← →', 'cut'],
  ['S', 'keep'],
  ['C', 'oneMore'],
  ['Delete', 'remove'],
  ['N', 'new'],
  ['O', 'other'],
  ['R', 'roster'],
  ['A', 'together'],
  ['W', 'workshop'],
  ['1 … 5', 'packing'],
  ['H', 'history'],
  ['K', 'kit'],
  ['F', 'table'],
  ['P', 'print'],
  ['Ctrl + Z', 'undo'],
  ['Ctrl + Shift + Z', 'redo'],
  ['?', 'these'],
] as const;

export function KeysDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { t } = useTranslation();
  const [letters, setLetters] = useState(lettersAreOn);
  return (
    <Dialog open={open} title={t('spine.keys')} onClose={onClose}>
      <dl className="grid grid-cols-[10rem_1fr] gap-y-2">
        {keys.map(([key, does]) => (
          <div key={does} className="contents">
            <dt className="text-brass">{key}</dt>
            <dd>{t(`keys.does.${does}`)}</dd>
          </div>
        ))}
      </dl>
      <label className="mt-6 flex items-baseline gap-2">
        <input
          type="checkbox"
          className="accent-velvet"
          checked={letters}
          onChange={(event) => {
            switchLetters(event.currentTarget.checked);
            setLetters(event.currentTarget.checked);
          }}
        />
        {t('keys.letters')}
      </label>
      <button type="button" className="press mt-6" onClick={onClose}>
        {t('keys.close')}
      </button>
    </Dialog>
  );
}
