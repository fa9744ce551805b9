import { useState, type RefObject, type SubmitEvent } from 'react';
import { useTranslation } from 'react-i18next';

interface Props {
  field: RefObject<HTMLInputElement | null>;
  busy: boolean;
  /** Adds a guest of that name; told when it is done. */
  onAdd: (name: string, taken: () => void) => void;
  onPaste: () => void;
  /** Whether the totals are shown; null where there is nobody yet. */
  adding: boolean | null;
  onAdding: (shown: boolean) => void;
}

/** Where a guest is added by name, a roster pasted, and all of them looked at together. */
export function NewGuest({ field, busy, onAdd, onPaste, adding, onAdding }: Props) {
  const { t } = useTranslation();
  const [name, setName] = useState('');
  return (
    <form
      className="flex flex-wrap items-center gap-2 pb-2 whitespace-nowrap"
      onSubmit={(event: SubmitEvent<HTMLFormElement>) => {
        event.preventDefault();
        if (name.trim()) onAdd(name.trim(), () => setName(''));
      }}
    >
      <input
        ref={field}
        aria-label={t('guests.newName')}
        className="field w-56"
        placeholder={t('guests.name')}
        maxLength={120}
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
      />
      <button type="submit" className="press" disabled={busy || !name.trim()}>
        {t('guests.add')}
      </button>
      <button type="button" className="quiet" title="R" onClick={onPaste}>
        {t('guests.paste')}
      </button>
      {adding !== null && (
        <button type="button" className="quiet" title="A" aria-expanded={adding} onClick={() => onAdding(!adding)}>
          {t('guests.together')}
        </button>
      )}
    </form>
  );
}
